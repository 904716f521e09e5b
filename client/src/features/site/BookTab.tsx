import { momentOf, picturesOf, sayEntry, withdrawn, type Kept } from '@tamper/core/book';
import { countersignsOf } from '@tamper/core/countersigns';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Gallery } from '../../photos/Gallery';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { useWhereKept } from '../../ui/useKeeping';
import { View } from '../../ui/View';
import { fileName, saveText } from '../../ui/files';
import { showMoment } from '../../ui/moment';
import { filed } from '../../workers/filed';
import { useEnter, useSite } from './context';
import { Outbox } from './Outbox';
import { Countersign } from './Countersign';
import { PutRight } from './PutRight';
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
    const text = await filed<string>((remote) => remote.bookCsv(book.book ?? [], job.units));
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

/** When an entry was; what was brought over from documents says so, and often not when it was. */
const madeAt = ({ at, device }: Kept['entry']): string =>
  device !== 'before' ? showMoment(at) : `brought over from an earlier program${at.startsWith('1970') ? '' : `, ${showMoment(at)}`}`;

function Line({ kept, gone }: { kept: Kept; gone: boolean }) {
  const { job, jobId, book } = useSite();
  const enter = useEnter();
  const where = useWhereKept();
  const { entry, seq, refused } = kept;
  const signs = useMemo(() => countersignsOf(book.book ?? [], entry.id), [book.book, entry.id]);
  const settled = entry.fact.kind === 'countersigned' || entry.fact.kind === 'wrong' || entry.fact.kind === 'unknown';
  const state = refused ? 'refused, not in the book' : seq === undefined ? `${where}, not sent yet` : '';
  const says = sayEntry(entry, job.units);
  const pictures = useMemo(() => picturesOf([kept]).map((one) => ({ ...one, gone })), [kept, gone]);
  return (
    <View role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 4 }}>
      <Text style={gone ? { textDecorationLine: 'line-through' } : undefined}>{says}</Text>
      <Text variant="bodySmall">
        {[madeAt(entry), entry.author, gone ? 'said to be wrong later' : '', state].filter(Boolean).join(' · ')}
      </Text>
      {pictures.length > 0 ? <Gallery jobId={jobId} pictures={pictures} units={job.units} /> : null}
      {signs.map(({ entry: sign }) => (
        <Text variant="bodySmall" key={sign.id}>
          {`${sayEntry(sign, job.units)} · ${sign.author}, ${madeAt(sign)}`}
        </Text>
      ))}
      {settled || gone || refused ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          <PutRight id={entry.id} says={says} enter={enter} />
          {seq === undefined ? null : <Countersign entry={entry} says={says} enter={enter} />}
        </View>
      )}
    </View>
  );
}
