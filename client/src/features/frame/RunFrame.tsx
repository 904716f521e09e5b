import { branchFrom, variantOf } from '@tamper/core';
import { applyPatches, jobErrors, type Job, type Run } from '@tamper/core/job';
import { readerOf } from '@tamper/core/words';
import { router, usePathname } from 'expo-router';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { api, sentences } from '../../data/api';
import { useJob, useRun, type JobDocument, type RunDocument } from '../../data/documents';
import { useOtherRuns } from '../../data/jobRuns';
import { newId } from '../../data/newId';
import { useBook } from '../../data/useBook';
import { refreshList } from '../../data/usePages';
import { colours } from '../../theme/tokens';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { SaveBadge } from '../../ui/SaveBadge';
import { BarButton, TopBar } from '../../ui/Screen';
import { Tabs } from '../../ui/Tabs';
import { useRoom, useTyping } from '../../ui/useRoom';
import { useStable } from '../../ui/useStable';
import { useMends, useTakeFix } from '../../workers/useMends';
import { isStopped, usePlan } from '../../workers/usePlan';
import { Gates } from './Gates';
import { openRun } from './openRun';
import { jobPath, placeIn, runPath, steps, tabsOf, type Place } from './places';
import { RunMenu } from './RunMenu';
import { SessionContext, type RunSession } from './session';
import { StepBar } from './StepBar';
import { useAddress } from './useAddress';
import { useApply } from './useApply';
import { useSafeGate } from './useSafeGate';

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
    <Framed jobId={jobId} runId={runId} job={job.document} run={run.document}>
      {children}
    </Framed>
  );
}

function Framed({
  jobId,
  runId,
  job: liveJob,
  run: liveRun,
  children,
}: Pick<RunSession, 'jobId' | 'runId' | 'job' | 'run'> & { children: ReactNode }) {
  const path = usePathname();
  const { step, tab } = placeIn(path);
  const [job, run] = [useQuiet(liveJob), useQuiet(liveRun)];
  const { wide } = useRoom();
  const typing = useTyping();
  const { where, look } = useAddress(path);
  const others = useOtherRuns(jobId, runId);
  const state = usePlan(job.doc, run.doc);
  const planned = !isStopped(state);
  const book = useBook(jobId, runId);
  const safe = useSafeGate(book, job.doc.units);
  const apply = useApply(run);
  const putJob = useStable((change: Partial<Job>) => {
    const next = { ...job.doc, ...change };
    const [fault] = jobErrors(next);
    if (!fault) job.change(next);
    return fault?.message;
  });
  // Fixes are tried where findings are shown.
  const mends = useMends(step === 'checks' || step === 'site' ? undefined : state.good);
  const onFix = useTakeFix(mends, run.doc, !planned, apply);
  const reader = useMemo(() => readerOf(job.doc), [job.doc]);
  useUndoKeys(run);
  const { fault, remove, duplicate, branch } = useWhole(jobId, runId, job, run, others);
  const session = useMemo(
    (): RunSession => ({
      ...{ jobId, runId, job, run, state, planned, others, book, safe, where, look },
      ...{ apply, putJob, reader, mends, onFix, duplicate, branch },
    }),
    [jobId, runId, job, run, state, planned, others, book, safe, where, look, apply, putJob, reader, mends, onFix, duplicate, branch],
  );
  const go = useStable((place: Place) => router.push(runPath(jobId, runId, place)));
  // To the tab one is on there is nowhere to go: what is typed there stays.
  const goTab = useStable((next: string) => void (next !== tab && go(`${step}/${next}` as Place)));
  const changeJob = useStable((next: Job) => job.change(next));
  const undo = useStable(() => run.undo());
  const redo = useStable(() => run.redo());
  const tabs = useMemo(() => (step ? tabsOf(step) : undefined), [step]);
  const bar = typing ? null : <StepBar jobId={jobId} runId={runId} step={step} />;
  return (
    <SessionContext.Provider value={session}>
      <TopBar
        title={run.doc.name}
        status={<SaveBadge save={liveRun.save.kind === 'saved' ? liveJob.save : liveRun.save} />}
        back={jobPath(jobId)}
      >
        <Gates job={job.doc} good={state.good} safe={safe.gate} others={others} jobId={jobId} runId={runId} />
        <BarButton icon="undo" accessibilityLabel="Undo" onPress={undo} disabled={!run.canUndo} />
        {wide || run.canRedo ? <BarButton icon="redo" accessibilityLabel="Redo" onPress={redo} disabled={!run.canRedo} /> : null}
        <RunMenu job={job.doc} name={run.doc.name} onJob={changeJob} onDelete={remove} onDuplicate={duplicate} />
      </TopBar>
      {fault ? <Notice kind="stop" role="alert" title={fault} /> : null}
      <View style={{ flex: 1, minHeight: 0, flexDirection: wide ? 'row' : 'column' }}>
        {wide ? bar : null}
        <View style={{ flex: 1, minHeight: 0, minWidth: 0 }}>
          {step && tabs && !typing ? (
            <View style={{ backgroundColor: colours.chalk, alignItems: 'center', borderBottomWidth: 1, borderColor: colours.line }}>
              <Tabs label={steps[step].title} value={tab ?? ''} options={tabs} onChange={goTab} />
            </View>
          ) : null}
          {children}
        </View>
        {wide ? null : bar}
      </View>
    </SessionContext.Provider>
  );
}

/** A document as its screens need it: the same while it is only being saved, which goes well most of the time and changes nothing they show. */
function useQuiet<D extends JobDocument | RunDocument>(document: D): D {
  const { doc, stored, change, save, canUndo, canRedo } = document;
  const amiss = save.kind === 'unsaved' || save.kind === 'conflict' ? save : undefined;
  // eslint-disable-next-line react-hooks/exhaustive-deps
  return useMemo(() => document, [doc, stored, change, amiss, canUndo, canRedo]);
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
    const stored = await api.addRun(jobId, crypto.randomUUID(), doc, like);
    refreshList(`/jobs/${jobId}/runs`);
    openRun(jobId, stored.id);
  };
  const remove = useStable(() =>
    attempt('The run was not deleted.', async () => {
      await api.removeRun(runId, run.version());
      refreshList(`/jobs/${jobId}/runs`);
      router.dismissTo(jobPath(jobId));
    }),
  );
  const duplicate = useStable(() => attempt('The variant was not made.', () => add(variantOf(run.doc, names()), runId)));
  const branch = useStable((station: number) =>
    attempt('The branch was not made.', async () => {
      const { branch: made, patches } = branchFrom(job.doc, run.doc, station, names(), newId);
      run.change(applyPatches(run.doc, patches));
      // The branch looks for what it joins in what is stored.
      await run.saved();
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
