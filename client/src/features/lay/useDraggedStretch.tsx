import type { Range } from '@tamper/core/geometry';
import { exactStation, formatStation, parseStation } from '@tamper/core/units';
import { useState, type ReactNode } from 'react';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { RangeStrip } from '../site/RangeStrip';

/** From where to where: dragged over a bar or typed. `range` undefined while it is none, with the reason in `fault`. */
export interface Stretch {
  range: Range | undefined;
  fault: string;
  fields: ReactNode;
  /** Back to what is offered. */
  reset: () => void;
}

/** A stretch that was entered before. */
export type Entered = Range & { kept: { entry: { id: string } } };

/** A stretch of a form. @param offered what it is until somebody says otherwise. @param there what was entered before, drawn below. */
export function useDraggedStretch(whole: Range, offered: Range, there: readonly Entered[] = [], name = ''): Stretch {
  const { units } = useSite().job;
  const [typed, setTyped] = useState<{ from?: string; to?: string }>({});
  const from = typed.from ?? exactStation(offered.from, units);
  const to = typed.to ?? exactStation(offered.to, units);
  const [a, b] = [parseStation(from, units), parseStation(to, units)];
  const range = a.ok && b.ok && b.value > a.value ? { from: a.value, to: b.value } : undefined;
  const fault = !a.ok ? a.error : !b.ok ? b.error : 'It ends before it begins; give the greater station second.';
  const label = (word: string) => (name ? `${name} ${word}` : word === 'from' ? 'From' : 'To');
  return {
    range,
    fault,
    reset: () => setTyped({}),
    fields: (
      <View style={{ gap: 6 }}>
        <RangeStrip
          whole={whole}
          range={range}
          there={there.map(({ from: start, to: end, kept }) => ({ from: start, to: end, id: kept.entry.id }))}
          units={units}
          onRange={(dragged) => setTyped({ from: formatStation(dragged.from, units), to: formatStation(dragged.to, units) })}
        />
        <View style={{ flexDirection: 'row', gap: 8 }}>
          <View style={{ flex: 1 }}>
            <TextField label={label('from')} value={from} onText={(text) => setTyped((before) => ({ ...before, from: text }))} />
          </View>
          <View style={{ flex: 1 }}>
            <TextField label={label('to')} value={to} onText={(text) => setTyped((before) => ({ ...before, to: text }))} />
          </View>
        </View>
        {there.length > 0 ? <Text variant="bodySmall">Below the bar: entered before.</Text> : null}
      </View>
    ),
  };
}
