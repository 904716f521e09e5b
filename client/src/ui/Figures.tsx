import { Text } from './Text';
import { View } from './View';

/** A small table of words and figures; the first column takes what room is left. */
export function Figures({ label, head, rows }: { label: string; head: readonly string[]; rows: readonly (readonly string[])[] }) {
  const line = (cells: readonly string[], key: string, heading: boolean) => (
    <View key={key} role="row" style={{ flexDirection: 'row', gap: 8, alignItems: 'baseline' }}>
      {cells.map((cell, i) => (
        <Text
          key={i}
          role={heading ? 'columnheader' : 'cell'}
          variant={heading ? 'labelSmall' : 'bodyMedium'}
          style={{ flex: i === 0 ? 1.6 : 1, minWidth: 0, textAlign: i === 0 ? 'left' : 'right' }}
        >
          {cell}
        </Text>
      ))}
    </View>
  );
  return (
    <View role="table" aria-label={label} style={{ gap: 4 }}>
      {line(head, 'head', true)}
      {rows.map((cells, i) => line(cells, String(i), false))}
    </View>
  );
}
