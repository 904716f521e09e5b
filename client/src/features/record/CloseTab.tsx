import { joined } from '@tamper/core/geometry';
import { formatStretch } from '@tamper/core/units';
import { sayEntry } from '@tamper/core/book';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { useSession } from '../frame/session';
import { useLayOf } from '../lay/context';
import { useCoveredBy } from '../lay/useCoverGate';
import { useEnterFilled } from '../fill/useEnterFilled';
import { useSite } from '../site/context';
import { useRecord } from './context';

/** Signed off, taken over, and from then on only read. */
export function CloseTab() {
  const { job, register } = useSite();
  const { closing, tasks } = useRecord();
  const { units } = job;
  const lay = useLayOf();
  const gate = useCoveredBy(lay);
  const { write, refuse, said, faults } = useEntering(useEnterFilled());
  const [who, setWho] = useState('');
  const [note, setNote] = useState('');
  const shut = joined(gate?.stretches.filter(({ open }) => !open) ?? []);
  const here = register.filter(({ state }) => state !== 'returned');
  const open = [
    ...(gate === undefined ? ['Still looking at what may be covered.'] : []),
    ...shut.map((one) => `Not ready to cover by the record: ${formatStretch(one, units)}`),
    ...(here.length > 0 ? [`${here.length} of the supports are still here`] : []),
    ...[...(lay?.tasks.open ?? []), ...tasks.open].map(({ what, owner }) => `${what}${owner ? ` (${owner})` : ''}`),
  ];
  const as = closing.state === 'open' ? 'closed' : 'takenOver';
  const enter = () => {
    if (who.trim() === '') return refuse('Say who signs: a role will do.');
    if (open.length > 0 && note.trim() === '') return refuse('Say why it is signed while something is open: it stays in the record.');
    if (
      !write(
        { kind: 'closed', as, who: who.trim(), open: open.length, note: note.trim() },
        as === 'closed' ? 'Kept: closed.' : 'Kept: taken over.',
      )
    )
      return false;
    setWho('');
    setNote('');
    return true;
  };
  return (
    <>
      <Notice
        kind={closing.state === 'open' ? 'caution' : 'note'}
        title={
          closing.state === 'open'
            ? 'This run is still open'
            : closing.state === 'closed'
              ? 'Closed, not taken over yet'
              : 'Taken over: its record is only read from now on'
        }
      >
        {closing.by.map(({ entry }) => (
          <Text key={entry.id}>
            {sayEntry(entry, units)} · {showMoment(entry.at)}
          </Text>
        ))}
      </Notice>
      <Card title={open.length === 0 ? 'Nothing is open' : `Still open: ${open.length}`}>
        {open.slice(0, 12).map((what, i) => (
          <Text key={i}>· {what}</Text>
        ))}
        {open.length > 12 ? <Text>and {open.length - 12} more, under To do.</Text> : null}
        {open.length > 0 ? <Text variant="bodySmall">It may be signed as it is; what is open is printed in the pack as open.</Text> : null}
      </Card>
      {closing.state === 'takenOver' ? (
        <Card title="From now on">
          <Text>Return visits, notes and bad news are still entered. A run with a record is never deleted.</Text>
        </Card>
      ) : (
        <Card title={as === 'closed' ? 'The competent person closes it' : 'Whoever keeps it takes it over'}>
          <TextField label="Signed by" value={who} onText={setWho} placeholder="A role will do" />
          {open.length > 0 ? <TextField label="Signed all the same, because" value={note} onText={setNote} multiline /> : null}
          <Button mode="contained" icon="check" onPress={enter}>
            {as === 'closed' ? 'Close the run' : 'Take it over'}
          </Button>
          <Told said={said} faults={faults} />
        </Card>
      )}
      <PutAway />
    </>
  );
}

/** Out of the list of runs, with its record: what has one is never deleted. */
function PutAway() {
  const { run, apply } = useSession();
  const [fault, setFault] = useState<string>();
  const { archived } = run.doc;
  return (
    <Card title={archived ? 'This run is put away' : 'Out of the way'}>
      <Text>
        {archived
          ? 'The list of the job shows it among those put away; what lies here is still found.'
          : 'A run nobody works on any more can be put away: out of the list, its record kept and still found.'}
      </Text>
      <Button mode="outlined" onPress={() => setFault(apply([{ path: ['archived'], value: !archived }]))}>
        {archived ? 'Take the run out again' : 'Put the run away'}
      </Button>
      <Faults title="Not put away" faults={fault ? [fault] : []} />
    </Card>
  );
}
