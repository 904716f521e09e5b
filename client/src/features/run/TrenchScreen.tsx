import { extent, joinsOf, lookAt, reachIndexAt } from '@tamper/core/alignment';
import { existingMetAt, productsKnown, productOf, withKnownProducts, type Job, type Run } from '@tamper/core/job';
import { movedLine, sectionAt, sectionIfDug } from '@tamper/core/section';
import { memo, useDeferredValue, useMemo, useState, type ComponentType, type ReactNode } from 'react';
import { ScrollView } from 'react-native';
import { Text } from '../../ui/Text';
import { useWritten } from '../../data/useBook';
import { newId } from '../../data/newId';
import type { Part } from '../../drawing/SectionDrawing';
import { Strip } from '../../drawing/Strip';
import { colours } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { later } from '../../ui/later';
import { Notice } from '../../ui/Notice';
import { useRoom, type Room } from '../../ui/useRoom';
import { Terms } from '../../ui/Terms';
import { View } from '../../ui/View';
import { useStable } from '../../ui/useStable';
import { useCursor, useMendsHere, useOthers, usePlanned, useSession, useWhere } from '../frame/session';
import {
  faultIn,
  OnRecordContext,
  RunEditContext,
  SectionContext,
  TouchContext,
  useOnRecord,
  usePlanOnScreen,
  useRunEdit,
  useSectionHere,
  useTouch,
  type RunEdit,
} from './context';
import { Findings } from './Findings';
import { KeyNumbers, NumberLine, OtherNumbers, type NumbersProps } from './KeyNumbers';
import { Panel } from './Panel';
import { PartBar, PartChooser } from './PartBar';
import { parts } from './editors';
import { PhotosHere } from './PhotosHere';
import { PhonePage } from './PhonePage';
import { Picture, type Look } from './Picture';
import { PlanTools } from './PlanTools';
import { useMarksOnRecord } from './useMarksOnRecord';
import { usePlanHand } from './usePlanHand';

// What only one of the drawings has below it comes with that.
const ChainageTable = later(async () => (await import('./ChainageTable')).ChainageTable);
const GradeFinder = later(async () => (await import('./GradeFinder')).GradeFinder);
const Exchange = later(async () => (await import('./Exchange')).Exchange);

/** The trench: strip, drawings, numbers, findings; touch a part to change it. Drawings show the last inputs that made a plan. */
export function TrenchScreen({ tab: look }: { tab: Look }) {
  return (
    <Editing>
      <Trench look={look} />
    </Editing>
  );
}

/** What the editors and drawings of the trench work on, told to each of them; nothing round them is drawn anew at a key press. */
function Editing({ children }: { children: ReactNode }) {
  const { jobId, job, run, book, apply } = useSession();
  const others = useOthers();
  const { state, planned } = usePlanned();
  const { look } = useWhere();
  const cursor = useCursor().cursor ?? run.doc.stations[0]?.station ?? 0;
  const setCursor = useStable((station: number) => look({ cursor: station }));
  const [picking, setPicking] = useState(false);
  const { good, errors } = state;

  const edited = useMemo(() => ({ job: job.doc, run: withKnownProducts(job.doc, run.doc) }), [job.doc, run.doc]);
  // What is typed stands in its field first; drawing and figures follow when that is painted.
  const newest = useDeferredValue(edited);
  const trusted = planned || !good ? newest : good;
  const { start, end } = extent(trusted.run);
  const at = Math.min(end, Math.max(start, cursor));
  // The section follows the key press by itself; what needs the whole plan follows when the plan is there.
  const ahead = useMemo(() => (planned ? sectionIfDug(newest.job, newest.run, at) : undefined), [planned, newest, at]);
  const drawn = ahead ? newest : (good ?? newest);
  const section = useMemo(() => ahead ?? sectionAt(drawn.job, drawn.run, at), [ahead, drawn, at]);
  const written = useWritten(book);
  const edit = useMemo(
    (): RunEdit => ({
      jobId,
      job: job.doc,
      run: run.doc,
      cursor: at,
      reachIndex: reachIndexAt(run.doc, at),
      apply,
      setCursor,
      picking,
      setPicking,
      others,
      book: written,
      faultOf: (field) => faultIn(errors, field),
    }),
    [jobId, job.doc, run.doc, at, apply, setCursor, picking, others, written, errors],
  );
  const here = useMemo(() => ({ section, drawn }), [section, drawn]);
  const setPart = useStable((part: Part) => look({ part }));
  const tools = usePlanHand(setPart);
  const pick = useStable((station: number) => {
    setPicking(false);
    setPart('existing');
    apply([{ path: ['existing'], value: [...run.doc.existing, existingMetAt(run.doc, station, newId())] }]);
  });
  const moveLine = useStable(
    (id: string, centre: { x: number; y: number }) => void apply(movedLine(run.doc, section, id, centre), `laid.${id}`),
  );
  const touch = useMemo(
    () => ({ tools, cursor: at, setCursor, moveLine, pick: picking ? pick : undefined }),
    [tools, at, setCursor, moveLine, picking, pick],
  );
  const record = useMarksOnRecord(at);
  return (
    <RunEditContext.Provider value={edit}>
      <OnRecordContext.Provider value={record}>
        <SectionContext.Provider value={here}>
          <TouchContext.Provider value={touch}>{children}</TouchContext.Provider>
        </SectionContext.Provider>
      </OnRecordContext.Provider>
    </RunEditContext.Provider>
  );
}

/** How the screen is laid out: it changes with the room there is, the tab and the part whose inputs are open. */
const Trench = memo(function Trench({ look }: { look: Look }) {
  const { part, look: lookThere } = useWhere();
  const room = useRoom();
  const { wide, page } = room;
  const selected = parts.find((known) => known === part);
  const setSelected = useStable((next: Part | undefined) => lookThere({ part: next }));
  const closePanel = useStable(() => setSelected(undefined));
  const { tools, pick } = useTouch();

  const drawingWidth = wide ? page - Math.min(440, Math.round(page * 0.45)) : page;
  // All parts stand there by name where there is room for them beside their inputs.
  const roomy = wide && !room.low;
  const height = pictureHeight(look, room, selected !== undefined);
  const strip = useMemo(() => <Along width={drawingWidth} />, [drawingWidth]);
  const picture = useMemo(
    () => <Picture {...{ look, height, wide, selected }} width={drawingWidth} onPart={setSelected} />,
    [look, height, wide, selected, drawingWidth, setSelected],
  );
  const chooser = selected ? null : <PartChooser selected={selected} onSelect={setSelected} />;
  const withPhotos = useMemo(() => <PhotosHere beside={<PartChooser selected={undefined} onSelect={setSelected} />} />, [setSelected]);
  const below = (
    <>
      <Unsaved />
      <Problems />
      {selected ? <Panel part={selected} onClose={closePanel} /> : null}
      {selected && !roomy ? <PartChooser selected={selected} onSelect={setSelected} /> : null}
      {look === 'long' ? <Levels /> : null}
      {look === 'plan' ? <Course /> : null}
      <Found />
      <Terms />
    </>
  );

  if (wide)
    return (
      <View role="main" style={{ flex: 1, flexDirection: 'row', minHeight: 0 }}>
        <ScrollView style={{ width: drawingWidth, flexGrow: 0, backgroundColor: colours.chalk }}>
          {strip}
          {picture}
          <View style={{ padding: 12, gap: 12 }}>
            <PhotosHere />
            <Numbers as={KeyNumbers} />
          </View>
        </ScrollView>
        <ScrollView
          style={{ flex: 1, borderLeftWidth: 1, borderLeftColor: colours.line, backgroundColor: colours.chalk }}
          contentContainerStyle={{ padding: 12, gap: 12 }}
        >
          {roomy ? <PartBar selected={selected} onSelect={setSelected} /> : chooser}
          {below}
        </ScrollView>
      </View>
    );
  return (
    <PhonePage
      strip={strip}
      picture={picture}
      pictureHeight={height}
      numbers={<Numbers as={NumberLine} />}
      touching={pick !== undefined || (look === 'plan' && tools.hand.tool !== 'look')}
    >
      {selected ? null : withPhotos}
      {below}
      <Numbers as={OtherNumbers} />
    </PhonePage>
  );
});

/** The strip of the run as planned. */
function Along({ width }: { width: number }) {
  const { good, errors } = usePlanned().state;
  const { cursor, setCursor, pick } = useTouch();
  const { marks, pictured, open } = useOnRecord();
  if (good)
    return (
      <Strip
        run={good.run}
        plan={good.plan}
        units={good.job.units}
        width={width}
        cursor={cursor}
        open={open}
        pictured={pictured}
        marks={marks?.strip}
        onCursor={setCursor}
        onPick={pick}
      />
    );
  return errors.length === 0 ? (
    <Text role="status" style={{ padding: 16 }}>
      Working it out…
    </Text>
  ) : null;
}

/** Numbers of the section at the cursor and of the whole run. */
function Numbers({ as: As }: { as: ComponentType<NumbersProps> }) {
  const plan = usePlanOnScreen();
  const { section, drawn } = useSectionHere();
  return plan ? <As plan={plan} section={section} units={drawn.job.units} /> : null;
}

/** Below the long section: a grade to be found, and the levels by chainage. */
function Levels() {
  const { job, run, apply, setCursor } = useRunEdit();
  const plan = usePlanOnScreen();
  if (!plan) return null;
  return (
    <>
      {falls(job, run) ? <GradeFinder job={job} run={run} apply={apply} /> : null}
      <ChainageTable plan={plan} units={job.units} onGo={setCursor} />
    </>
  );
}

/** Below the view from above: the tools for the course, what the run joins, and files. */
function Course() {
  const { hand, setTool, setPoint } = useTouch().tools;
  const { job: document, branch } = useSession();
  const { job, run, others, cursor } = useRunEdit();
  return (
    <>
      <PlanTools tool={hand.tool} onTool={setTool} selected={hand.selected} onSelected={setPoint} onBranch={() => branch(cursor)} />
      <Joins job={job} run={run} others={others} />
      <Exchange job={document} />
    </>
  );
}

/** What is found against the plan on screen. */
function Found() {
  const { run, reader } = useSession();
  const { look } = useWhere();
  const plan = usePlanOnScreen();
  const { mends, onFix } = useMendsHere();
  const go = useStable((station: number, about: string | undefined) => look({ cursor: lookAt(run.doc, about, station) }));
  if (!plan) return null;
  return (
    <>
      {plan.findings.length === 0 ? (
        <Notice kind="note" title="Nothing found against this plan. Check the ground on site all the same." />
      ) : null}
      <Findings findings={plan.findings} reader={reader} mends={mends} onGo={go} onFix={onFix} />
    </>
  );
}

/** How high a drawing is, pixels: most of the page while one looks, a sliver of a phone's while inputs are open. */
function pictureHeight(look: Look, { height, wide, low }: Room, editing: boolean): number {
  if (wide && low) return Math.max(150, height - 200);
  if (wide) return Math.max(look === 'section' ? 240 : 280, height - 400);
  if (editing && look !== 'plan') return Math.min(200, Math.max(120, height * 0.2));
  return Math.round(Math.min(look === 'section' ? 340 : 420, Math.max(200, height * (look === 'section' ? 0.32 : 0.42))));
}

/** Does the line run by gravity, or is it laid so? */
const falls = (job: Job, run: Run): boolean =>
  (productsKnown(job, run) && productOf(job, run).minFall > 0) || run.reaches.some(({ levels }) => levels.kind === 'gravity');

/** Why the run is not saved; looked at for every key. */
function Unsaved() {
  const { run } = useSession();
  return run.amiss ? <Conflict document={run} what="this run" /> : null;
}

/** What cannot be planned, in sentences. */
function Problems() {
  const { state } = usePlanned();
  return (
    <>
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
