import { useState } from 'react';
import useSWR from 'swr';
import { call, fetcher, sentences } from '../data/api';
import { tell } from '../store/bus';
import { jobsChanged } from '../store/jobs';
import { Button } from './Button';
import { Card } from './Card';
import { Faults } from './Faults';
import { showMoment } from './moment';
import { Text } from './Text';
import { View } from './View';

interface Binned {
  kind: 'job' | 'run';
  id: string;
  name: string;
  job: string;
  binnedAt: string;
  goneAt: string;
}

/** What was deleted and can be taken out again. */
export function Bin({ onClose }: { onClose: () => void }) {
  const { data, error, mutate } = useSWR<{ items: Binned[] }>('/bin', fetcher);
  const [faults, setFaults] = useState<string[]>([]);
  const takeOut = ({ kind, id }: Binned) => {
    setFaults([]);
    call('POST', `/${kind}s/${id}/back`, {})
      .then(() => {
        jobsChanged();
        tell({ kind: 'again' });
        return mutate();
      })
      .catch((reason: unknown) => setFaults(sentences(reason)));
  };
  return (
    <Card title="Deleted">
      <Text variant="bodySmall">
        What nothing was written about in the book can be deleted. It lies here for 30 days and goes for good then.
      </Text>
      {error !== undefined && !data ? <Text>{sentences(error)[0]}</Text> : null}
      {data?.items.length === 0 ? <Text>Nothing lies here.</Text> : null}
      <View role="list" aria-label="Deleted">
        {data?.items.map((one) => (
          <View role="listitem" key={one.id} style={{ paddingVertical: 6, gap: 4 }}>
            <Text>{one.kind === 'job' ? `Job ${one.name}` : `Run ${one.name} of ${one.job}`}</Text>
            <Text variant="bodySmall">{`deleted ${showMoment(one.binnedAt)}, goes ${showMoment(one.goneAt)}`}</Text>
            <View style={{ flexDirection: 'row' }}>
              <Button mode="outlined" accessibilityLabel={`Take out again: ${one.name}`} onPress={() => takeOut(one)}>
                Take it out again
              </Button>
            </View>
          </View>
        ))}
      </View>
      <Faults title="Not taken out" faults={faults} />
      <Button onPress={onClose}>Close</Button>
    </Card>
  );
}
