import { branchFrom, variantOf } from '@tamper/core/alignment';
import { applyPatches, type Job, type Run } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { readerOf } from '@tamper/core/words';
import { router, usePathname } from 'expo-router';
import { memo, useEffect, useMemo, useState, type ReactNode } from 'react';
import { addRun } from '../../data/add';
import { api, sentences } from '../../data/api';
import { useJob, useRun, type JobDocument, type RunDocument } from '../../data/documents';
import { useOtherRuns } from '../../data/jobRuns';
import { newId } from '../../data/newId';
import { useBook } from '../../data/useBook';
import { useSafety } from '../../data/useSafety';
import { forgetDocument } from '../../store/documents';
import { colours } from '../../theme/tokens';
import { later } from '../../ui/later';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { SaveBadge } from '../../ui/SaveBadge';
import { BarButton, TopBar } from '../../ui/Screen';
import { Tabs } from '../../ui/Tabs';
import { View } from '../../ui/View';
import { useRoom, useTyping } from '../../ui/useRoom';
import { useStable } from '../../ui/useStable';
import { useWhenIdle } from '../../ui/whenIdle';
import { isStopped, usePlan } from '../../workers/usePlan';
import { useWalk } from '../walk/walk';
import { Gates } from './Gates';
import { Mended } from './Mended';
import { openRun } from './openRun';
import { patched } from './patched';
import { jobPath, placeIn, runPath, steps, tabsOf, type Place } from './places';
import { useRunContexts } from './useRunContexts';
import { RunMenu } from './RunMenu';
import { useSession, type RunSession } from './session';
import { StepBar } from './StepBar';
import { useAddress } from './useAddress';
import { useApply } from './useApply';
import { useSafeGate } from './useSafeGate';

export { openAhead } from './openAhead';

const WalkCard = later(async () => (await import('../walk/WalkCard')).WalkCard);

/** What stands round every screen of a run: its name and gates above, the order of the work below or beside. It opens the run and plans it once for all of them. */
export function RunFrame({ jobId, runId, children }: { jobId: string; runId: string; children: ReactNode }) {
  const job = useJob(jobId);
  const run = useRun(jobId, runId);
  if (!job.document || !run.document)
    return (
      <>
        <TopBar title="Run" back={jobPath(jobId)} />
        <Loading error={run.error ?? job.error} retry={() => (run.retry(), job.retry())} what="the run" />
      </>
    );
  return (
    <Session jobId={jobId} runId={runId} job={job.document} run={run.document}>
      <Framed jobId={jobId} runId={runId}>
        {children}
      </Framed>
    </Session>
  );
}

/** Opens what every screen of the run works on, and tells each what it shows. What it stands round is not drawn anew with it. */
function Session({ jobId, runId, job, run, children }: Pick<RunSession, 'jobId' | 'runId' | 'job' | 'run'> & { children: ReactNode }) {
  const path = usePathname();
  const { step } = placeIn(path);
  const { where, look } = useAddress(path);
  const others = useOtherRuns(jobId, runId);
  const state = usePlan(job.doc, run.doc);
  const planned = !isStopped(state);
  const book = useBook(jobId, runId);
  const safe = useSafeGate(book, job.doc.units, jobId);
  const apply = useApply(run, jobId);
  // What a change is held against is built with the first one: that nobody has to wait for it, one that changes nothing.
  useWhenIdle(state.good !== undefined, () => void patched(run.doc, []));
  const putJob = useStable((change: Partial<Job>) => {
    const next = { ...job.doc, ...change };
    const [fault] = jobErrors(next);
    if (!fault) job.change(next);
    return fault?.message;
  });
  const reader = useMemo(() => readerOf(job.doc), [job.doc]);
  const { fault, remove, duplicate, branch } = useWhole(jobId, runId, job, run, others);
  const session = useMemo(
    (): RunSession => ({
      ...{ jobId, runId, job, run, book },
      ...{ apply, putJob, reader, fault, remove, duplicate, branch },
    }),
    [jobId, runId, job, run, book, apply, putJob, reader, fault, remove, duplicate, branch],
  );
  return useRunContexts({ session, others, where, look, state, planned, safe, children: <Mended step={step}>{children}</Mended> });
}

/** Bar above, order of the work below or beside, tabs, and the screen. */
const Framed = memo(function Framed({ jobId, runId, children }: { jobId: string; runId: string; children: ReactNode }) {
  const { step, tab } = placeIn(usePathname());
  const { wide } = useRoom();
  const typing = useTyping();
  const walk = useWalk();
  const go = useStable((place: Place) => router.push(runPath(jobId, runId, place)));
  // To the tab one is on there is nowhere to go: what is typed there stays.
  const goTab = useStable((next: string) => void (next !== tab && go(`${step}/${next}` as Place)));
  const tabs = useMemo(() => (step ? tabsOf(step) : undefined), [step]);
  // The router learns of the screen in here when it has drawn it: a bar before that would be of another step, and drawn anew.
  const [told, setTold] = useState(step !== undefined);
  useEffect(() => setTold(true), []);
  const bar = typing || !told ? null : <StepBar jobId={jobId} runId={runId} step={step} />;
  return (
    <>
      <RunBar />
      <View style={{ flex: 1, minHeight: 0, flexDirection: wide ? 'row' : 'column' }}>
        {wide ? bar : null}
        <View style={{ flex: 1, minHeight: 0, minWidth: 0 }}>
          {step && tabs && !typing ? (
            <View style={{ backgroundColor: colours.chalk, alignItems: 'center', borderBottomWidth: 1, borderColor: colours.line }}>
              <Tabs label={steps[step].title} value={tab ?? ''} options={tabs} onChange={goTab} />
            </View>
          ) : null}
          {children}
          {walk?.runId === runId ? <WalkCard jobId={jobId} runId={runId} stop={walk.stop} /> : null}
        </View>
        {wide ? null : bar}
      </View>
    </>
  );
});

/** The run's name, whether it is saved, its gates, and what is done with it as a whole. */
function RunBar() {
  const { jobId, runId, job, run, fault, remove, duplicate } = useSession();
  const { wide } = useRoom();
  const { name } = run.doc;
  const { canUndo, canRedo, undo, redo } = run;
  useUndoKeys(run);
  const safety = useSafety(jobId, job.safety, runId, run.safety);
  const status = useMemo(() => <SaveBadge of={safety} />, [safety]);
  const { doc, change } = job;
  const actions = useMemo(
    () => (
      <>
        <Gates />
        <BarButton icon="undo" accessibilityLabel="Undo" onPress={undo} disabled={!canUndo} />
        {wide || canRedo ? <BarButton icon="redo" accessibilityLabel="Redo" onPress={redo} disabled={!canRedo} /> : null}
        <RunMenu job={doc} name={name} onJob={change} onDelete={remove} onDuplicate={duplicate} />
      </>
    ),
    [undo, redo, canUndo, canRedo, wide, doc, name, change, remove, duplicate],
  );
  return (
    <>
      <TopBar title={name} status={status} back={jobPath(jobId)}>
        {actions}
      </TopBar>
      {fault ? <Notice kind="stop" role="alert" title={fault} /> : null}
    </>
  );
}

/** What is done with a run as a whole. */
function useWhole(jobId: string, runId: string, job: JobDocument, run: RunDocument, others: readonly Run[]) {
  const [fault, setFault] = useState<string>();
  const attempt = (what: string, work: () => Promise<void>) => {
    setFault(undefined);
    work().catch((reason: unknown) => setFault(`${what} ${sentences(reason).join(' ')}`));
  };
  const names = () => [...others.map(({ name }) => name), run.doc.name];
  /** A new run of this job, opened in place of this one. */
  const add = async (doc: Run, like?: string) => {
    openRun(jobId, await addRun(jobId, doc, like));
  };
  const remove = useStable(() =>
    attempt('The run was not deleted.', async () => {
      // One that was only made here is nowhere else.
      if (run.version() > 0) await api.removeRun(runId, run.version());
      await forgetDocument(`/runs/${runId}`);
      router.dismissTo(jobPath(jobId));
    }),
  );
  const duplicate = useStable(() => attempt('The variant was not made.', () => add(variantOf(run.doc, names()), runId)));
  const branch = useStable((station: number) =>
    attempt('The branch was not made.', async () => {
      const { branch: made, patches } = branchFrom(job.doc, run.doc, station, names(), newId);
      run.change(applyPatches(run.doc, patches));
      // The branch looks for what it joins in what this device keeps.
      await run.kept();
      await add(made);
    }),
  );
  return { fault, remove, duplicate, branch };
}

function useUndoKeys({ undo, redo }: Pick<RunDocument, 'undo' | 'redo'>): void {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const letter = event.key.toLowerCase();
      if (letter !== 'z' && letter !== 'y') return;
      event.preventDefault();
      if (letter === 'y' || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [undo, redo]);
}
