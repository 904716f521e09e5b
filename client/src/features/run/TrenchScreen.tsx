import {
  extent,
  joinsOf,
  existingMetAt,
  productsKnown,
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
import { useMemo, useRef, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useWritten } from '../../data/useBook';
import { newId } from '../../data/newId';
import type { Part } from '../../drawing/SectionDrawing';
import { Strip } from '../../drawing/Strip';
import { colours } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { Notice } from '../../ui/Notice';
import { useRoom, type Room } from '../../ui/useRoom';
import { useStable } from '../../ui/useStable';
import { useSession, type RunSession } from '../frame/session';
import { ChainageTable } from './ChainageTable';
import { faultIn, RunEditContext, type RunEdit } from './context';
import { Exchange } from './Exchange';
import { Findings } from './Findings';
import { GradeFinder } from './GradeFinder';
import { KeyNumbers, NumberLine, OtherNumbers } from './KeyNumbers';
import { Panel } from './Panel';
import { PartBar, PartChooser } from './PartBar';
import { parts } from './editors';
import { PhonePage } from './PhonePage';
import { Picture, usePlanHand, type Look } from './Picture';
import { PlanTools } from './PlanTools';

/** The trench: strip, drawings, numbers, findings; touch a part to change it. Drawings show the last inputs that made a plan. */
export function TrenchScreen({ tab: look }: { tab: Look }) {
  const { job, run, others, state, planned, book, safe, where, look: lookThere, apply, reader, mends, onFix, branch } = useSession();
  const room = useRoom();
  const { wide, page } = room;
  const cursor = where.cursor ?? run.doc.stations[0]?.station ?? 0;
  const selected = parts.find((part) => part === where.part);
  const setCursor = useStable((station: number) => lookThere({ cursor: station }));
  const setSelected = useStable((part: Part | undefined) => lookThere({ part }));
  const [picking, setPicking] = useState(false);
  const good = state.good;

  const newest = useMemo(() => ({ job: job.doc, run: withKnownProducts(job.doc, run.doc) }), [job.doc, run.doc]);
  const trusted = planned || !good ? newest : good;
  const { start, end } = extent(trusted.run);
  const at = Math.min(end, Math.max(start, cursor));
  // The section follows the key press by itself; what needs the whole plan follows when the plan is there.
  const ahead = useMemo(() => (planned ? sectionIfDug(newest.job, newest.run, at) : undefined), [planned, newest, at]);
  const drawn = ahead ? newest : (good ?? newest);
  const section = useMemo(() => ahead ?? sectionAt(drawn.job, drawn.run, at), [ahead, drawn, at]);
  const closePanel = useStable(() => setSelected(undefined));
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
    [job.doc, run.doc, at, section, apply, setCursor, picking, others, good, written, state.errors],
  );

  const units = job.doc.units;
  const open = useSame(safe.gate?.where ?? NOWHERE);
  const drawingWidth = wide ? page - Math.min(440, Math.round(page * 0.45)) : page;
  // All parts stand there by name where there is room for them beside their inputs.
  const roomy = wide && !room.low;
  const shownNumbers = good && { plan: good.plan, section, units };
  const shownHeight = pictureHeight(look, room, selected !== undefined);
  const strip = good ? (
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
  ) : state.errors.length === 0 ? (
    <Text role="status" style={{ padding: 16 }}>
      Working it out…
    </Text>
  ) : null;
  const picture = good ? (
    <Picture
      good={good}
      drawn={drawn}
      doc={run.doc}
      section={section}
      look={look}
      width={drawingWidth}
      height={shownHeight}
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
  ) : null;
  const chooser = selected ? null : <PartChooser selected={selected} onSelect={setSelected} />;
  const below = (
    <>
      <Problems run={run} state={state} />
      {selected ? <Panel part={selected} onClose={closePanel} /> : null}
      {selected && !roomy ? <PartChooser selected={selected} onSelect={setSelected} /> : null}
      {look === 'long' && good ? (
        <>
          {falls(job.doc, run.doc) ? <GradeFinder job={job.doc} run={run.doc} apply={apply} /> : null}
          <ChainageTable plan={good.plan} units={units} onGo={setCursor} />
        </>
      ) : null}
      {look === 'plan' ? (
        <>
          <PlanTools tool={hand.tool} onTool={setTool} selected={hand.selected} onSelected={setPoint} onBranch={() => branch(at)} />
          <Joins job={job.doc} run={run.doc} others={others} />
          <Exchange job={job} />
        </>
      ) : null}
      {good && good.plan.findings.length === 0 ? (
        <Notice kind="note" title="Nothing found against this plan. Check the ground on site all the same." />
      ) : null}
      {good ? <Findings findings={good.plan.findings} reader={reader} mends={mends} onGo={go} onFix={onFix} /> : null}
    </>
  );

  return (
    <RunEditContext.Provider value={edit}>
      {wide ? (
        <View role="main" style={{ flex: 1, flexDirection: 'row', minHeight: 0 }}>
          <ScrollView style={{ width: drawingWidth, flexGrow: 0, backgroundColor: colours.chalk }}>
            {strip}
            {picture}
            <View style={{ padding: 12 }}>{shownNumbers ? <KeyNumbers {...shownNumbers} /> : null}</View>
          </ScrollView>
          <ScrollView
            style={{ flex: 1, borderLeftWidth: 1, borderLeftColor: colours.line, backgroundColor: colours.chalk }}
            contentContainerStyle={{ padding: 12, gap: 12 }}
          >
            {roomy ? <PartBar selected={selected} onSelect={setSelected} /> : chooser}
            {below}
          </ScrollView>
        </View>
      ) : (
        <PhonePage
          strip={strip}
          picture={picture}
          pictureHeight={shownHeight}
          numbers={shownNumbers ? <NumberLine {...shownNumbers} /> : null}
          touching={picking || (look === 'plan' && hand.tool !== 'look')}
        >
          {chooser}
          {below}
          {shownNumbers ? <OtherNumbers {...shownNumbers} /> : null}
        </PhonePage>
      )}
    </RunEditContext.Provider>
  );
}

/** How high a drawing is, pixels: most of the page while one looks, a sliver of a phone's while inputs are open. */
function pictureHeight(look: Look, { height, wide, low }: Room, editing: boolean): number {
  if (wide && low) return Math.max(150, height - 200);
  if (wide) return Math.max(look === 'section' ? 240 : 280, height - 400);
  if (editing && look !== 'plan') return Math.min(200, Math.max(120, height * 0.2));
  return Math.round(Math.min(look === 'section' ? 340 : 420, Math.max(200, height * (look === 'section' ? 0.32 : 0.42))));
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
function Problems({ run, state }: Pick<RunSession, 'run' | 'state'>) {
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
