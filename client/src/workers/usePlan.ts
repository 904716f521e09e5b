import type { FieldError, Job, Plan, Run } from '@tamper/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PlanWorker } from './plan.worker';

/** The last plan that could be made with the inputs it was made from, and what is wrong with newer inputs. */
export interface PlanState {
  good: { job: Job; run: Run; plan: Plan } | undefined;
  errors: readonly FieldError[];
  /** The planner itself failed: not the inputs' fault. */
  crash: string | undefined;
}

/** Plans a run in a web worker, newest inputs first: while one plan is being made, only the latest change waits. */
export function usePlan(job: Job | undefined, run: Run | undefined): PlanState {
  const [state, setState] = useState<PlanState>({ good: undefined, errors: [], crash: undefined });
  const link = useRef<{ remote: Remote<PlanWorker>; busy: boolean; waiting: [Job, Run] | undefined }>(undefined);

  useEffect(() => {
    const worker = new Worker(new URL('./plan.worker', window.location.href));
    link.current = { remote: wrap<PlanWorker>(worker), busy: false, waiting: undefined };
    worker.onerror = (event) => setState((before) => ({ ...before, crash: event.message || 'The planner did not start.' }));
    return () => {
      link.current = undefined;
      worker.terminate();
    };
  }, []);

  useEffect(() => {
    if (!job || !run || !link.current) return;
    link.current.waiting = [job, run];
    void work(link.current, setState);
  }, [job, run]);

  return state;
}

async function work(
  link: { remote: Remote<PlanWorker>; busy: boolean; waiting: [Job, Run] | undefined },
  setState: (how: (before: PlanState) => PlanState) => void,
): Promise<void> {
  if (link.busy) return;
  link.busy = true;
  for (let next = link.waiting; next; next = link.waiting) {
    link.waiting = undefined;
    const [job, run] = next;
    try {
      const planned = await link.remote.plan(job, run);
      setState((before) =>
        'plan' in planned
          ? { good: { job, run, plan: planned.plan }, errors: [], crash: undefined }
          : { ...before, errors: planned.errors },
      );
    } catch (error) {
      setState((before) => ({ ...before, crash: error instanceof Error ? error.message : String(error) }));
    }
  }
  link.busy = false;
}
