import { InputError } from '@tamper/core/job';
import { wrap, type Remote } from 'comlink';
import type { PlanWorker, Worked } from './plan.worker';
import { takeWorker } from './spareWorker';

/** A planning worker. */
export function planWorker(): { worker: Worker; remote: Remote<PlanWorker> } {
  const worker = takeWorker();
  return { worker, remote: wrap<PlanWorker>(worker) };
}

/**
 * Has a planning worker do one thing and lets it go.
 * @throws InputError with what stands in its way.
 */
export async function once<T>(work: (remote: Remote<PlanWorker>) => Promise<unknown>): Promise<T> {
  const { worker, remote } = planWorker();
  try {
    const done = (await work(remote)) as Worked<T>;
    if ('errors' in done) throw new InputError(done.errors);
    return done.value;
  } finally {
    worker.terminate();
  }
}
