import { families, productWith, surfaces, type Surface } from '@tamper/core/catalogue';
import { blankRun, errorsOf, InputError, type Job, type Run } from '@tamper/core/job';
import { runSchema } from '@tamper/core/job/schema';
import {
  answerFaults,
  beginningIds,
  beginnings,
  usualProducts,
  type Answers,
  type Beginning,
  type BeginningId,
} from '@tamper/core/beginnings';
import { bareUnit, parseFlow, parseLength, type Parsed } from '@tamper/core/units';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { addRun } from '../../data/add';
import { sentences } from '../../data/api';
import { useJob } from '../../data/documents';
import { useFormDraft } from '../../data/useFormDraft';
import { studied } from '../../workers/studyWorker';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { FieldNote } from '../../ui/FieldNote';
import { GroupedPicker } from '../../ui/GroupedPicker';
import { Input } from '../../ui/Input';
import { Loading } from '../../ui/Loading';
import { Page, TopBar } from '../../ui/Screen';
import { TextField } from '../../ui/TextField';
import { Tick } from '../../ui/Tick';
import { View } from '../../ui/View';
import { useStable } from '../../ui/useStable';
import { jobPath, runPath } from '../frame/places';
import { productGroups, findLine, nameOf } from '../run/productGroups';

const SURFACES: Record<Surface, string> = { field: 'Garden or field', footway: 'Path or footway', road: 'Drive or road' };
/** A run that is none of those people usually begin with. */
const OTHER: Beginning & { id: 'other' } = {
  id: 'other',
  title: 'Something else',
  length: 'Length',
  surface: 'field',
  asks: ['product'],
  products: { US: ['sewer-4in'], metric: ['drain-110'] },
};
type StartId = BeginningId | 'other';
const startOf = (id: string | undefined): StartId | undefined => (id === 'other' ? id : beginningIds.find((known) => known === id));
const isBeginning = (id: StartId): id is BeginningId => id !== 'other';

/** Starts a run from what people say of it: three or four questions, and the rest as its line usually wants it. */
export function NewRunScreen({ jobId }: { jobId: string }) {
  const { as } = useLocalSearchParams<{ as?: string }>();
  const start = startOf(as);
  const { document: job, error, retry } = useJob(jobId);
  return (
    <>
      <TopBar title="New run" subtitle={job?.doc.name} back={`/jobs/${jobId}`} />
      {!job ? (
        <Loading error={error} retry={retry} what="the job" />
      ) : start ? (
        <Questions key={start} jobId={jobId} job={job.doc} id={start} />
      ) : (
        <Starts jobId={jobId} />
      )}
    </>
  );
}

function Starts({ jobId }: { jobId: string }) {
  return (
    <Page>
      <Text variant="titleMedium" role="heading" aria-level={2}>
        What is it?
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        {[...beginningIds, 'other' as const].map((id) => (
          <Button
            key={id}
            mode="outlined"
            icon="next"
            trailing
            onPress={() => router.push(`${jobPath(jobId)}/new-run?as=${id}`)}
            style={{ flexGrow: 1, flexBasis: 300, minHeight: 64 }}
          >
            {(isBeginning(id) ? beginnings[id] : OTHER).title}
          </Button>
        ))}
      </View>
      <Text variant="bodySmall">
        Three or four questions each. Bed, width, cover and fall begin as the line usually wants them; all of it can be changed.
      </Text>
    </Page>
  );
}

/** The answers as they are typed. */
interface Typed {
  name: string;
  length: string;
  surface: Surface;
  products: readonly string[];
  frost: string;
  end: string;
  every: string;
  crown: string;
  height: string;
  flow: string;
  count: string;
  each: string;
}

function Questions({ jobId, job, id }: { jobId: string; job: Job; id: StartId }) {
  const { units, ruleSet } = job;
  const beginning: Beginning = isBeginning(id) ? beginnings[id] : OTHER;
  const usual = usualProducts(beginning, ruleSet);
  const [typed, put, done] = useFormDraft<Typed>(`new-run.${jobId}.${id}`, () => ({
    name: isBeginning(id) ? beginning.title : '',
    length: '',
    surface: beginning.surface,
    products: beginning.asks.includes('services') ? usual.slice(0, 2) : usual.slice(0, 1),
    frost: '',
    end: '',
    every: '',
    crown: '',
    height: '',
    flow: '',
    count: '',
    each: '',
  }));
  const set = <K extends keyof Typed>(key: K, value: Typed[K]) => put((before) => ({ ...before, [key]: value }));
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const asks = (what: Beginning['asks'][number]) => beginning.asks.includes(what);
  const read = (text: string) => parseLength(text, bareUnit(units));
  /** What was typed of each length; undefined where nothing was. */
  const given = (text: string): Parsed | undefined => (text.trim() === '' ? undefined : read(text));
  const lengths = {
    ...{ length: given(typed.length), frost: given(typed.frost), end: given(typed.end), every: given(typed.every) },
    ...{ crown: given(typed.crown ?? ''), height: given(typed.height ?? ''), each: given(typed.each ?? '') },
  };
  const flow = (typed.flow ?? '').trim() === '' ? undefined : parseFlow(typed.flow, units);
  const metres = (parsed: Parsed | undefined): number | undefined => parsed && (parsed.ok ? parsed.value : NaN);
  const answers: Answers = {
    name: typed.name,
    length: metres(lengths.length) ?? NaN,
    surface: typed.surface,
    products: typed.products,
    frost: metres(lengths.frost) ?? 0,
    end: metres(lengths.end),
    every: metres(lengths.every),
    track: asks('track')
      ? { crown: metres(lengths.crown) ?? NaN, height: metres(lengths.height) ?? NaN, flow: flow?.ok ? flow.value : 0 }
      : undefined,
    loops: asks('loops') ? { count: Number(typed.count || NaN), each: metres(lengths.each) ?? NaN } : undefined,
    purpose: beginning.purpose,
  };
  const begin = async () => {
    const wrong = [
      ...[...Object.values(lengths), flow].flatMap((parsed) => (parsed && !parsed.ok ? [parsed.error] : [])),
      ...answerFaults(answers).map(({ message }) => message),
    ];
    if (wrong.length > 0) return setFaults(wrong);
    setFaults([]);
    setBusy(true);
    try {
      const run = isBeginning(id) ? await studied<Run>((remote) => remote.begin(job, answers)) : plainRunOf(job, answers);
      const errors = errorsOf(runSchema, run);
      if (errors.length > 0) throw new InputError(errors);
      const runId = await addRun(jobId, run);
      done();
      router.replace(runPath(jobId, runId));
    } catch (error) {
      setFaults(error instanceof InputError ? error.errors.map(({ message }) => message) : sentences(error));
    } finally {
      setBusy(false);
    }
  };
  const sample = units === 'us' ? { long: 'like 60 ft', short: 'like 3\' 6"' } : { long: 'like 18 m', short: 'like 1.1 m or 450 mm' };
  return (
    <Page>
      <Text variant="titleLarge" role="heading" aria-level={2}>
        {beginning.title}
      </Text>
      <TextField label="Name of the run" value={typed.name} onText={(name) => set('name', name)} />
      {asks('loops') ? (
        <>
          <TextField label="How many loops?" value={typed.count ?? ''} onText={(count) => set('count', count)} />
          <Length
            label="How much pipe is in each?"
            text={typed.each ?? ''}
            onText={(text) => set('each', text)}
            read={read}
            hint={units === 'us' ? 'like 400 ft, down and up' : 'like 120 m, down and up'}
          />
        </>
      ) : asks('track') ? (
        <>
          <Length
            label="How wide is the track at its top?"
            text={typed.crown ?? ''}
            onText={(text) => set('crown', text)}
            read={read}
            hint={sample.short}
            autoFocus
          />
          <Length
            label="How high is it over the bed of the ditch?"
            text={typed.height ?? ''}
            onText={(text) => set('height', text)}
            read={read}
            hint={`${sample.short}; the length of the pipe follows from it`}
          />
          <Length
            label="How much water comes?"
            text={typed.flow ?? ''}
            onText={(text) => set('flow', text)}
            read={(text) => parseFlow(text, units)}
            hint={units === 'us' ? 'like 3 cfs; empty: nobody knows yet' : 'like 90 l/s; empty: nobody knows yet'}
          />
        </>
      ) : (
        <Length
          label={beginning.length}
          text={typed.length}
          onText={(text) => set('length', text)}
          read={read}
          hint={sample.long}
          autoFocus
        />
      )}
      <Choice
        label="What lies over it?"
        value={typed.surface}
        options={surfaces.map((value) => ({ value, label: SURFACES[value] }))}
        onChange={(surface) => set('surface', surface)}
      />
      {asks('product') ? (
        <GroupedPicker
          label="What goes in"
          value={typed.products[0] ?? ''}
          chosen={nameOf(job, typed.products[0] ?? '')}
          groups={() => productGroups(job, usual)}
          find={(typed) => findLine(job, typed)}
          onChange={(product) => set('products', [product])}
        />
      ) : null}
      {asks('services') ? (
        <Services job={job} offered={usual} chosen={typed.products} onChosen={(products) => set('products', products)} />
      ) : null}
      {asks('frost') ? (
        <Length
          label="How deep does frost go here?"
          text={typed.frost}
          onText={(text) => set('frost', text)}
          read={read}
          hint={`${sample.short}; empty: not reckoned with`}
        />
      ) : null}
      {asks('end') ? (
        <Length
          label="How deep is the pipe where it runs in?"
          text={typed.end}
          onText={(text) => set('end', text)}
          read={read}
          hint={`From the ground to its invert, ${sample.short}; empty: nobody knows yet`}
        />
      ) : null}
      {asks('every') ? (
        <Length
          label="From pole to pole"
          text={typed.every}
          onText={(text) => set('every', text)}
          read={read}
          hint={`${sample.long}; empty: a pole at neither end`}
        />
      ) : null}
      <Faults title="The run was not added" faults={faults} />
      <Button mode="contained" disabled={busy} onPress={() => void begin()}>
        Plan this run
      </Button>
      <Button onPress={() => router.replace(`${jobPath(jobId)}/new-run`)}>It is something else</Button>
    </Page>
  );
}

/** A run of whatever it may be: with its line's cover, and nothing else settled. */
const plainRunOf = (job: Job, { name, length, surface, products: [product = ''] }: Answers): Run => ({
  ...blankRun({
    name: name.trim(),
    length,
    product,
    cover: productWith(product, job.products)?.minCover[surface] ?? NaN,
    ruleSet: job.ruleSet,
  }),
  surface,
});

/** A length as it is typed, with how it was understood. */
function Length({
  label,
  text,
  onText,
  read,
  hint,
  autoFocus = false,
}: {
  label: string;
  text: string;
  onText: (text: string) => void;
  read: (text: string) => Parsed;
  hint: string;
  autoFocus?: boolean;
}) {
  const type = useStable(onText);
  const parsed = read(text);
  const wrong = text.trim() !== '' && !parsed.ok ? parsed.error : undefined;
  return (
    <View>
      <Input label={label} value={text} onText={type} wrong={wrong !== undefined} autoFocus={autoFocus} />
      <FieldNote wrong={wrong} note={parsed.ok && text.trim() !== '' ? (parsed.understood ?? hint) : hint} />
    </View>
  );
}

/** What goes into one trench together: a tick for each, and another line of each kind where another is meant. */
function Services({
  job,
  offered,
  chosen,
  onChosen,
}: {
  job: Job;
  offered: readonly string[];
  chosen: readonly string[];
  onChosen: (products: readonly string[]) => void;
}) {
  const rows = [...offered, ...chosen.filter((id) => !offered.includes(id))];
  return (
    <Card title="What goes in">
      {rows.map((id) => {
        const product = productWith(id, job.products);
        const on = chosen.includes(id);
        return product ? (
          <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
            <Tick label={product.name} done={on} onPress={() => onChosen(on ? chosen.filter((one) => one !== id) : [...chosen, id])} />
            <Text style={{ flex: 1 }}>
              {families[product.family].name}: {product.name}
            </Text>
          </View>
        ) : null;
      })}
      <GroupedPicker
        label="Another line"
        value=""
        chosen="Choose"
        groups={() => productGroups(job, offered)}
        find={(typed) => findLine(job, typed)}
        onChange={(id) => onChosen(chosen.includes(id) ? chosen : [...chosen, id])}
      />
    </Card>
  );
}
