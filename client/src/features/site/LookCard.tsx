import { formatStation } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { StretchFields, useStretch } from './Stretch';
import { useEnter, useSite } from './context';
import { laddersOffered, readLadders } from './ladders';

/** Looked at again after a move, or out of hearing: as inspected, and what was moved stands as it should. */
export function LookCard() {
  const site = useSite();
  const { job, force } = site;
  const put = useEnter('Say who looked: the competent person’s name or role.');
  const stretch = useStretch();
  const [typedLadders, setLadders] = useState<string>();
  const ladders = typedLadders ?? laddersOffered(site, stretch.range ?? stretch.whole, job.units);
  const [fault, setFault] = useState<string>();
  const [done, setDone] = useState('');
  const look = () => {
    setDone('');
    const read = readLadders(ladders, job.units);
    if ('fault' in read) return setFault(read.fault);
    if (!stretch.range) return setFault(stretch.fault);
    if (!force) return setFault('Issue the plan first: people work to an issued plan.');
    const refused = put({ kind: 'look', ...stretch.range, revision: force.id, ladders: read.ladders });
    setFault(refused);
    if (refused === undefined)
      setDone(`Looked at from ${formatStation(stretch.range.from, job.units)} to ${formatStation(stretch.range.to, job.units)}`);
  };
  return (
    <Card title="Looked again: as inspected">
      <Text variant="bodySmall">
        After a box was moved on, or while this device hears nobody. It lifts nothing that was found wanting: only an inspection does.
      </Text>
      <StretchFields stretch={stretch} what="Looked" />
      <TextField label="Ways out stand at" value={ladders} onText={setLadders} />
      <View style={{ flexDirection: 'row' }}>
        <Button mode="contained" icon="check" onPress={look}>
          I looked: as inspected
        </Button>
      </View>
      {done ? <Text role="status">{done}</Text> : null}
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}
