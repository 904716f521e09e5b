import { useSyncExternalStore } from 'react';
import { putOwn, useOwn } from '../../store/own';
import { textStore } from '../../store/textStore';
import { stops } from './steps';

/** Where somebody is on the walk: it stays over a reload, and ends with the visit. */
interface Walk {
  runId: string;
  stop: number;
}
const [NOW, OVER] = ['tamper.walk', 'walked'];
const listeners = new Set<() => void>();
const visit = textStore('sessionStorage');
/** What stands there; where nothing may be kept, as long as the page is open. */
let here: string | null = null;
let known: { text: string | null; walk: Walk | undefined } = { text: null, walk: undefined };

function read(): Walk | undefined {
  const text = visit ? visit.getItem(NOW) : here;
  if (text !== known.text) {
    const [runId = '', stop = '0'] = (text ?? '').split(' ');
    const at = Number(stop);
    known = { text, walk: text !== null && Number.isInteger(at) && at >= 0 && at < stops.length ? { runId, stop: at } : undefined };
  }
  return known.walk;
}
function write(walk: Walk | undefined): void {
  here = walk ? `${walk.runId} ${walk.stop}` : null;
  if (here === null) visit?.removeItem(NOW);
  else visit?.setItem(NOW, here);
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

export const useWalk = (): Walk | undefined => useSyncExternalStore(subscribe, read);
/** Begins the walk over a run, or goes on with it. */
export const walkTo = (runId: string, stop = 0): void => write({ runId, stop });
/** Ends the walk; it is not offered again on this device. */
export function endWalk(): void {
  void putOwn(OVER, 'yes');
  write(undefined);
}
/** Is the walk still to be offered? */
export const useOffered = (): boolean => useOwn(OVER) === undefined;
