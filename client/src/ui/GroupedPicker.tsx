import { useState } from 'react';
import { ScrollView } from 'react-native';
import { Text } from './Text';
import { colours, TARGET } from '../theme/tokens';
import { Button } from './Button';
import { Press } from './Press';
import { TextField } from './TextField';
import { View } from './View';

export interface Group {
  title: string;
  options: readonly { value: string; label: string }[];
}
/** What was found by what was typed, and what is to be said of it, such as that a size is made to two standards. */
export interface FoundBy {
  values: ReadonlySet<string>;
  note: string | undefined;
}

interface Props {
  label: string;
  value: string;
  /** What is chosen, as it is called. */
  chosen: string;
  /** Asked for while it is open. */
  groups: () => readonly Group[];
  find: (typed: string) => FoundBy;
  onChange: (value: string) => void;
}

/** Of a group so many are shown until something is typed. */
const SHOWN = 16;

/** One of very many, from groups that are searched by what is typed. It opens in its place: no menu to be scrolled through. */
export function GroupedPicker({ label, value, chosen, groups, find, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const [search, setSearch] = useState('');
  const typed = open && search.trim() !== '' ? find(search) : undefined;
  const found = (open ? groups() : []).flatMap(({ title, options }) => {
    const fitting = typed ? options.filter((option) => typed.values.has(option.value)) : options.slice(0, SHOWN);
    return fitting.length > 0 ? [{ title, options: fitting, more: typed ? 0 : options.length - fitting.length }] : [];
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
          <TextField label="Search" value={search} onText={setSearch} placeholder="e.g. drain 110, 12 in culvert, 4/0" />
          <ScrollView role="menu" aria-label={label} style={{ maxHeight: 320 }} keyboardShouldPersistTaps="handled" nestedScrollEnabled>
            {typed?.note ? <Text>{typed.note}</Text> : null}
            {found.map(({ title, options, more }) => (
              <View key={title}>
                <Text variant="labelSmall" style={{ color: colours.faded, paddingTop: 8 }}>
                  {title}
                </Text>
                {options.map((option) => (
                  <Press
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
                  </Press>
                ))}
                {more > 0 ? <Text variant="bodySmall">and {more} more: type a size</Text> : null}
              </View>
            ))}
            {found.length === 0 ? <Text>Nothing is called so. Fewer words, or make it one of the job’s own lines.</Text> : null}
          </ScrollView>
        </View>
      ) : null}
    </View>
  );
}
