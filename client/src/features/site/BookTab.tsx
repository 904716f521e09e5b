import { momentOf, sayEntry, withdrawn, type Kept } from '@tamper/core/book';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { fileName, saveText } from '../../ui/files';
import { showMoment } from '../../ui/moment';
import { TextField } from '../../ui/TextField';
import { once } from '../../workers/planWorker';
import { useEnter, useSite } from './context';
import { Outbox } from './Outbox';
import { AskWho } from './WhoCard';

/** Entries shown before more are asked for. */
const PAGE = 15;

/** The book of the run, newest first; a mistake is put right from its own line. */
export function BookTab() {
  const { job, run, book } = useSite();
  const [shown, setShown] = useState(PAGE);
  const entries = useMemo(
    () => [...(book.book ?? [])].sort((a, b) => momentOf(b) - momentOf(a) || b.entry.count - a.entry.count),
    [book.book],
  );
  const gone = useMemo(() => withdrawn(book.book ?? []), [book.book]);
  const csv = async () => {
    const text = await once<string>((remote) => remote.bookCsv(book.book ?? [], job.units));
    await saveText(fileName(`${run.name} book`, 'csv'), text, 'text/csv');
  };
  return (
    <>
      <Outbox book={book} units={job.units} />
      <AskWho />
      <Card title="The book">
        {entries.length === 0 ? <Text>{book.book ? 'Nothing entered yet.' : 'Fetching the book…'}</Text> : null}
        <View role="list" aria-label="Entries of the book">
          {entries.slice(0, shown).map((kept) => (
            <Line key={kept.entry.id} kept={kept} gone={gone.has(kept.entry.id)} />
          ))}
        </View>
        {entries.length > shown ? <Button onPress={() => setShown(shown + 50)}>Show more of {entries.length}</Button> : null}
        {entries.length > 0 ? (
          <Button mode="outlined" icon="list" onPress={() => void csv()}>
            The book as CSV
          </Button>
        ) : null}
      </Card>
    </>
  );
}

function Line({ kept, gone }: { kept: Kept; gone: boolean }) {
  const { job } = useSite();
  const { entry, seq, refused } = kept;
  const [putting, setPutting] = useState(false);
  const state = refused ? 'refused, not in the book' : seq === undefined ? 'kept on this device, not sent yet' : '';
  const says = sayEntry(entry, job.units);
  return (
    <View role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 2 }}>
      <Text style={gone ? { textDecorationLine: 'line-through' } : undefined}>{says}</Text>
      <Text variant="bodySmall">
        {[showMoment(entry.at), entry.author, gone ? 'said to be wrong later' : '', state].filter(Boolean).join(' · ')}
      </Text>
      {gone || entry.fact.kind === 'wrong' || entry.fact.kind === 'unknown' || refused ? null : putting ? (
        <PutRight kept={kept} onDone={() => setPutting(false)} />
      ) : (
        <View style={{ flexDirection: 'row' }}>
          <Button compact mode="outlined" accessibilityLabel={`Put right: ${says}`} onPress={() => setPutting(true)}>
            Put right
          </Button>
        </View>
      )}
    </View>
  );
}

/** Says that an entry was wrong. What is right is entered anew: stricter counts at once, milder only by a look made now. */
function PutRight({ kept, onDone }: { kept: Kept; onDone: () => void }) {
  const enter = useEnter();
  const [why, setWhy] = useState('');
  const [fault, setFault] = useState<string>();
  const say = () => {
    const refused = enter({ kind: 'wrong', why: why.trim() }, kept.entry.id);
    setFault(refused);
    if (refused === undefined) onDone();
  };
  return (
    <View style={{ gap: 6 }}>
      <Text variant="bodySmall">
        What was good in it counts no more from now on; what was bad in it stays until somebody looks. Then enter what is right.
      </Text>
      <TextField label="What is wrong with it" value={why} onText={setWhy} />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <Button mode="contained" onPress={say}>
          It was wrong
        </Button>
        <Button onPress={onDone}>Leave it</Button>
      </View>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </View>
  );
}
