import { useState } from 'react';
import { Menu } from 'react-native-paper';
import { Text } from './Text';
import { Button } from './Button';
import { LazyMenu } from './LazyMenu';
import { View } from './View';

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** One of many, from a menu. */
export function Picker<T extends string>({ label, value, options, onChange }: Props<T>) {
  const [open, setOpen] = useState(false);
  const chosen = options.find((option) => option.value === value)?.label ?? value;
  const pick = (next: T) => {
    setOpen(false);
    onChange(next);
  };
  return (
    <View style={{ gap: 4, marginBottom: 8 }}>
      <Text variant="labelMedium">{label}</Text>
      <LazyMenu
        open={open}
        onDismiss={() => setOpen(false)}
        anchor={
          <Button mode="outlined" icon="next" accessibilityLabel={`${label}: ${chosen}`} trailing onPress={() => setOpen(true)}>
            {chosen}
          </Button>
        }
      >
        {options.map((option) => (
          <Menu.Item key={option.value} title={option.label} onPress={() => pick(option.value)} />
        ))}
      </LazyMenu>
    </View>
  );
}
