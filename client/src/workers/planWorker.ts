import { InputError } from '@tamper/core/job';
import { wrap, type Remote } from 'comlink';
import type { FilesWorker } from './files.worker';
import type { PlanWorker } from './plan.worker';
import { takeWorker } from './spareWorker';
import type { Worked } from './worked';

/** A planning worker. */
export function planWorker(): { worker: Worker; remote: Remote<PlanWorker> } {
  const worker = takeWorker();
  return { worker, remote: wrap<PlanWorker>(worker) };
}

/** Has a worker do one thing and lets it go. @throws InputError with what stands in its way. */
async function oneThing<W, T>(worker: Worker, work: (remote: Remote<W>) => Promise<unknown>): Promise<T> {
  try {
    const done = (await work(wrap<W>(worker))) as Worked<T>;
    if ('errors' in done) throw new InputError(done.errors);
    return done.value;
  } finally {
    worker.terminate();
  }
}

/** Has a planning worker do one thing. @throws InputError */
export const once = <T>(work: (remote: Remote<PlanWorker>) => Promise<unknown>): Promise<T> => oneThing(takeWorker(), work);

/** Has a file written or read. @throws InputError */
export const filed = <T>(work: (remote: Remote<FilesWorker>) => Promise<unknown>): Promise<T> =>
  oneThing(new Worker(new URL('./files.worker', window.location.href)), work);
