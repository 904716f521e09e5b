import { figuresIn } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';

/** What comes of the inputs above, a sentence each, and what it rests on. */
export function Comes({ label, lines, basis }: { label: string; lines: readonly (string | undefined)[]; basis: string }) {
  return (
    <View role="list" aria-label={label} style={{ gap: 4 }}>
      {lines.flatMap((line) =>
        line === undefined
          ? []
          : [
              <Text key={line} role="listitem">
                {line}
              </Text>,
            ],
      )}
      <Text variant="bodySmall">{figuresIn(basis, useRunEdit().job.units)}</Text>
    </View>
  );
}
