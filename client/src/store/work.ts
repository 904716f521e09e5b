import { isKeeping, onKeeping } from './database';
import { deviceClock } from '../data/deviceClock';
import { askOnLeaving } from './leaving';
import { listenLive } from './live';
import { dropUnused } from './photos';
import { keepMe } from './meAgain';
import { Sender } from './sender';

const begin = (): (() => void) => {
  void dropUnused(deviceClock().now());
  const stops = [new Sender().start(), listenLive(), keepMe()];
  return () => stops.forEach((stop) => stop());
};

/** Sends and listens for every page of this device: one of them does, whichever has the lock. What only this page holds it sends itself. @returns what ends it. */
export function work(): () => void {
  let own: readonly (() => void)[] | undefined;
  const look = () => {
    if (isKeeping()) return;
    own ??= [new Sender().start(), askOnLeaving()];
  };
  const stopLooking = onKeeping(look);
  look();
  const stop = whileFirst(begin);
  return () => {
    stopLooking();
    own?.forEach((end) => end());
    stop();
  };
}

/** Begins when no other page of this device does the same; where there are no locks or none are given, at once: sending twice is the same as once. */
function whileFirst(start: () => () => void): () => void {
  if (!('locks' in navigator)) return start();
  const end = new AbortController();
  let stop = (): void => undefined;
  navigator.locks
    .request('tamper.work', { signal: end.signal }, () => {
      stop = start();
      return new Promise<void>((done) => end.signal.addEventListener('abort', () => done()));
    })
    .catch((error: unknown) => {
      // Let go before it had the lock.
      if (end.signal.aborted) return;
      if (!(error instanceof DOMException && error.name === 'SecurityError')) throw error;
      stop = start();
    });
  return () => {
    stop();
    end.abort();
  };
}
