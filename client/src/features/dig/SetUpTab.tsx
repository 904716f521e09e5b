import { levelMeans, NO_REVISION, type LevelMeans, type SetUpFact } from '@tamper/core/book';
import {
  benchmarksOf,
  fallThroughout,
  fallWords,
  instrumentWords,
  planeOf,
  setUpCautions,
  travelOf,
  type Benchmark,
} from '@tamper/core/dig';
import { extent } from '@tamper/core/alignment';
import type { Run } from '@tamper/core/job';
import { bareUnit, figuresIn, formatLength, formatStation, parseGradient, parseLength, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { useFormDraft } from '../../data/useFormDraft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnter, useSite } from '../site/context';
import { Benchmarks } from './Benchmarks';
import { useDig } from './context';

const MEANS = (Object.keys(levelMeans) as LevelMeans[]).map((value) => ({ value, label: levelMeans[value] }));

/** How levels come to the trench: benchmarks, the instrument on one of them, and the sight back that closes it. */
export function SetUpTab() {
  const { book } = useSite();
  const { inForce } = useDig().levels;
  const benchmarks = useMemo(() => benchmarksOf(book.book ?? []), [book.book]);
  const usable = benchmarks.filter(({ lost }) => !lost);
  return (
    <>
      {usable.length > 0 ? <InstrumentCard key={inForce?.id ?? ''} benchmarks={usable} /> : null}
      {inForce ? <SightBack key={inForce.id} /> : null}
      <Benchmarks benchmarks={benchmarks} />
    </>
  );
}

interface Form {
  means: LevelMeans | undefined;
  benchmark: string | undefined;
  backsight: string;
  way: 'up' | 'down' | 'level' | undefined;
  fall: string | undefined;
  from: string | undefined;
  set: string | undefined;
  rod: string | undefined;
  travel: 'up' | 'down' | undefined;
}
const BLANK: Form = {
  means: undefined,
  benchmark: undefined,
  backsight: '',
  way: undefined,
  fall: undefined,
  from: undefined,
  set: undefined,
  rod: undefined,
  travel: undefined,
};

/** An instrument set up. What the plan and the last set-up know is filled in: the backsight is all that has to be typed. */
function InstrumentCard({ benchmarks }: { benchmarks: readonly Benchmark[] }) {
  const { job, run, runId, force } = useSite();
  const { levels, inputs } = useDig();
  const { designs, inForce } = levels;
  const { units } = job;
  const enter = useEnter();
  const [form, put, clear] = useFormDraft<Form>(`setup.${runId}`, () => BLANK);
  const [faults, setFaults] = useState<string[]>([]);
  const ends = extent(run);
  const before = inForce?.kept.entry.fact;
  const means = form.means ?? before?.means ?? 'laser';
  const benchmark = benchmarks.find(({ id }) => id === (form.benchmark ?? before?.benchmark.id)) ?? (benchmarks[0] as Benchmark);
  const travel = form.travel ?? travelOf(run, inForce);
  const planned = fallThroughout(designs, ends);
  // A level stands level; everything else falls as the line does until somebody says otherwise.
  const usual = means === 'level' ? 0 : planned;
  const way = form.way ?? (Math.abs(usual) < 1e-6 ? 'level' : usual > 0 ? 'up' : 'down');
  const fallText = form.fall ?? gradientText(Math.abs(usual) < 1e-6 ? planned : usual);
  const names = [ends.start, ends.end].map((end) => endName(run, end, units)) as [string, string];
  const change = (part: Partial<Form>) => {
    setFaults([]);
    put((all) => ({ ...all, ...part }));
  };
  const typed = readForm({ form, before, way, fallText, travel, means, benchmark, units, start: ends.start, revision: force?.id });
  const fact = 'fact' in typed ? typed.fact : undefined;
  const cautions = fact ? setUpCautions(fact, { ...inputs, designs }, units) : [];
  const write = () => {
    if ('faults' in typed) return setFaults(typed.faults);
    const refused = enter(typed.fact);
    setFaults(refused === undefined ? [] : [refused]);
    if (refused === undefined) clear();
  };
  return (
    <Card title={inForce ? 'Set up anew' : 'Set the instrument up'}>
      {inForce ? <Text>Now: {instrumentWords(levels, units)}.</Text> : null}
      <Picker label="Means" value={means} options={MEANS} onChange={(next) => change({ means: next, way: undefined, fall: undefined })} />
      <Picker
        label="On benchmark"
        value={benchmark.id}
        options={benchmarks.map(({ id, name, level }) => ({ value: id, label: `${name}, ${formatLength(level, units, 'level')}` }))}
        onChange={(next) => change({ benchmark: next })}
      />
      {benchmark.disputed ? (
        <Notice kind="caution" title={`Two levels were said of ${benchmark.name}`}>
          <Text>Say below which is right before anything is taken from it.</Text>
        </Notice>
      ) : null}
      <TextField
        label={means === 'string' ? 'Line over the benchmark' : 'Backsight on the benchmark'}
        value={form.backsight}
        onText={(backsight) => change({ backsight })}
        keys="decimal"
      />
      <Choice
        label="The plane falls"
        value={way}
        options={[
          { value: 'up', label: `To ${names[1]}` },
          { value: 'down', label: `To ${names[0]}` },
          { value: 'level', label: 'Level' },
        ]}
        onChange={(next) => change({ way: next })}
      />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        {way === 'level' ? null : (
          <View style={{ flex: 1 }}>
            <TextField label="By" value={fallText} onText={(fall) => change({ fall })} placeholder="1:80" />
          </View>
        )}
        <View style={{ flex: 1 }}>
          <TextField
            label="At its height over"
            value={form.from ?? formatStation(before?.from ?? ends.start, units)}
            onText={(from) => change({ from })}
          />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Staff is long" value={form.rod ?? rodText(before?.rod ?? 5, units)} onText={(rod) => change({ rod })} />
        </View>
      </View>
      {means === 'sensors' ? (
        <TextField
          label="Slope set in the machine"
          value={form.set ?? (typeof before?.set === 'number' ? gradientText(before.set) : 'level')}
          onText={(set) => change({ set })}
          placeholder="1:80 or level"
        />
      ) : null}
      <Choice
        label="We dig towards"
        value={travel}
        options={[
          { value: 'up', label: names[1] },
          { value: 'down', label: names[0] },
        ]}
        onChange={(next) => change({ travel: next })}
      />
      {fact ? (
        <Text role="status">
          Plane {formatLength(planeOf(fact).height, units, 'level')} at {formatStation(fact.from, units)}, {fallWords(fact.fall, units)}.
        </Text>
      ) : null}
      {cautions.map((caution) => (
        <Notice key={caution} kind="caution" title="Before anybody digs">
          <Text>{caution}</Text>
        </Notice>
      ))}
      <Button mode="contained" icon="check" onPress={write}>
        Enter the set-up
      </Button>
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}

/** What people call an end of the run: the structure there, or its station. */
const endName = ({ structures }: Run, end: number, units: 'metric' | 'us'): string =>
  structures.find(({ station }) => Math.abs(station - end) < 0.5)?.name ?? formatStation(end, units);
const rodText = (rod: number, units: 'metric' | 'us'): string => formatLength(rod, units);
/** A fall as people type it, its sign said apart. */
const gradientText = (fall: number): string => (Math.abs(fall) < 1e-6 ? 'level' : `${Number((Math.abs(fall) * 100).toFixed(3))}%`);

interface Typed {
  form: Form;
  before: SetUpFact | undefined;
  way: 'up' | 'down' | 'level';
  fallText: string;
  travel: 'up' | 'down';
  means: LevelMeans;
  benchmark: Benchmark;
  units: 'metric' | 'us';
  start: number;
  revision: string | undefined;
}

/** The set-up a form makes, or every sentence about what is typed in it. */
function readForm({
  form,
  before,
  way,
  fallText,
  travel,
  means,
  benchmark,
  units,
  start,
  revision,
}: Typed): { fact: SetUpFact } | { faults: string[] } {
  const unit = bareUnit(units);
  const backsight =
    form.backsight.trim() === ''
      ? ({ ok: false, error: 'Type the backsight: what the rod reads on the benchmark.' } as const)
      : parseLength(form.backsight, unit);
  const fall = way === 'level' ? ({ ok: true, value: 0 } as const) : parseGradient(fallText);
  const from = form.from === undefined ? ({ ok: true, value: before?.from ?? start } as const) : parseStation(form.from, units);
  const rod = form.rod === undefined ? ({ ok: true, value: before?.rod ?? 5 } as const) : parseLength(form.rod, unit);
  const set = means !== 'sensors' ? ({ ok: true, value: null } as const) : slopeOf(form.set, before?.set ?? 0, way);
  const faults = [backsight, fall, from, rod, set].flatMap((one) => (one.ok ? [] : [one.error]));
  if (!backsight.ok || !fall.ok || !from.ok || !rod.ok || !set.ok) return { faults };
  const fact: SetUpFact = {
    kind: 'setUp',
    means,
    benchmark: { id: benchmark.id, name: benchmark.name, level: benchmark.level },
    backsight: backsight.value,
    fall: way === 'down' ? -fall.value : fall.value,
    from: from.value,
    set: set.value,
    rod: rod.value,
    travel,
    revision: revision ?? NO_REVISION,
    note: '',
  };
  return { fact };
}

/** The slope of the machine falls the way the plane does. */
function slopeOf(text: string | undefined, before: number, way: 'up' | 'down' | 'level') {
  if (text === undefined) return { ok: true, value: before } as const;
  const parsed = parseGradient(text);
  return parsed.ok ? ({ ok: true, value: way === 'down' ? -parsed.value : parsed.value } as const) : parsed;
}

/** A sight back on the benchmark: says whether the instrument stood still. */
function SightBack() {
  const { job, rules } = useSite();
  const { inForce } = useDig().levels;
  const enter = useEnter();
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string>();
  if (!inForce) return null;
  const { benchmark } = inForce.kept.entry.fact;
  const last = inForce.closings.at(-1);
  const write = () => {
    const parsed = parseLength(text, bareUnit(job.units));
    const refused = parsed.ok
      ? enter({ kind: 'sightBack', setUp: inForce.id, benchmark, reading: parsed.value, note: '' })
      : text.trim() === ''
        ? 'Type what the rod reads on the benchmark now.'
        : parsed.error;
    setFault(refused);
    if (refused === undefined) setText('');
  };
  return (
    <Card title="Sight back">
      <Text variant="bodySmall">
        At the end of the set-up, and whenever somebody may have touched it: the rod on {benchmark.name} reads the same within{' '}
        {formatLength(rules.sightBack.value ?? 0, job.units, 'size')}. {figuresIn(rules.sightBack.basis, job.units)}.
      </Text>
      {last ? (
        <Notice kind={last.closes ? 'note' : 'caution'} title={last.closes ? 'It closes' : 'It does not close'}>
          <Text>
            {formatLength(Math.abs(last.off), job.units, 'level')} off.{' '}
            {last.closes ? '' : 'Set up anew: what was read since the last good sight back is doubtful.'}
          </Text>
        </Notice>
      ) : null}
      <TextField label={`The rod on ${benchmark.name} reads`} value={text} onText={setText} keys="decimal" />
      <Button mode="outlined" onPress={write}>
        Enter the sight back
      </Button>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}
