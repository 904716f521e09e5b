import { useState } from 'react';
import { sentences } from '../../data/api';
import { takeAlong, useAlong, type Along } from '../../data/takeAlong';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Text } from '../../ui/Text';

const counted = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;

/** Some are with somebody else still, or there was no room for them. */
const sayPhotos = ({ photos = 0, made = photos }: Along): string =>
  photos < made ? `${photos} of ${counted(made, 'photo', 'photos')}` : counted(photos, 'photo', 'photos');

/** Before going out: brings all of the job onto this device, and says how complete and how old that is. */
export function TakeAlong({ jobId }: { jobId: string }) {
  const along = useAlong(jobId);
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<string[]>([]);
  const take = () => {
    setBusy(true);
    setFaults([]);
    takeAlong(jobId)
      .catch((error: unknown) => setFaults(sentences(error)))
      .finally(() => setBusy(false));
  };
  return (
    <Card title="Before going out">
      <Text role="status">
        {busy
          ? 'Bringing it here…'
          : along
            ? `All of it is on this device, as of ${showMoment(new Date(along.at).toISOString())}: ${counted(along.runs, 'run', 'runs')}, ${counted(along.entries, 'entry', 'entries')} of the book, ${counted(along.plans, 'issued plan', 'issued plans')}, ${sayPhotos(along)}.`
            : 'Where there is no signal this device has what was opened on it. Take all of the job along while there is one.'}
      </Text>
      {along && !along.program && !busy ? (
        <Text>The program itself is not kept here yet: without a signal leave this page open.</Text>
      ) : null}
      <Button mode="outlined" icon="download" disabled={busy} onPress={take}>
        {along ? 'Take it along anew' : 'Take this job along'}
      </Button>
      <Faults title="Not all of it came" faults={faults} />
    </Card>
  );
}
