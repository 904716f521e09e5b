import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { Text } from './Text';
import { colours, TARGET } from '../theme/tokens';
import { Button } from './Button';
import { TextField } from './TextField';

export interface Group {
  title: string;
  options: readonly { value: string; label: string }[];
}

interface Props {
  label: string;
  value: string;
  groups: readonly Group[];
  onChange: (value: string) => void;
}

const matches = (label: string, words: readonly string[]): boolean => words.every((word) => label.toLowerCase().includes(word));

/** One of very many, from groups that are searched by any words of a name. It opens in its place: no menu to be scrolled through. */
export function GroupedPicker({ label, value, groups, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const [search, setSearch] = useState('');
  const chosen = groups.flatMap(({ options }) => options).find((option) => option.value === value)?.label ?? value;
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = groups.flatMap(({ title, options }) => {
    const fitting = options.filter((option) => matches(`${title} ${option.label}`, words));
    return fitting.length > 0 ? [{ title, options: fitting }] : [];
  });
  const pick = (next: string) => {
    setOpen(false);
    setSearch('');
    onChange(next);
  };
  return (
    <View style={{ gap: 4, marginBottom: 8 }}>
      <Text variant="labelMedium">{label}</Text>
      <Button
        mode="outlined"
        icon={open ? 'close' : 'down'}
        trailing
        accessibilityLabel={`${label}: ${chosen}`}
        onPress={() => setOpen(!open)}
      >
        {chosen}
      </Button>
      {open ? (
        <View style={{ borderWidth: 1, borderColor: colours.line, borderRadius: 8, padding: 8, gap: 6, backgroundColor: colours.paper }}>
          <TextField label="Search" value={search} onText={setSearch} placeholder="e.g. drain 110" />
          <ScrollView role="menu" aria-label={label} style={{ maxHeight: 320 }} keyboardShouldPersistTaps="handled" nestedScrollEnabled>
            {found.map(({ title, options }) => (
              <View key={title}>
                <Text variant="labelSmall" style={{ color: colours.faded, paddingTop: 8 }}>
                  {title}
                </Text>
                {options.map((option) => (
                  <Pressable
                    key={option.value}
                    role="menuitem"
                    onPress={() => pick(option.value)}
                    style={{
                      minHeight: TARGET,
                      justifyContent: 'center',
                      paddingHorizontal: 8,
                      borderRadius: 6,
                      backgroundColor: option.value === value ? colours.clayWash : 'transparent',
                    }}
                  >
                    <Text>{option.label}</Text>
                  </Pressable>
                ))}
              </View>
            ))}
            {found.length === 0 ? <Text>Nothing is called so. Fewer words, or make it one of the job’s own lines.</Text> : null}
          </ScrollView>
        </View>
      ) : null}
    </View>
  );
}
