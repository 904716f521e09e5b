import type { Run } from '@tamper/core/job';
import { formatStation, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { IconButton } from '../../ui/IconButton';
import { Button } from '../../ui/Button';
import { newId } from '../../data/newId';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { QuantityField } from '../../ui/QuantityField';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useLogistics, logisticsPatch } from './context';

type List = 'byHand' | 'gaps' | 'suspect';
type Stretch = Run['logistics'][List][number] & { side?: 'left' | 'right' | 'both' };

const SIDES = [
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
  { value: 'both', label: 'Both' },
] as const;

/** Stretches of the run with a word to each: by hand, gaps between heaps, suspect ground. */
export function Stretches({ list, title, word, blank }: { list: List; title: string; word: 'why' | 'what'; blank: string }) {
  const { run, cursor, job, apply } = useLogistics();
  const [fault, setFault] = useState<string>();
  const stretches = run.logistics[list] as Stretch[];
  const put = (next: Stretch[]) => apply([logisticsPatch(list, next as never)]);
  const change = (id: string, key: string, value: unknown) => apply([{ path: ['logistics', list, id, key], value }]);
  const add = () => {
    const [start, end] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
    const from = Math.max(start, Math.min(end - 2, Math.round(cursor)));
    const fresh = { id: newId(), from, to: Math.min(end, from + 2), [word]: blank, ...(list === 'gaps' ? { side: 'both' } : {}) };
    setFault(put([...stretches, fresh as Stretch]));
  };
  return (
    <View style={{ gap: 8 }}>
      {stretches.map((stretch, index) => (
        <View key={stretch.id} role="group" aria-label={`${title} ${index + 1}`} style={{ gap: 4 }}>
          <View style={{ flexDirection: 'row', columnGap: 8, alignItems: 'flex-start' }}>
            {(['from', 'to'] as const).map((end) => (
              <QuantityField
                key={end}
                label={`${title} ${end}`}
                value={stretch[end]}
                format={(value) => formatStation(value, job.units)}
                parse={(text) => parseStation(text, job.units)}
                onValue={(value) => change(stretch.id, end, value)}
              />
            ))}
            <IconButton
              icon="trash"
              accessibilityLabel={`Take out: ${title} ${index + 1}`}
              onPress={() => setFault(put(stretches.filter(({ id }) => id !== stretch.id)))}
            />
          </View>
          <TextField
            label={word === 'why' ? 'Why' : 'What it is'}
            value={(stretch as unknown as Record<string, string>)[word] ?? ''}
            onText={(text) => setFault(change(stretch.id, word, text))}
          />
          {stretch.side ? (
            <Choice label="Side" value={stretch.side} options={SIDES} onChange={(side) => setFault(change(stretch.id, 'side', side))} />
          ) : null}
        </View>
      ))}
      <Button mode="outlined" icon="plus" accessibilityLabel={`Add: ${title}`} onPress={add}>
        {title}: add a stretch
      </Button>
      <Faults title="Not taken" faults={fault ? [fault] : []} />
    </View>
  );
}
