import { memo } from 'react';
import { Text } from './Text';
import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';
import { View } from './View';

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** A few ways to look at the same thing. Plain presses: they stand through every key press. */
export const Tabs = memo(function Tabs<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <View role="tablist" aria-label={label} style={{ flexDirection: 'row' }}>
      {options.map((option) => {
        const on = option.value === value;
        return (
          <Press
            key={option.value}
            role="tab"
            aria-selected={on}
            onPress={() => onChange(option.value)}
            style={{
              minHeight: TARGET,
              justifyContent: 'center',
              paddingHorizontal: 9,
              borderBottomWidth: 3,
              borderColor: on ? colours.clay : 'transparent',
            }}
          >
            <Text variant="labelLarge" style={{ color: on ? colours.clay : colours.faded }}>
              {option.label}
            </Text>
          </Press>
        );
      })}
    </View>
  );
}) as <T extends string>(props: Props<T>) => React.JSX.Element;
