import { useState } from 'react';
import { Menu, TextInput } from 'react-native-paper';
import { Pressable, View } from 'react-native';

/** One of many, from a menu. */
export function Picker<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  const [open, setOpen] = useState(false);
  const chosen = options.find((option) => option.value === value)?.label ?? value;
  return (
    <Menu
      visible={open}
      onDismiss={() => setOpen(false)}
      anchorPosition="bottom"
      anchor={
        <Pressable role="button" aria-label={`${label}: ${chosen}`} onPress={() => setOpen(true)}>
          <View pointerEvents="none" aria-hidden>
            <TextInput
              mode="outlined"
              label={label}
              value={chosen}
              editable={false}
              tabIndex={-1}
              right={<TextInput.Icon icon="next" tabIndex={-1} />}
            />
          </View>
        </Pressable>
      }
    >
      {options.map((option) => (
        <Menu.Item
          key={option.value}
          title={option.label}
          onPress={() => {
            setOpen(false);
            onChange(option.value);
          }}
        />
      ))}
    </Menu>
  );
}
