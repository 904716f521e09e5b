import type { FieldError, Job, Plan, Run } from '@tamper/core';
import type { Remote } from 'comlink';
import { useMemo, useRef } from 'react';
import type { PlanWorker, Worked } from './plan.worker';
import { useLatest } from './useLatest';
import { planWorker } from './planWorker';

/** The last plan that could be made with the inputs it was made from, and what is wrong with newer inputs. */
export interface PlanState {
  good: { job: Job; run: Run; plan: Plan } | undefined;
  errors: readonly FieldError[];
  /** The planner itself failed: not the inputs' fault. */
  crash: string | undefined;
}

/** Is there something that stands in the way of a plan of the newest inputs? */
export const isStopped = ({ errors, crash }: Pick<PlanState, 'errors' | 'crash'>): boolean => errors.length > 0 || crash !== undefined;

/** Plans a run in a web worker, newest inputs first. */
export function usePlan(job: Job | undefined, run: Run | undefined): PlanState {
  const inputs = useMemo(() => (job && run ? { job, run } : undefined), [job, run]);
  const { result, crash } = useLatest(planWorker, inputs, makePlan);
  // Kept over renders without a state of its own: one plan, one render.
  const good = useRef<PlanState['good']>(undefined);
  if (result && 'value' in result.value && good.current?.plan !== result.value.value)
    good.current = { ...result.inputs, plan: result.value.value };
  return { good: good.current, errors: result && 'errors' in result.value ? result.value.errors : NONE, crash };
}

const makePlan = (remote: Remote<PlanWorker>, { job, run }: { job: Job; run: Run }): Promise<Worked<Plan>> =>
  remote.plan(job, run) as Promise<Worked<Plan>>;
const NONE: readonly FieldError[] = [];
