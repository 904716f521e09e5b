import { sameJson } from '@tamper/core/merge';
import { memo } from 'react';
import { Text } from './Text';
import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';
import { View } from './View';
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

/** Drawn again only when what it says changes, not at every key press beside it. */
const Segments = memo(
  function Segments({ label, value, options, onChange }: Props<string>) {
    return (
      <View role="radiogroup" aria-label={label} style={{ gap: 4, marginBottom: 8 }}>
        <Text variant="labelMedium">{label}</Text>
        <View
          style={{
            flexDirection: 'row',
            flexWrap: 'wrap',
            borderRadius: 10,
            borderWidth: 1,
            borderColor: colours.faded,
            backgroundColor: colours.paper,
            overflow: 'hidden',
          }}
        >
          {options.map((option) => {
            const on = option.value === value;
            return (
              <Press
                key={option.value}
                role="radio"
                aria-checked={on}
                aria-label={`${label}: ${option.label}`}
                onPress={() => onChange(option.value)}
                style={{
                  flexGrow: 1,
                  flexBasis: `${Math.floor(100 / Math.min(4, options.length)) - 4}%`,
                  minHeight: TARGET,
                  alignItems: 'center',
                  justifyContent: 'center',
                  paddingHorizontal: 6,
                  paddingVertical: 4,
                  backgroundColor: on ? colours.clayWash : 'transparent',
                  // A line to the next and to the row below, without one at the rim.
                  marginRight: -1,
                  marginBottom: -1,
                  borderRightWidth: 1,
                  borderBottomWidth: 1,
                  borderColor: colours.faded,
                }}
              >
                <Text variant="labelLarge" style={{ color: on ? colours.clay : colours.ink, textAlign: 'center' }}>
                  {option.label}
                </Text>
              </Press>
            );
          })}
        </View>
      </View>
    );
  },
  (a, b) => a.label === b.label && a.value === b.value && a.onChange === b.onChange && sameJson(a.options, b.options),
);
