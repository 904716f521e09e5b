import { InputError } from '@tamper/core/job';
import { wrap, type Remote } from './wire';
import type { Worked } from './worked';

/** A worker that was begun for somebody, who ends it. */
export interface Begun<R> {
  worker: Worker;
  remote: R;
  end: () => void;
}

/** A worker for one who uses it. */
export const begun = <W>(worker: Worker): Begun<Remote<W>> => ({ worker, remote: wrap<W>(worker), end: () => worker.terminate() });

/** Tells when a worker does not start or breaks. @returns what ends that. */
export function whenBroken(worker: Worker, heard: (what: string) => void): () => void {
  const listener = ({ message }: ErrorEvent) => heard(message || 'The worker did not start.');
  worker.addEventListener('error', listener);
  return () => worker.removeEventListener('error', listener);
}

/** Has a worker do one thing and ends it. @throws InputError with what stands in its way; Error where the worker breaks. */
export async function oneThing<R, T>({ worker, remote, end }: Begun<R>, work: (remote: R) => Promise<unknown>): Promise<T> {
  let deaf: (() => void) | undefined;
  try {
    const broken = new Promise<never>((_, fail) => (deaf = whenBroken(worker, (what) => fail(new Error(what)))));
    const done = (await Promise.race([work(remote), broken])) as Worked<T>;
    if ('errors' in done) throw new InputError(done.errors);
    return done.value;
  } finally {
    deaf?.();
    end();
  }
}
