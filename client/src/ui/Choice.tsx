import { sameJson } from '@tamper/core/merge';
import { memo } from 'react';
import { View } from 'react-native';
import { SegmentedButtons, Text } from 'react-native-paper';
import { useStable } from './useStable';

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** One of a few, all in sight. */
export function Choice<T extends string>({ label, value, options, onChange }: Props<T>) {
  const change = useStable((next: string) => onChange(next as T));
  return <Segments label={label} value={value} options={options} onChange={change} />;
}

/** The library's buttons are heavy: they are drawn again only when what they say changes, not at every key press beside them. */
const Segments = memo(
  function Segments({ label, value, options, onChange }: Props<string>) {
    return (
      <View role="radiogroup" aria-label={label} style={{ gap: 4, marginBottom: 8 }}>
        <Text variant="labelMedium">{label}</Text>
        <SegmentedButtons
          value={value}
          onValueChange={onChange}
          buttons={options.map((option) => ({ ...option, accessibilityLabel: `${label}: ${option.label}`, style: { minWidth: 0 } }))}
        />
      </View>
    );
  },
  (a, b) => a.label === b.label && a.value === b.value && a.onChange === b.onChange && sameJson(a.options, b.options),
);
