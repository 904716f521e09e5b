import type { Remote } from 'comlink';
import type { PlanWorker } from './plan.worker';
import type { Worked } from './worked';
import { planWorker } from './planWorker';
import { useLatest } from './useLatest';

/**
 * What the planning worker makes of the newest inputs; undefined until it has, and where they cannot be planned.
 * @param inputs the same object while nothing changed. @param work a constant function.
 */
export function useWorked<I, T>(inputs: I | undefined, work: (remote: Remote<PlanWorker>, inputs: I) => Promise<Worked<T>>): T | undefined {
  const { result } = useLatest(planWorker, inputs, work);
  return result && 'value' in result.value ? result.value.value : undefined;
}
