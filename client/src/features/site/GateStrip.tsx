import type { SafeGate } from '@tamper/core';
import { formatStation, formatStretch, type UnitSystem } from '@tamper/core/units';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { colours } from '../../theme/tokens';

/** Where the gate is open along the run, as a bar: white on green with a tick where people may be, hatched in words where not. */
export function GateStrip({ gate, units }: { gate: SafeGate | undefined; units: UnitSystem }) {
  const stretches = gate?.stretches ?? [];
  const [first, last] = [stretches[0], stretches.at(-1)];
  if (!gate || !first || !last) return null;
  const length = last.to - first.from;
  const open = gate.where;
  const said = open.length > 0 ? open.map((one) => `open ${formatStretch(one, units)}`).join(', ') : 'shut all along';
  return (
    <View role="img" aria-label={`Safe to enter along the run: ${said}`} style={{ gap: 2 }}>
      <View style={{ flexDirection: 'row', height: 34, borderRadius: 6, overflow: 'hidden', backgroundColor: colours.stop }}>
        {pieces(first.from, last.to, open).map(({ from, to, open: isOpen }) => (
          <View
            key={from}
            style={{
              flexGrow: (to - from) / length,
              flexBasis: 0,
              minWidth: 3,
              backgroundColor: isOpen ? colours.good : colours.stop,
              alignItems: 'center',
              justifyContent: 'center',
              borderRightWidth: to < last.to ? 2 : 0,
              borderColor: colours.paper,
              overflow: 'hidden',
            }}
          >
            {(to - from) / length > 0.12 ? (
              <Text variant="labelLarge" style={{ color: colours.onClay }}>
                {isOpen ? 'OPEN' : 'SHUT'}
              </Text>
            ) : null}
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Text variant="bodySmall">{formatStation(first.from, units)}</Text>
        <Text variant="bodySmall">{formatStation(last.to, units)}</Text>
      </View>
    </View>
  );
}

/** A line cut into what is open and what is not. */
function pieces(from: number, to: number, open: readonly { from: number; to: number }[]): { from: number; to: number; open: boolean }[] {
  const result: { from: number; to: number; open: boolean }[] = [];
  let at = from;
  for (const range of open) {
    if (range.from > at) result.push({ from: at, to: range.from, open: false });
    result.push({ ...range, open: true });
    at = range.to;
  }
  if (at < to) result.push({ from: at, to, open: false });
  return result;
}
