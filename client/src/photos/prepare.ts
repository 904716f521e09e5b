import type { Prepared } from '../workers/photo.worker';
import { photoWorker } from '../workers/photoWorker';

/** Photos made ready at the same time on a phone would not fit in its memory: one after another, by one worker that ends with the last. */
export async function prepare(files: readonly File[], place: boolean, ready: (one: Prepared) => Promise<void>): Promise<void> {
  const { ask, end } = photoWorker();
  try {
    for (const file of files) await ready(await ask<Prepared>((remote) => remote.prepare(file, place) as Promise<Prepared>));
  } finally {
    end();
  }
}
