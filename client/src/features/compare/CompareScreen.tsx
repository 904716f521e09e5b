import { productWith } from '@tamper/core/catalogue';
import type { PlanSummary } from '@tamper/core/compare';
import { formatHours, formatLength, formatMass, formatVolume, type UnitSystem } from '@tamper/core/units';
import type { Job, Run } from '@tamper/core/job';
import type { Remote } from 'comlink';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { useJob } from '../../data/documents';
import { useRuns, type RunHere } from '../../data/jobRuns';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Page, TopBar } from '../../ui/Screen';
import { View } from '../../ui/View';
import type { Compared, StudyWorker } from '../../workers/study.worker';
import type { Worked } from '../../workers/worked';
import { studyWorker } from '../../workers/studyWorker';
import { useLatest } from '../../workers/useLatest';
import { openRun } from '../frame/openRun';
import { Overlay } from './Overlay';

/** Two runs side by side: usually a run and its variant. */
export function CompareScreen({ jobId, a, b }: { jobId: string; a: string | undefined; b: string | undefined }) {
  const { document: job, error, retry } = useJob(jobId);
  const { runs, error: runsError, refresh } = useRuns(jobId);
  return (
    <>
      <TopBar title="Compare two runs" subtitle={job?.doc.name} back={`/jobs/${jobId}`} />
      {job && runs ? (
        <Comparison job={job.doc} jobId={jobId} runs={runs} a={a} b={b} />
      ) : (
        <Loading error={error ?? runsError} retry={() => (retry(), void refresh())} what="the runs" />
      )}
    </>
  );
}

interface Props {
  job: Job;
  jobId: string;
  runs: readonly RunHere[];
  a: string | undefined;
  b: string | undefined;
  /** Makes a variant of the first to compare with, where one stands on it already: that one is not chosen then. */
  onDuplicate?: () => void;
}

export function Comparison({ job, jobId, runs, a, b, onDuplicate }: Props) {
  const first = runs.find(({ id }) => id === a) ?? runs[0];
  const second = runs.find(({ id }) => id === b && id !== first?.id) ?? variantFor(runs, first) ?? runs.find(({ id }) => id !== first?.id);
  const inputs = useMemo(() => (first && second ? { job, runs: [first.doc, second.doc] } : undefined), [job, first, second]);
  const { result } = useLatest(studyWorker, inputs, compared);
  if (!first || !second)
    return (
      <Page>
        <Notice kind="note" title="There is only one run. Duplicate it as a variant, change the copy, and compare.">
          {onDuplicate ? <Variant onPress={onDuplicate} /> : null}
        </Notice>
      </Page>
    );
  const go = (next: { a: string; b: string }) => router.setParams(next);
  const options = runs.map(({ id, doc }) => ({ value: id, label: doc.name }));
  const [one, two] = result?.value ?? [];
  return (
    <Page>
      <View style={{ flexDirection: 'row', gap: 10 }}>
        {onDuplicate ? null : (
          <View style={{ flex: 1 }}>
            <Picker
              label="This"
              value={first.id}
              options={options}
              onChange={(id) => go({ a: id, b: second.id === id ? first.id : second.id })}
            />
          </View>
        )}
        <View style={{ flex: 1 }}>
          <Picker
            label="Against"
            value={second.id}
            options={onDuplicate ? options.filter(({ value }) => value !== first.id) : options}
            onChange={(id) => go({ a: first.id === id ? second.id : first.id, b: id })}
          />
        </View>
        {onDuplicate ? <Variant onPress={onDuplicate} /> : null}
      </View>
      <Card title="In numbers">
        {one && two ? <Numbers one={one.summary} two={two.summary} units={job.units} /> : <Text>Working it out…</Text>}
        <Text variant="bodySmall">
          {first.doc.name}: {linesOf(job, first.doc)}. {second.doc.name}: {linesOf(job, second.doc)}.
        </Text>
      </Card>
      <Card title="Long sections over each other">
        {one && two ? <Overlay sketches={[one.sketch, two.sketch]} units={job.units} /> : null}
      </Card>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {(onDuplicate ? [second] : [first, second]).map(({ id, doc }) => (
          <Button key={id} mode="outlined" onPress={() => openRun(jobId, id)}>
            Open {doc.name}
          </Button>
        ))}
      </View>
    </Page>
  );
}

const Variant = ({ onPress }: { onPress: () => void }) => (
  <Button mode="outlined" icon="copy" onPress={onPress}>
    Duplicate as a variant
  </Button>
);

/** What a run lays, by name. */
const linesOf = (job: Job, run: Run): string =>
  run.laid.map(({ product }) => productWith(product, job.products)?.name ?? product).join(', ');

/** The variant that belongs to a run, or the run a variant came from, by name. */
const variantFor = (runs: readonly RunHere[], run: RunHere | undefined): RunHere | undefined =>
  run &&
  runs.find(
    ({ id, doc }) =>
      id !== run.id && (doc.name.startsWith(`${run.doc.name} (variant)`) || run.doc.name.startsWith(`${doc.name} (variant)`)),
  );

const compared = (remote: Remote<StudyWorker>, { job, runs }: { job: Job; runs: RunHere['doc'][] }) =>
  remote.compare(job, runs) as Promise<Compared[]>;

type Show = (summary: PlanSummary, units: UnitSystem) => string;
const ROWS: readonly [string, keyof PlanSummary, Show][] = [
  ['Length', 'length', ({ length }, units) => formatLength(length, units, 'span')],
  ['Dig (bank)', 'dig', ({ dig }, units) => formatVolume(dig, units)],
  ['Deepest', 'deepest', ({ deepest }, units) => formatLength(deepest, units)],
  ['Widest top', 'widestTop', ({ widestTop }, units) => formatLength(widestTop, units)],
  ['Over protection depth', 'overProtection', ({ overProtection }, units) => formatLength(overProtection, units, 'span')],
  ['Dug by hand', 'handDig', ({ handDig }, units) => formatVolume(handDig, units)],
  ['Hours people work', 'hours', ({ hours }) => formatHours(hours)],
  ['Hours by hand', 'handHours', ({ handHours }) => (handHours > 0 ? formatHours(handHours) : '0 h')],
  ['Bored', 'bored', ({ bored }, units) => formatLength(bored, units, 'span')],
  ['Spoil (loose)', 'spoilLoose', ({ spoilLoose }, units) => formatVolume(spoilLoose, units)],
  ['Surplus (loose)', 'surplusLoose', ({ surplusLoose }, units) => formatVolume(surplusLoose, units)],
  ['Bed and surround', 'beddingMass', ({ beddingMass }, units) => formatMass(beddingMass, units)],
  ['Fill to bring', 'importFill', ({ importFill }, units) => formatVolume(importFill, units)],
  ['Stops', 'stops', ({ stops }) => String(stops)],
  ['Cautions', 'cautions', ({ cautions }) => String(cautions)],
];

function Numbers({ one, two, units }: { one: Worked<PlanSummary>; two: Worked<PlanSummary>; units: UnitSystem }) {
  const bad = [one, two].flatMap((each) => ('errors' in each ? each.errors.map(({ message }) => message) : []));
  return (
    <View role="table" aria-label="The two runs in numbers" style={{ gap: 2 }}>
      {bad.map((sentence) => (
        <Notice key={sentence} kind="stop" title={sentence} />
      ))}
      {ROWS.map(([name, key, show]) => {
        const [left, right] = [one, two].map((each) => ('value' in each ? each.value : undefined));
        const less = left && right ? Math.sign(right[key] - left[key]) : 0;
        const cell = (summary: PlanSummary | undefined, wins: boolean) => (
          <Text role="cell" variant={wins ? 'titleSmall' : 'bodyMedium'} style={{ flex: 1, color: wins ? colours.good : colours.ink }}>
            {summary ? show(summary, units) : '–'}
            {wins ? ' ✓' : ''}
          </Text>
        );
        return (
          <View key={key} role="row" style={{ flexDirection: 'row', gap: 6, minHeight: 30, alignItems: 'center' }}>
            <Text role="rowheader" style={{ flex: 1.2 }}>
              {name}
            </Text>
            {cell(left, less > 0)}
            {cell(right, less < 0)}
          </View>
        );
      })}
    </View>
  );
}
