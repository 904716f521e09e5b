import {
  extent,
  joinsOf,
  existingMetAt,
  productsKnown,
  readerOf,
  movedLine,
  lookAt,
  reachIndexAt,
  sectionAt,
  sectionIfDug,
  productOf,
  sameJson,
  withKnownProducts,
  type Job,
  type Run,
} from '@tamper/core';
import { useCallback, useMemo, useRef, useState } from 'react';
import { ScrollView, useWindowDimensions, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook, useWritten } from '../../data/useBook';
import { newId } from '../../data/newId';
import type { Part } from '../../drawing/SectionDrawing';
import { Strip } from '../../drawing/Strip';
import { colours, WIDE } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { Notice } from '../../ui/Notice';
import { Tabs } from '../../ui/Tabs';
import { useStable } from '../../ui/useStable';
import { useMends, useTakeFix } from '../../workers/useMends';
import { isStopped, type PlanState } from '../../workers/usePlan';
import { ChainageTable } from './ChainageTable';
import { faultIn, RunEditContext, type RunEdit } from './context';
import { Exchange } from './Exchange';
import { Findings } from './Findings';
import { Gates } from './Gates';
import { GradeFinder } from './GradeFinder';
import { KeyNumbers, NumberLine, OtherNumbers } from './KeyNumbers';
import { Panel } from './Panel';
import { PartBar } from './PartBar';
import { Picture, usePlanHand, type Look } from './Picture';
import { PlanTools } from './PlanTools';
import { useSafeGate } from '../site/useSafeGate';
import { useApply } from './useEdits';

const LOOKS: readonly { value: Look; label: string }[] = [
  { value: 'section', label: 'Section' },
  { value: 'long', label: 'Long' },
  { value: 'plan', label: 'Plan' },
];

interface Props {
  job: JobDocument;
  run: RunDocument;
  jobId: string;
  /** The job's other runs. */
  others: readonly Run[];
  state: PlanState;
  onBranch: (station: number) => void;
}

/** Everything below the bar. Drawings show the last inputs that made a plan. */
export function Board({ job, run, jobId, others, state, onBranch }: Props) {
  const { width, height } = useWindowDimensions();
  const wide = width >= WIDE;
  const [cursor, setCursor] = useState(run.doc.stations[0]?.station ?? 0);
  const [selected, setSelected] = useState<Part>();
  const [look, setLook] = useState<Look>('section');
  const [picking, setPicking] = useState(false);
  const good = state.good;

  const planned = !isStopped(state);
  const newest = useMemo(() => ({ job: job.doc, run: withKnownProducts(job.doc, run.doc) }), [job.doc, run.doc]);
  const trusted = planned || !good ? newest : good;
  const { start, end } = extent(trusted.run);
  const at = Math.min(end, Math.max(start, cursor));
  // The section follows the key press by itself; what needs the whole plan follows when the plan is there.
  const ahead = useMemo(() => (planned ? sectionIfDug(newest.job, newest.run, at) : undefined), [planned, newest, at]);
  const drawn = ahead ? newest : (good ?? newest);
  const section = useMemo(() => ahead ?? sectionAt(drawn.job, drawn.run, at), [ahead, drawn, at]);
  const apply = useApply(run);
  const closePanel = useCallback(() => setSelected(undefined), []);
  const mends = useMends(good);
  const fix = useTakeFix(mends, run.doc, !planned, apply);
  const reader = useMemo(() => readerOf(job.doc), [job.doc]);
  const pick = useStable((station: number) => {
    setPicking(false);
    setSelected('existing');
    apply([{ path: ['existing'], value: [...run.doc.existing, existingMetAt(run.doc, station, newId())] }]);
  });
  const moveLine = useStable(
    (id: string, centre: { x: number; y: number }) => void apply(movedLine(run.doc, section, id, centre), `laid.${id}`),
  );
  const go = useStable((station: number, about: string | undefined) => setCursor(lookAt(run.doc, about, station)));
  const { hand, setTool, setSelected: setPoint } = usePlanHand(run.doc, apply, setCursor, setSelected);
  const book = useBook(jobId, run.stored.id);
  const written = useWritten(book);
  const edit = useMemo(
    (): RunEdit => ({
      job: job.doc,
      run: run.doc,
      cursor: at,
      reachIndex: reachIndexAt(run.doc, at),
      section,
      apply,
      setCursor,
      picking,
      setPicking,
      others,
      plan: good?.plan,
      book: written,
      faultOf: (field) => faultIn(state.errors, field),
    }),
    [job.doc, run.doc, at, section, apply, picking, others, good, written, state.errors],
  );

  const units = job.doc.units;
  const { gate } = useSafeGate(book, units);
  const open = useSame(gate?.where ?? NOWHERE);
  const drawingWidth = wide ? width - 440 : width;
  const chips = <PartBar selected={selected} onSelect={setSelected} wide={wide} />;
  const shownNumbers = good && { plan: good.plan, section, units };
  const drawings = good ? (
    <>
      <Strip
        run={good.run}
        plan={good.plan}
        units={units}
        width={drawingWidth}
        cursor={at}
        open={open}
        onCursor={setCursor}
        onPick={picking ? pick : undefined}
      />
      <Picture
        good={good}
        drawn={drawn}
        doc={run.doc}
        section={section}
        look={look}
        width={drawingWidth}
        height={height}
        wide={wide}
        cursor={at}
        open={open}
        onCursor={setCursor}
        selected={selected}
        onPart={setSelected}
        others={others}
        hand={hand}
        onMoveLine={moveLine}
      />
    </>
  ) : state.errors.length === 0 ? (
    <Text role="status" style={{ padding: 16 }}>
      Working it out…
    </Text>
  ) : null;
  const below = (
    <>
      <Problems run={run} state={state} />
      {selected ? <Panel part={selected} onClose={closePanel} /> : null}
      {look === 'long' && good ? (
        <>
          {falls(job.doc, run.doc) ? <GradeFinder job={job.doc} run={run.doc} apply={apply} /> : null}
          <ChainageTable plan={good.plan} units={units} onGo={setCursor} />
        </>
      ) : null}
      {look === 'plan' ? (
        <>
          <PlanTools tool={hand.tool} onTool={setTool} selected={hand.selected} onSelected={setPoint} onBranch={() => onBranch(at)} />
          <Joins job={job.doc} run={run.doc} others={others} />
          <Exchange job={job} />
        </>
      ) : null}
      {good && good.plan.findings.length === 0 ? (
        <Notice kind="note" title="Nothing found against this plan. Check the ground on site all the same." />
      ) : null}
      {good ? <Findings findings={good.plan.findings} reader={reader} mends={mends} onGo={go} onFix={fix} /> : null}
    </>
  );

  return (
    <RunEditContext.Provider value={edit}>
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          gap: 6,
          paddingHorizontal: 6,
          paddingVertical: 4,
          backgroundColor: colours.chalk,
        }}
      >
        <Gates job={job} good={good} safe={gate} others={others} jobId={jobId} runId={run.stored.id} wide={wide} />
        <View style={{ marginLeft: 'auto' }}>
          <Tabs label="Look at the" value={look} options={LOOKS} onChange={setLook} />
        </View>
      </View>
      {wide ? (
        <View role="main" style={{ flex: 1, flexDirection: 'row', minHeight: 0 }}>
          <ScrollView style={{ width: drawingWidth, flexGrow: 0, backgroundColor: colours.chalk }}>
            {drawings}
            <View style={{ padding: 12 }}>{shownNumbers ? <KeyNumbers {...shownNumbers} /> : null}</View>
          </ScrollView>
          <ScrollView
            style={{ flex: 1, borderLeftWidth: 1, borderLeftColor: colours.line, backgroundColor: colours.chalk }}
            contentContainerStyle={{ padding: 12, gap: 12 }}
          >
            {chips}
            {below}
          </ScrollView>
        </View>
      ) : (
        <View role="main" style={{ flex: 1, minHeight: 0 }}>
          {drawings}
          {shownNumbers && look === 'section' ? <NumberLine {...shownNumbers} /> : null}
          {chips}
          <ScrollView style={{ flex: 1, backgroundColor: colours.chalk }} contentContainerStyle={{ padding: 10, gap: 10 }}>
            {below}
            {shownNumbers ? <OtherNumbers {...shownNumbers} /> : null}
          </ScrollView>
        </View>
      )}
    </RunEditContext.Provider>
  );
}

const NOWHERE: readonly never[] = [];
/** A value that stays the same object while it says the same. */
function useSame<T>(value: T): T {
  const last = useRef(value);
  if (!sameJson(last.current, value)) last.current = value;
  return last.current;
}

/** Does the line run by gravity, or is it laid so? */
const falls = (job: Job, run: Run): boolean =>
  (productsKnown(job, run) && productOf(job, run).minFall > 0) || run.reaches.some(({ levels }) => levels.kind === 'gravity');

/** What cannot be saved, planned or joined, in sentences. */
function Problems({ run, state }: { run: Props['run']; state: PlanState }) {
  return (
    <>
      <Conflict document={run} what="this run" />
      {state.crash ? (
        <Notice kind="stop" role="alert" title={`The planner stopped: ${state.crash} Reload the page; your inputs are saved.`} />
      ) : null}
      {state.errors.length > 0 ? (
        <Notice
          kind="stop"
          role="alert"
          title={state.good ? 'These inputs cannot be dug. The drawing shows the last that could.' : 'These inputs cannot be dug yet.'}
        >
          {state.errors.map((error) => (
            <Text key={error.field + error.message}>{error.message}</Text>
          ))}
        </Notice>
      ) : null}
    </>
  );
}

/** Where this run meets others of the job, and what does not fit there. */
function Joins({ job, run, others }: { job: Job; run: Run; others: readonly Run[] }) {
  const joins = useMemo(
    () =>
      joinsOf(
        job,
        [run, ...others].map((one) => withKnownProducts(job, one)),
      ).filter(({ ends }) => ends.some((end) => end.run === 0)),
    [job, run, others],
  );
  return joins.map(({ name, ends, faults }) => (
    <Notice
      key={name}
      kind={faults.length > 0 ? 'caution' : 'note'}
      title={`Joined at ${name} with ${ends.flatMap((end) => (end.run === 0 ? [] : (others[end.run - 1]?.name ?? []))).join(', ')}`}
    >
      {faults.map((fault) => (
        <Text key={fault}>{fault}</Text>
      ))}
    </Notice>
  ));
}
