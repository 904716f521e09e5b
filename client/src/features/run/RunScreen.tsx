import { applyPatches, branchFrom, variantOf, type Job, type Run } from '@tamper/core';
import { router } from 'expo-router';
import { useEffect, useState } from 'react';
import { api, sentences } from '../../data/api';
import { useJob, useRun, type RunDocument } from '../../data/documents';
import { useOtherRuns } from '../../data/jobRuns';
import { newId } from '../../data/newId';
import { refreshList } from '../../data/usePages';
import { Loading } from '../../ui/Loading';
import { Notice } from '../../ui/Notice';
import { SaveBadge } from '../../ui/SaveBadge';
import { BarButton, TopBar } from '../../ui/Screen';
import { useStable } from '../../ui/useStable';
import { usePlan } from '../../workers/usePlan';
import { Board } from './Board';
import { RunMenu, type RunPlace } from './RunMenu';

/** Where the menu leads, below the run's own address; other runs are compared beside it. */
const RUN_PLACES = { logistics: '?logistics=machine', protection: '?protection=options', checks: '/checks', risk: '/risk' } as const;

/** One run: strip, drawings, numbers, findings; touch a part to change it. */
export function RunScreen({ jobId, runId }: { jobId: string; runId: string }) {
  const back = `/jobs/${jobId}`;
  const job = useJob(jobId);
  const run = useRun(jobId, runId);
  const others = useOtherRuns(jobId, runId);
  const plan = usePlan(job.document?.doc, run.document?.doc);
  useUndoKeys(run.document);
  const undo = useStable(() => run.document?.undo());
  const redo = useStable(() => run.document?.redo());
  const changeJob = useStable((next: Job) => job.document?.change(next));
  const go = useStable((where: RunPlace) =>
    router.push(where === 'compare' ? `${back}/compare?a=${runId}` : `${back}/runs/${runId}${RUN_PLACES[where]}`),
  );
  const [fault, setFault] = useState<string>();
  const attempt = (what: string, work: () => Promise<void>) => {
    setFault(undefined);
    work().catch((reason: unknown) => setFault(`${what} ${sentences(reason).join(' ')}`));
  };
  const names = () => [...others.map(({ name }) => name), ...(run.document ? [run.document.doc.name] : [])];
  /** A new run of this job, opened beside this one. */
  const add = async (doc: Run, like?: string) => {
    const stored = await api.addRun(jobId, crypto.randomUUID(), doc, like);
    refreshList(`/jobs/${jobId}/runs`);
    router.replace(`${back}/runs/${stored.id}`);
  };
  const remove = useStable(() =>
    attempt('The run was not deleted.', async () => {
      await api.removeRun(runId, run.document?.version() ?? 0);
      refreshList(`/jobs/${jobId}/runs`);
      router.dismissTo(back);
    }),
  );
  const duplicate = useStable(() =>
    attempt('The variant was not made.', async () => {
      if (run.document) await add(variantOf(run.document.doc, names()), runId);
    }),
  );
  const branch = useStable((station: number) =>
    attempt('The branch was not made.', async () => {
      if (!run.document || !job.document) return;
      const { branch: made, patches } = branchFrom(job.document.doc, run.document.doc, station, names(), newId);
      run.document.change(applyPatches(run.document.doc, patches));
      // The branch looks for what it joins in what is stored.
      await run.document.saved();
      await add(made);
    }),
  );
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
        <RunMenu
          job={job.document.doc}
          name={run.document.doc.name}
          onJob={changeJob}
          onDelete={remove}
          onDuplicate={duplicate}
          onGo={go}
        />
      </TopBar>
      {fault ? <Notice kind="stop" role="alert" title={fault} /> : null}
      <Board job={job.document} run={run.document} jobId={jobId} others={others} state={plan} onBranch={branch} />
    </>
  );
}

function useUndoKeys(document: RunDocument | undefined): void {
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
