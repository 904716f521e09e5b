import { extent, reachIndexAt, sectionAt, type Fix, type Job, type Patch, type Reach, type Run } from '@tamper/core';
import { router } from 'expo-router';
import { memo, useCallback, useEffect, useMemo, useState } from 'react';
import { ScrollView, useWindowDimensions, View } from 'react-native';
import { Button, IconButton, Text } from 'react-native-paper';
import { api, sentences, type StoredRun } from '../../data/api';
import { refreshList } from '../../data/lists';
import { useJob, useRun } from '../../data/documents';
import type { Document } from '../../data/useDocument';
import { SectionDrawing, type Part } from '../../drawing/SectionDrawing';
import { Strip } from '../../drawing/Strip';
import { colours, TARGET, WIDE } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { SaveBadge } from '../../ui/SaveBadge';
import { TopBar } from '../../ui/Screen';
import { useStable } from '../../ui/useStable';
import { usePlan, type PlanState } from '../../workers/usePlan';
import { faultIn, patched, RunEditContext, useRunEdit, type RunEdit } from './context';
import { editors } from './editors';
import { Findings } from './Findings';
import { KeyNumbers, NumberLine, OtherNumbers } from './KeyNumbers';
import { PartBar } from './PartBar';
import { RunMenu } from './RunMenu';

/** One run: strip, section, numbers, findings; touch a part to change it. */
export function RunScreen({ jobId, runId }: { jobId: string; runId: string }) {
  const back = `/jobs/${jobId}`;
  const job = useJob(jobId);
  const run = useRun(runId);
  const plan = usePlan(job.document?.doc, run.document?.doc);
  useUndoKeys(run.document);
  const undo = useStable(() => run.document?.undo());
  const redo = useStable(() => run.document?.redo());
  const changeJob = useStable((next: Job) => job.document?.change(next));
  const [fault, setFault] = useState<string>();
  const remove = useStable(() => {
    api
      .removeRun(runId, run.document?.version() ?? 0)
      .then(() => {
        refreshList(`/jobs/${jobId}/runs`);
        router.dismissTo(back);
      })
      .catch((reason: unknown) => setFault(sentences(reason).join(' ')));
  });
  if (!job.document || !run.document)
    return (
      <>
        <TopBar title="Run" back={back} />
        <Loading error={run.error ?? job.error} retry={() => (run.retry(), job.retry())} what="the run" />
      </>
    );
  return (
    <>
      <TopBar
        title={run.document.doc.name}
        status={<SaveBadge save={run.document.save.kind === 'saved' ? job.document.save : run.document.save} />}
        back={back}
      >
        <BarButton icon="undo" label="Undo" onPress={undo} disabled={!run.document.canUndo} />
        <BarButton icon="redo" label="Redo" onPress={redo} disabled={!run.document.canRedo} />
        <RunMenu job={job.document.doc} name={run.document.doc.name} onJob={changeJob} onDelete={remove} />
      </TopBar>
      {fault ? <Notice kind="stop" role="alert" title={`The run was not deleted. ${fault}`} /> : null}
      <Board job={job.document} run={run.document} state={plan} />
    </>
  );
}

const BarButton = memo(function BarButton({
  icon,
  label,
  onPress,
  disabled,
}: {
  icon: string;
  label: string;
  onPress: () => void;
  disabled: boolean;
}) {
  return (
    <IconButton
      icon={icon}
      accessibilityLabel={label}
      iconColor={disabled ? '#d9b9a5' : colours.onClay}
      style={{ width: TARGET, height: TARGET, margin: 0 }}
      onPress={onPress}
      disabled={disabled}
    />
  );
});

function useUndoKeys(document: Document<Run, StoredRun> | undefined): void {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || !document) return;
      const letter = event.key.toLowerCase();
      if (letter !== 'z' && letter !== 'y') return;
      event.preventDefault();
      if (letter === 'y' || event.shiftKey) document.redo();
      else document.undo();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [document]);
}

interface BoardProps {
  job: Document<Job, { id: string; version: number; updatedAt: string; doc: Job }>;
  run: Document<Run, StoredRun>;
  state: PlanState;
}

/** Everything below the bar. Drawings show the last inputs that made a plan. */
function Board({ job, run, state }: BoardProps) {
  const { width, height } = useWindowDimensions();
  const wide = width >= WIDE;
  const [cursor, setCursor] = useState(run.doc.stations[0]?.station ?? 0);
  const [selected, setSelected] = useState<Part>();
  const [whole, setWhole] = useState(wide);
  const good = state.good;

  const shown = good?.run ?? run.doc;
  const { start, end } = extent(shown);
  const at = Math.min(end, Math.max(start, cursor));
  const section = useMemo(() => sectionAt(shown, at), [shown, at]);
  const apply = useStable((patches: readonly Patch[], tag?: string) => {
    const next = patched(run.doc, patches);
    if ('fault' in next) return next.fault;
    run.change(next.run, tag);
    return undefined;
  });
  const closePanel = useCallback(() => setSelected(undefined), []);
  const fix = useStable((chosen: Fix) => void apply(chosen.patches));
  const edit = useMemo(
    (): RunEdit => ({
      job: job.doc,
      run: run.doc,
      cursor: at,
      reachIndex: reachIndexAt(run.doc, at),
      section,
      apply,
      setCursor,
      handWindows: good?.plan.handWindows ?? [],
      faultOf: (field) => faultIn(state.errors, field),
    }),
    [job.doc, run.doc, at, section, apply, good, state.errors],
  );

  const units = job.doc.units;
  const drawingWidth = wide ? width - 440 : width;
  const drawingHeight = wide ? Math.max(240, height - 390) : Math.max(200, Math.min(300, height * 0.3));
  const existing = useMemo(() => good && linesAt(good, at), [good, at]);

  const problems = (
    <>
      <Conflict document={run} what="this run" />
      {state.crash ? (
        <Notice kind="stop" role="alert" title={`The planner stopped: ${state.crash} Reload the page; your inputs are saved.`} />
      ) : null}
      {state.errors.length > 0 ? (
        <Notice
          kind="stop"
          role="alert"
          title={good ? 'These inputs cannot be dug. The drawing shows the last that could.' : 'These inputs cannot be dug yet.'}
        >
          {state.errors.map((error) => (
            <Text key={error.field + error.message}>{error.message}</Text>
          ))}
        </Notice>
      ) : null}
    </>
  );
  const chips = <PartBar selected={selected} onSelect={setSelected} wide={wide} />;
  const panel = selected ? <Panel part={selected} onClose={closePanel} /> : null;
  const shownNumbers = good && { plan: good.plan, section, units };
  const findings = good ? <Findings findings={good.plan.findings} units={units} onGo={setCursor} onFix={fix} /> : null;
  const drawings = good ? (
    <>
      <Strip run={good.run} plan={good.plan} units={units} width={drawingWidth} cursor={at} onCursor={setCursor} />
      <View>
        <SectionDrawing
          section={section}
          reach={good.run.reaches[section.reachIndex] as Reach}
          units={units}
          width={drawingWidth}
          height={drawingHeight}
          selected={selected}
          onPart={setSelected}
          whole={whole}
          name={good.run.name}
          existing={existing}
        />
        <View style={{ position: 'absolute', right: 4, bottom: 4 }}>
          <Button compact mode="outlined" onPress={() => setWhole(!whole)} style={{ backgroundColor: colours.paper }}>
            {whole ? 'Closer' : 'With spoil'}
          </Button>
        </View>
      </View>
    </>
  ) : state.errors.length === 0 ? (
    <Text role="status" style={{ padding: 16 }}>
      Working it out…
    </Text>
  ) : null;

  return (
    <RunEditContext.Provider value={edit}>
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
            {problems}
            {panel}
            {findings}
          </ScrollView>
        </View>
      ) : (
        <View role="main" style={{ flex: 1, minHeight: 0 }}>
          {drawings}
          {shownNumbers ? <NumberLine {...shownNumbers} /> : null}
          {chips}
          <ScrollView style={{ flex: 1, backgroundColor: colours.chalk }} contentContainerStyle={{ padding: 10, gap: 10 }}>
            {problems}
            {panel}
            {findings}
            {shownNumbers ? <OtherNumbers {...shownNumbers} /> : null}
          </ScrollView>
        </View>
      )}
    </RunEditContext.Provider>
  );
}

/** What lies in the ground already at a station, from the plan on screen. */
function linesAt({ run, plan }: NonNullable<PlanState['good']>, station: number) {
  const near = plan.handWindows.filter((window) => window.from <= station && station <= window.to);
  const lines = near.flatMap((window) => window.lines.flatMap((index) => run.lines[index] ?? []));
  return { lines, handOnly: near.length > 0, ruleSet: plan.ruleSet };
}

/** Parts that are set for the whole run, not reach by reach. */
const WHOLE_RUN: readonly Part[] = ['levels', 'lines', 'line', 'structures', 'spoil', 'reach'];

/** The inputs of one part. */
const Panel = memo(function Panel({ part, onClose }: { part: Part; onClose: () => void }) {
  const { run, reachIndex } = useRunEdit();
  const { title, Editor } = editors[part];
  return (
    <View
      role="form"
      aria-label={title}
      style={{ backgroundColor: colours.paper, padding: 12, gap: 6, borderRadius: 8, borderWidth: 1, borderColor: colours.line }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <Text variant="titleMedium" role="heading" aria-level={2} style={{ flex: 1 }}>
          {title}
          {run.reaches.length > 1 && !WHOLE_RUN.includes(part) ? ` · reach ${reachIndex + 1}` : ''}
        </Text>
        <IconButton
          icon="close"
          accessibilityLabel="Close the inputs"
          onPress={onClose}
          style={{ margin: 0, width: TARGET, height: TARGET }}
        />
      </View>
      <Editor key={`${part}.${reachIndex}`} />
    </View>
  );
});
