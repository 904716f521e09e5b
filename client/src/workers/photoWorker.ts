import { wrap, type Remote } from 'comlink';
import type { PhotoWorker } from './photo.worker';

/** A worker for photos, and what is asked of it. */
export interface PhotoHand {
  /** @throws Error where it ended for want of memory: it answers nothing then. */
  ask: <T>(work: (remote: Remote<PhotoWorker>) => Promise<T>) => Promise<T>;
  end: () => void;
}

export function photoWorker(): PhotoHand {
  const worker = new Worker(new URL('./photo.worker', window.location.href));
  const remote = wrap<PhotoWorker>(worker);
  const ended = new Promise<never>((_, fail) =>
    worker.addEventListener('error', () => fail(new Error('The device has no room for this photo now.'))),
  );
  ended.catch(() => undefined);
  return { ask: (work) => Promise.race([work(remote), ended]), end: () => worker.terminate() };
}
