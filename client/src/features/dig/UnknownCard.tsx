import { sayEntry, unsettledIn, type Photo } from '@tamper/core/book';
import { plansFor } from '@tamper/core/dig';
import { foundThings, type FoundThing, type Unsettled } from '@tamper/core/job';
import { bareUnit, exactStation, formatStretch, parseLength, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { useFormDraft } from '../../data/useFormDraft';
import { PhotoField } from '../../photos/PhotoField';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useSession } from '../frame/session';
import { useEnter, useSite } from '../site/context';
import { ForThePlan } from '../site/ForThePlan';

const THINGS = (Object.keys(foundThings) as FoundThing[]).map((value) => ({ value, label: foundThings[value].name }));
/** What is found at a station holds so far each way until somebody says otherwise, metres: about a bucket and a step. */
const AROUND = 1;

interface Form {
  what: FoundThing | undefined;
  from: string | undefined;
  to: string | undefined;
  depth: string;
  note: string;
  photos: Photo[];
}
const BLANK: Form = { what: undefined, from: undefined, to: undefined, depth: '', note: '', photos: [] };

/** Something nobody expected, met anywhere: it shuts Clear to dig there, and says what to do and whom to call. */
export function UnknownCard({ station }: { station: number }) {
  const { book, runId } = useSite();
  const unsettled = useMemo(() => unsettledIn(book.book ?? []), [book.book]);
  const [form, put, clear] = useFormDraft<Form | null>(`found.${runId}`, () => null);
  return (
    <>
      {unsettled.map((one) => (
        <NotSettled key={one.id} found={one} />
      ))}
      {form === null ? (
        <Button mode="outlined" icon="caution" onPress={() => put(() => BLANK)}>
          Something found
        </Button>
      ) : (
        <Entering form={form} station={station} put={(part) => put((before) => ({ ...(before ?? BLANK), ...part }))} done={clear} />
      )}
    </>
  );
}

function Entering({ form, station, put, done }: { form: Form; station: number; put: (part: Partial<Form>) => void; done: () => void }) {
  const { job, jobId } = useSite();
  const { units } = job;
  const enter = useEnter();
  const [faults, setFaults] = useState<string[]>([]);
  const [from, to] = [form.from ?? exactStation(station - AROUND, units), form.to ?? exactStation(station + AROUND, units)];
  const write = () => {
    const ends = [from, to].map((text) => parseStation(text, units));
    const depth = form.depth.trim() === '' ? ({ ok: true, value: null } as const) : parseLength(form.depth, bareUnit(units));
    const wrong = [
      ...(form.what ? [] : ['Say what it is, as far as it can be seen.']),
      ...[...ends, depth].flatMap((one) => (one.ok ? [] : [one.error])),
    ];
    const [a, b] = ends;
    if (!form.what || !a?.ok || !b?.ok || !depth.ok || wrong.length > 0) return setFaults(wrong);
    const refused = enter(
      { kind: 'found', what: form.what, from: a.value, to: b.value, depth: depth.value, note: form.note.trim() },
      undefined,
      form.photos,
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused === undefined) done();
  };
  return (
    <Card title="Something found: stop, and say what">
      <Choice label="What it is" value={form.what as FoundThing} options={THINGS} onChange={(what) => put({ what })} />
      {form.what ? <Text>{foundThings[form.what].todo}</Text> : null}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Found from" value={from} onText={(text) => put({ from: text })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Found to" value={to} onText={(text) => put({ to: text })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Down" value={form.depth} onText={(depth) => put({ depth })} keys="decimal" placeholder="0.6" />
        </View>
      </View>
      <TextField label="In words" value={form.note} onText={(note) => put({ note })} placeholder="Red tiles in a row" />
      <PhotoField jobId={jobId} photos={form.photos} onPhotos={(photos) => put({ photos })} />
      <Button mode="contained" onPress={write}>
        Enter it: nobody digs there
      </Button>
      <Button onPress={done}>Nothing found</Button>
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}

/** Something found that nobody settled: what to do, and who says that digging goes on. */
function NotSettled({ found }: { found: Unsettled }) {
  const { job, book } = useSite();
  const { run } = useSession();
  const plans = useMemo(() => plansFor(found, run.doc, job.units), [found, run.doc, job.units]);
  const enter = useEnter();
  const [how, setHow] = useState('');
  const [open, setOpen] = useState(false);
  const [fault, setFault] = useState<string>();
  const kept = book.book?.find(({ entry }) => entry.id === found.id);
  const write = () => {
    const refused = enter({ kind: 'settled', found: found.id, how: how.trim() });
    setFault(refused);
  };
  return (
    <Notice kind="stop" role="alert" title={`Nobody digs ${formatStretch(found, job.units)}`}>
      <Text>
        {kept ? sayEntry(kept.entry, job.units) : foundThings[found.what].name}. Said by {found.by}.
      </Text>
      <Text>{foundThings[found.what].todo}</Text>
      <ForThePlan plans={plans} />
      {open ? (
        <>
          <TextField label="What was done about it, and by whose word" value={how} onText={setHow} multiline />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            <Button mode="contained" onPress={write}>
              Settled: dig on
            </Button>
            <Button onPress={() => setOpen(false)}>Not yet</Button>
          </View>
          <Faults title="Not entered" faults={fault ? [fault] : []} />
        </>
      ) : (
        <View style={{ flexDirection: 'row' }}>
          <Button mode="outlined" onPress={() => setOpen(true)}>
            What was done about it
          </Button>
        </View>
      )}
    </Notice>
  );
}
