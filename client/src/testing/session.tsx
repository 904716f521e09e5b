import type { Job, Run } from '@tamper/core/job';
import { readerOf } from '@tamper/core/words';
import { useState, type ReactNode } from 'react';
import { useRunContexts } from '../features/frame/useRunContexts';
import { MendsContext, type RunSession, type Where } from '../features/frame/session';
import { useApply } from '../features/frame/useApply';
import { NO_MENDS, useTakeFix } from '../workers/useMends';
import { isStopped, type PlanState } from '../workers/usePlan';
import { mendsFor } from './benches';

const document = <T,>(doc: T, change: (next: T) => void = () => undefined) => ({
  doc,
  change,
  stored: { id: 'r1' },
  amiss: undefined,
  safety: { subscribe: () => () => undefined, saving: () => ({ kind: 'saved' }) },
});

/** What stands round a screen of a run, with no worker and no server: a run that really changes, planned as the test says. */
export function InSession({
  job,
  run,
  change,
  state = { good: undefined, errors: [], crash: undefined },
  children,
}: {
  job: Job;
  run: Run;
  change?: (next: Run) => void;
  state?: PlanState;
  children: ReactNode;
}) {
  const [where, setWhere] = useState<Where>({ cursor: undefined, part: undefined, hole: undefined });
  const runDocument = document(run, change) as never;
  const apply = useApply(runDocument, 'j');
  const mends = state.good ? mendsFor(state.good.job, state.good.run) : NO_MENDS;
  const onFix = useTakeFix(mends, run, isStopped(state), apply);
  const session = {
    jobId: 'j1',
    runId: 'r1',
    job: document(job) as never,
    run: runDocument,
    book: { book: [], heard: 0, inForce: null, enter: () => undefined } as never,
    apply,
    putJob: () => undefined,
    reader: readerOf(job),
    fault: undefined,
    remove: () => undefined,
    duplicate: () => undefined,
    branch: () => undefined,
  } satisfies RunSession;
  const told = useRunContexts({
    ...{ session, others: [], where, state, children },
    planned: !isStopped(state),
    look: (next) => setWhere((before) => ({ ...before, ...next })),
    safe: { gate: undefined, revisions: undefined, error: undefined },
  });
  return <MendsContext.Provider value={{ mends: mends.lists, onFix }}>{told}</MendsContext.Provider>;
}
