import { bucketsOf, machineOf, type Job } from '@tamper/core/job';
import { formatLength, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { IconButton } from '../../ui/IconButton';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import type { ChangeJob } from './CatalogueScreen';

/** Widths of the buckets to hand: those of the machine's class until the first is entered. */
export function Buckets({ job, change }: { job: Job; change: ChangeJob }) {
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string>();
  const buckets = bucketsOf(job);
  const put = (next: number[]) => {
    const refused = change({ buckets: [...new Set(next)].sort((a, b) => a - b) });
    setFault(refused);
    if (refused === undefined) setText('');
  };
  const add = () => {
    const parsed = parseLength(text, job.units === 'us' ? 'in' : 'mm');
    if (!parsed.ok) return setFault(parsed.error);
    put([...buckets, parsed.value]);
  };
  return (
    <View style={{ gap: 6 }}>
      {job.buckets.length === 0 ? <Text variant="bodySmall">Usual for the {machineOf(job).name}:</Text> : null}
      {buckets.map((bucket) => (
        <View key={bucket} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Text style={{ flex: 1 }}>{formatLength(bucket, job.units, 'size')}</Text>
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out the bucket of ${formatLength(bucket, job.units, 'size')}`}
            onPress={() => put(buckets.filter((other) => other !== bucket))}
          />
        </View>
      ))}
      <TextField label="Width of a bucket" value={text} onText={setText} />
      <Button mode="outlined" icon="plus" onPress={add}>
        Add the bucket
      </Button>
      <Faults title="Not changed" faults={fault ? [fault] : []} />
    </View>
  );
}
