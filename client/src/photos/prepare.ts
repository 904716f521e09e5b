import { wrap } from 'comlink';
import type { PhotoWorker, Prepared } from '../workers/photo.worker';

/** Photos made ready at the same time on a phone would not fit in its memory: one after another, by one worker that ends with the last. */
export async function prepare(files: readonly File[], place: boolean, ready: (one: Prepared) => Promise<void>): Promise<void> {
  const worker = new Worker(new URL('../workers/photo.worker', window.location.href));
  try {
    const remote = wrap<PhotoWorker>(worker);
    // A worker that ends for want of memory answers nothing.
    const ended = new Promise<Prepared>((_, fail) =>
      worker.addEventListener('error', () => fail(new Error('The device has no room for this photo now.'))),
    );
    ended.catch(() => undefined);
    for (const file of files) await ready((await Promise.race([remote.prepare(file, place), ended])) as Prepared);
  } finally {
    worker.terminate();
  }
}
