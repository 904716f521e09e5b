import {
  extent,
  joinsOf,
  lineMetAt,
  linesKnown,
  movedLine,
  movePoint,
  reachIndexAt,
  resolveRules,
  sectionAt,
  sectionIfDug,
  serviceOf,
  tooCloseIn,
  withKnownLines,
  type Fix,
  type Job,
  type Patch,
  type PlanPoint,
  type Reach,
  type Run,
  type Section,
} from '@tamper/core';
import { memo, useCallback, useMemo, useState } from 'react';
import { ScrollView, useWindowDimensions, View } from 'react-native';
import { IconButton, Text } from 'react-native-paper';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useOtherRuns } from '../../data/jobRuns';
import { LongSection } from '../../drawing/LongSection';
import { PlanDrawing, type PlanTool } from '../../drawing/PlanDrawing';
import { SectionDrawing, type Part } from '../../drawing/SectionDrawing';
import { Strip } from '../../drawing/Strip';
import { colours, TARGET, WIDE } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Conflict } from '../../ui/Conflict';
import { Notice } from '../../ui/Notice';
import { Tabs } from '../../ui/Tabs';
import { useStable } from '../../ui/useStable';
import type { PlanState } from '../../workers/usePlan';
import { ChainageTable } from './ChainageTable';
import { faultIn, patched, RunEditContext, useRunEdit, type RunEdit } from './context';
import { editors } from './editors';
import { Exchange } from './Exchange';
import { Findings } from './Findings';
import { Gates } from './Gates';
import { GradeFinder } from './GradeFinder';
import { KeyNumbers, NumberLine, OtherNumbers } from './KeyNumbers';
import { PartBar } from './PartBar';
import { PlanTools, touched } from './PlanTools';

/** The three ways to look at a run. */
type Look = 'section' | 'long' | 'plan';
const LOOKS: readonly { value: Look; label: string }[] = [
  { value: 'section', label: 'Section' },
  { value: 'long', label: 'Long' },
  { value: 'plan', label: 'Plan' },
];

interface Props {
  job: JobDocument;
  run: RunDocument;
  jobId: string;
  state: PlanState;
  onBranch: (station: number) => void;
}

/** Everything below the bar. Drawings show the last inputs that made a plan. */
export function Board({ job, run, jobId, state, onBranch }: Props) {
  const { width, height } = useWindowDimensions();
  const wide = width >= WIDE;
  const [cursor, setCursor] = useState(run.doc.stations[0]?.station ?? 0);
  const [selected, setSelected] = useState<Part>();
  const [look, setLook] = useState<Look>('section');
  const [picking, setPicking] = useState(false);
  const good = state.good;
  const others = useOtherRuns(jobId, run.doc.name);

  const planned = state.errors.length === 0 && state.crash === undefined;
  const newest = useMemo(() => ({ job: job.doc, run: withKnownLines(job.doc, run.doc) }), [job.doc, run.doc]);
  const trusted = planned || !good ? newest : good;
  const { start, end } = extent(trusted.run);
  const at = Math.min(end, Math.max(start, cursor));
  // The section follows the key press by itself; what needs the whole plan follows when the plan is there.
  const ahead = useMemo(() => (planned ? sectionIfDug(newest.job, newest.run, at) : undefined), [planned, newest, at]);
  const drawn = ahead ? newest : (good ?? newest);
  const section = useMemo(() => ahead ?? sectionAt(drawn.job, drawn.run, at), [ahead, drawn, at]);
  const apply = useStable((patches: readonly Patch[], tag?: string) => {
    const next = patched(run.doc, patches);
    if ('fault' in next) return next.fault;
    run.change(next.run, tag);
    return undefined;
  });
  const closePanel = useCallback(() => setSelected(undefined), []);
  const fix = useStable((chosen: Fix) => void apply(chosen.patches));
  const pick = useStable((station: number) => {
    setPicking(false);
    setSelected('lines');
    apply([{ path: ['lines'], value: [...run.doc.lines, lineMetAt(run.doc, station)] }]);
  });
  const moveLine = useStable(
    (index: number, centre: { x: number; y: number }) => void apply(movedLine(run.doc, section, index, centre), `services[${index}]`),
  );
  const { hand, setTool, setSelected: setPoint } = usePlanHand(run.doc, apply, setCursor, setSelected);
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
      plan: good?.plan,
      faultOf: (field) => faultIn(state.errors, field),
    }),
    [job.doc, run.doc, at, section, apply, picking, good, state.errors],
  );

  const units = job.doc.units;
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
      {good ? <Findings findings={good.plan.findings} units={units} onGo={setCursor} onFix={fix} /> : null}
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
        <Gates job={job.doc} good={good} planned={planned} others={others} jobId={jobId} runId={run.stored.id} wide={wide} />
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

type Good = NonNullable<PlanState['good']>;

/** Does the line run by gravity, or is it laid so? */
const falls = (job: Job, run: Run): boolean =>
  (linesKnown(job, run) && serviceOf(job, run).minFall > 0) || run.reaches.some(({ levels }) => levels.kind === 'gravity');

interface PictureProps {
  good: Good;
  /** What the section is of: the newest inputs where they can be dug. */
  drawn: Pick<Good, 'job' | 'run'>;
  /** The newest inputs: the plan view follows the finger, ahead of the plan. */
  doc: Run;
  section: Section;
  look: Look;
  width: number;
  height: number;
  wide: boolean;
  cursor: number;
  onCursor: (station: number) => void;
  selected: Part | undefined;
  onPart: (part: Part) => void;
  others: readonly Run[];
  hand: PlanHand;
  onMoveLine: (index: number, centre: { x: number; y: number }) => void;
}

/** The drawing one looks at: across, along, or from above. */
function Picture({
  good,
  drawn,
  doc,
  section,
  look,
  width,
  height,
  wide,
  cursor,
  onCursor,
  selected,
  onPart,
  others,
  hand,
  onMoveLine,
}: PictureProps) {
  const { job, run, plan } = good;
  const [whole, setWhole] = useState(wide);
  const existing = useMemo(() => linesAt(good, cursor), [good, cursor]);
  const close = useMemo(() => tooCloseIn(drawn.job, drawn.run, section.reachIndex), [drawn, section.reachIndex]);
  const turn = useCallback(() => setWhole((before) => !before), []);
  const tall = wide ? Math.max(280, height - 400) : Math.round(height * 0.4);
  const size = { width, height: tall, units: job.units, cursor };
  if (look === 'long')
    return (
      <LongSection
        run={run}
        service={serviceOf(job, run)}
        plan={plan}
        onCursor={onCursor}
        clearance={resolveRules(job.ruleSet, job.overrides).lineClearance.value ?? 0}
        {...size}
      />
    );
  if (look === 'plan') return <PlanDrawing run={doc} plan={plan} others={others} {...hand} {...size} />;
  return (
    <View>
      <SectionDrawing
        section={section}
        reach={drawn.run.reaches[section.reachIndex] as Reach}
        units={drawn.job.units}
        width={width}
        height={wide ? Math.max(240, height - 440) : Math.max(200, Math.min(300, height * 0.3))}
        selected={selected}
        onPart={onPart}
        whole={whole}
        name={run.name}
        existing={existing}
        ruleSet={drawn.job.ruleSet}
        close={close}
        onMoveLine={onMoveLine}
      />
      <View style={{ position: 'absolute', right: 4, bottom: 4 }}>
        <Button compact mode="outlined" onPress={turn} style={OVER}>
          {whole ? 'Closer' : 'With spoil'}
        </Button>
      </View>
    </View>
  );
}
const OVER = { backgroundColor: colours.paper };

/** What the hand does on the plan view: its tool, the point it holds, and what a touch or a drag changes. */
interface PlanHand {
  tool: PlanTool;
  selected: number | undefined;
  onTouch: (point: PlanPoint) => void;
  onSelect: (index: number) => void;
  onMove: (index: number, point: PlanPoint) => void;
}

function usePlanHand(run: Run, apply: RunEdit['apply'], onCursor: (station: number) => void, onPart: (part: Part) => void) {
  const [tool, setTool] = useState<PlanTool>('look');
  const [selected, setSelected] = useState<number>();
  const onTouch = useStable((point: PlanPoint) => {
    const done = touched(run, tool, point);
    if (done.patches && apply(done.patches) !== undefined) return;
    if (done.selected !== undefined) setSelected(done.selected);
    if (done.cursor !== undefined) onCursor(done.cursor);
    if (done.line) {
      setTool('look');
      onPart('lines');
    }
  });
  const onMove = useStable((index: number, point: PlanPoint) => {
    const patches = movePoint(run, index, point);
    if (patches.length > 0) apply(patches, `point.${index}`);
  });
  return { hand: { tool, selected, onTouch, onSelect: setSelected, onMove }, setTool, setSelected };
}

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
        [run, ...others].map((one) => withKnownLines(job, one)),
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

/** What lies in the ground already at a station, from the plan on screen. */
function linesAt({ plan }: Good, station: number) {
  const near = plan.handWindows.filter((window) => window.from <= station && station <= window.to);
  const lines = near.flatMap((window) => window.lines.flatMap((index) => plan.lines[index] ?? []));
  return { lines, handOnly: near.length > 0 };
}

/** Parts that are set for the whole run, not reach by reach. */
const WHOLE_RUN: readonly Part[] = ['levels', 'lines', 'line', 'structures', 'way', 'spoil', 'reach'];

/** The inputs of one part. Those of a reach begin anew with each reach; the others go on while the cursor wanders. */
const Panel = memo(function Panel({ part, onClose }: { part: Part; onClose: () => void }) {
  const { job, run, reachIndex } = useRunEdit();
  const { title, Editor } = editors[part];
  const known = part === 'line' || linesKnown(job, run);
  const whole = WHOLE_RUN.includes(part);
  return (
    <View
      role="form"
      aria-label={title}
      style={{ backgroundColor: colours.paper, padding: 12, gap: 6, borderRadius: 8, borderWidth: 1, borderColor: colours.line }}
    >
      <PanelHead title={`${title}${run.reaches.length > 1 && !whole ? ` · reach ${reachIndex + 1}` : ''}`} onClose={onClose} />
      {known ? (
        <Editor key={whole && part !== 'reach' ? part : `${part}.${reachIndex}`} />
      ) : (
        <Text>One of the lines is not in the catalogue any more. Choose another under Line first.</Text>
      )}
    </View>
  );
});

const PanelHead = memo(function PanelHead({ title, onClose }: { title: string; onClose: () => void }) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center' }}>
      <Text variant="titleMedium" role="heading" aria-level={2} style={{ flex: 1 }}>
        {title}
      </Text>
      <IconButton
        icon="close"
        accessibilityLabel="Close the inputs"
        onPress={onClose}
        style={{ margin: 0, width: TARGET, height: TARGET }}
      />
    </View>
  );
});
