import type { FieldError, Job, Plan, Run } from '@tamper/core';
import { useMemo, useRef } from 'react';
import { useLatest } from './useLatest';
import { planned, plannedAhead, planWorker } from './planWorker';

/** The last plan that could be made with the inputs it was made from, and what is wrong with newer inputs. */
export interface PlanState {
  good: { job: Job; run: Run; plan: Plan } | undefined;
  errors: readonly FieldError[];
  /** The planner itself failed: not the inputs' fault. */
  crash: string | undefined;
}

/** Is there something that stands in the way of a plan of the newest inputs? */
export const isStopped = ({ errors, crash }: Pick<PlanState, 'errors' | 'crash'>): boolean => errors.length > 0 || crash !== undefined;

/** Plans a run in a web worker, newest inputs first. In whose units a job is read changes no plan: then the one there is goes on. */
export function usePlan(job: Job | undefined, run: Run | undefined): PlanState {
  const before = useRef<{ job: Job; run: Run }>(undefined);
  const inputs = useMemo(() => {
    if (!job || !run) return undefined;
    const known = before.current;
    before.current = known && known.run === run && samePlanned(known.job, job) ? known : { job, run };
    return before.current;
  }, [job, run]);
  const { result, crash } = useLatest(planWorker, inputs, planned, plannedAhead);
  // Kept over renders without a state of its own: one plan, one render.
  const good = useRef<PlanState['good']>(undefined);
  if (result && 'value' in result.value && good.current?.plan !== result.value.value)
    good.current = { ...result.inputs, plan: result.value.value };
  if (good.current && job && good.current.job !== job && samePlanned(good.current.job, job)) good.current = { ...good.current, job };
  const known = good.current;
  const errors = result && 'errors' in result.value ? result.value.errors : NONE;
  return useMemo(() => ({ good: known, errors, crash }), [known, errors, crash]);
}

/** Do two jobs differ in nothing a plan depends on? Documents share what nobody changed. */
const samePlanned = (a: Job, b: Job): boolean => {
  const keys = Object.keys(b) as (keyof Job)[];
  return keys.every((key) => key === 'units' || a[key] === b[key]);
};

const NONE: readonly FieldError[] = [];
