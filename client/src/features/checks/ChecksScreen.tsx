import { useRoom } from '../../ui/useRoom';
import type { Check, CheckedLine, Curve } from '@tamper/core/line-checks';
import type { Job, Run } from '@tamper/core/job';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import { Text } from '../../ui/Text';
import type { RunDocument } from '../../data/documents';
import { LazyLineChart } from '../../drawing/lazyCharts';
import { sans } from '../../theme/fonts';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Conflict } from '../../ui/Conflict';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Page } from '../../ui/Screen';
import { View } from '../../ui/View';
import type { StudyWorker } from '../../workers/study.worker';
import type { Worked } from '../../workers/worked';
import { studyWorker } from '../../workers/studyWorker';
import { useLatest } from '../../workers/useLatest';
import { CircuitFields } from './CircuitFields';
import { useSession } from '../frame/session';
import { WaterFields } from '../run/WaterFields';

/** Every line of a run against what could go wrong with it in the ground: formula, figures, limit and source. */
export function ChecksScreen() {
  const { job, run } = useSession();
  return (
    <Page>
      <Conflict document={run} what="this run" />
      <Lines job={job.doc} run={run} />
    </Page>
  );
}

const checked = async (remote: Remote<StudyWorker>, { job, run }: { job: Job; run: Run }): Promise<Worked<CheckedLine[]>> =>
  (await remote.checks(job, run)) as Worked<CheckedLine[]>;

function Lines({ job, run }: { job: Job; run: RunDocument }) {
  const inputs = useMemo(() => ({ job, run: run.doc }), [job, run.doc]);
  const { result, crash } = useLatest(studyWorker, inputs, checked);
  const lines = result && 'value' in result.value ? result.value.value : undefined;
  const errors = result && 'errors' in result.value ? result.value.errors : [];
  return (
    <>
      <Faults title="These inputs cannot be dug" faults={[...errors.map(({ message }) => message), ...(crash ? [crash] : [])]} />
      <Text>
        What could go wrong with a line in the ground, worked out along its whole way. Defaults, not a design: the maker, the owner and
        whoever is licensed for it decide.
      </Text>
      <Card title="Water in the ground">
        <WaterFields job={job} run={run} />
      </Card>
      {result ? null : <Text role="status">Working it out…</Text>}
      {lines?.map((line) => (
        <LineCard key={line.line.id} run={run} units={job.units} checked={line} />
      ))}
    </>
  );
}

function LineCard({
  run,
  units,
  checked: { line, checks, ways, conducting },
}: {
  run: RunDocument;
  units: Job['units'];
  checked: CheckedLine;
}) {
  const count = (state: Check['state']) => checks.filter((check) => check.state === state).length;
  const [failing, open, noted] = [count('fails'), count('open'), count('note')];
  return (
    <Card title={`${line.name}: ${line.product.name}`}>
      <Text
        role="status"
        variant="titleSmall"
        style={{ color: failing > 0 ? colours.stop : open + noted > 0 ? colours.ink : colours.good }}
      >
        {[
          failing > 0 ? `${failing} of ${checks.length} checks fail` : `${count('ok')} of ${checks.length} checks hold`,
          ...(noted > 0 ? [`${noted} to look at`] : []),
          ...(open > 0 ? [`${open} not worked out`] : []),
        ].join(', ')}
      </Text>
      {conducting.map((cable) => (
        <CircuitFields key={cable.id} run={run} line={line} cable={cable} units={units} />
      ))}
      {checks.map((check) => (
        <OneCheck key={check.id} check={check} />
      ))}
      {ways.length > 0 ? <Ways ways={ways} /> : null}
    </Card>
  );
}

const LOOKS = {
  ok: { icon: 'check', colour: colours.good, word: 'Holds' },
  note: { icon: 'note', colour: colours.ink, word: 'Note' },
  open: { icon: 'note', colour: colours.ink, word: 'Not worked out' },
  fails: { icon: 'stop', colour: colours.stop, word: 'Fails' },
} as const;

function OneCheck({ check }: { check: Check }) {
  const look = LOOKS[check.state];
  return (
    <View role="group" aria-label={check.title} style={{ gap: 3, borderTopWidth: 1, borderColor: colours.line, paddingTop: 8 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
        <Icon name={look.icon} color={look.colour} size={20} />
        <Text variant="titleSmall" style={{ flex: 1 }}>
          {check.title}
        </Text>
        <Text variant="labelMedium" style={{ color: look.colour }}>
          {look.word}
        </Text>
      </View>
      <Text variant="titleMedium" style={{ fontVariant: ['tabular-nums'] }}>
        {check.result}
      </Text>
      <Text variant="bodySmall">{check.limit}</Text>
      {check.advice ? <Text>{check.advice}</Text> : null}
      {check.curves.map((curve) => (
        <CurveChart key={curve.title} curve={curve} />
      ))}
      <Text variant="bodySmall">{check.formula}</Text>
      <Text variant="bodySmall">{check.inputs.map(({ name, value }) => `${name} ${value}`).join('; ')}.</Text>
      <Text variant="bodySmall">{check.source}.</Text>
    </View>
  );
}

/** Most points the chart draws: a run has thousands of stations. */
const MOST_POINTS = 40;
/** Room for half a name at both ends, pixels. */
const ENDS = 34;

function CurveChart({ curve }: { curve: Curve }) {
  const { page: width } = useRoom();
  const room = Math.min(width, 720) - 120;
  const every = Math.max(1, Math.ceil(curve.points.length / MOST_POINTS));
  const points = curve.points.filter((_, i) => i % every === 0 || i === curve.points.length - 1);
  const few = points.length <= 5;
  // Names of a few points stand under them, one word each; of many only the ends are told.
  const data = points.map(({ value, label }, i) => ({
    value,
    label: few ? (label.split(' ')[0] ?? '') : i === 0 || i === points.length - 1 ? label : '',
    labelTextStyle: { fontFamily: sans.regular, fontSize: 11, width: 64, textAlign: 'center' as const },
  }));
  const [first, last] = [curve.points[0], curve.points.at(-1)];
  return (
    <View role="img" aria-label={`${curve.title}: ${first?.label} ${first?.shown} to ${last?.label} ${last?.shown}`} style={{ gap: 4 }}>
      <Text variant="labelSmall">{curve.title}</Text>
      <View style={{ minHeight: 140 }}>
        <LazyLineChart
          data={data}
          width={room}
          height={110}
          spacing={(room - 2 * ENDS) / Math.max(1, points.length - 1)}
          initialSpacing={ENDS}
          color={colours.clay}
          thickness={3}
          hideDataPoints={!few}
          dataPointsColor={colours.clay}
          noOfSections={3}
          yAxisTextStyle={{ fontFamily: sans.regular, fontSize: 11 }}
          rulesColor={colours.line}
          disableScroll
          animationDuration={1}
        />
      </View>
    </View>
  );
}

/** Three ways to get the cable in, side by side. */
function Ways({ ways }: { ways: CheckedLine['ways'] }) {
  return (
    <View role="table" aria-label="Three ways to lay it" style={{ gap: 4, borderTopWidth: 1, borderColor: colours.line, paddingTop: 8 }}>
      <Text variant="titleSmall">Three ways to lay it</Text>
      {ways.map(({ name, people, joints, force, within, risk }) => (
        <View key={name} role="row" style={{ gap: 1 }}>
          <Text role="rowheader">
            {name}: {people} people, {joints} joints, {force}
          </Text>
          <Text role="cell" variant="bodySmall">
            {within === false ? 'Past the limits of this cable. ' : within === undefined ? 'No limits of this cable are known. ' : ''}
            {risk}.
          </Text>
        </View>
      ))}
      <Notice kind="caution" title="Rotating drums and taut ropes maim: brake on the drum, nobody in the bight, gloves off the rollers." />
    </View>
  );
}
