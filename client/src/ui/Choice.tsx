import { View } from 'react-native';
import { SegmentedButtons, Text } from 'react-native-paper';

/** One of a few, all in sight. */
export function Choice<T extends string>({
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
  return (
    <View role="radiogroup" aria-label={label} style={{ gap: 4, marginBottom: 8 }}>
      <Text variant="labelMedium">{label}</Text>
      <SegmentedButtons
        value={value}
        onValueChange={(next) => onChange(next as T)}
        buttons={options.map((option) => ({ ...option, accessibilityLabel: `${label}: ${option.label}`, style: { minWidth: 0 } }))}
      />
    </View>
  );
}
