import { useEffect } from 'react';
import { useStable } from './useStable';

/** Where there is always something to do, or something is still coming, it is begun so long after, ms; */
const AT_LAST = 2000;
/** where a browser does not say when there is nothing, so long. */
const UNTOLD = 600;

/** Screens that say that something is coming. */
let coming = 0;
const held = new Set<() => void>();

/** Nothing that waits for an idle moment is begun while a screen has nothing to show yet. @returns how it is told that it has. */
export function holdIdle(): () => void {
  coming++;
  return () => {
    if (--coming > 0) return;
    for (const ask of held) ask();
  };
}
/** The same as long as it is so. */
export const useHoldIdle = (coming: boolean): void => useEffect(() => (coming ? holdIdle() : undefined), [coming]);

function atIdle(work: () => void): () => void {
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(work, UNTOLD);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(work);
  return () => cancelIdleCallback(asked);
}

/** Does something when nothing else is to be done: what is to be at hand later, and would hold up what is shown now. @returns how it is left undone. */
export function whenIdle(work: () => void): () => void {
  let leave = (): void => undefined;
  const ask = () => {
    held.delete(ask);
    leave = atIdle(() => (coming > 0 ? void held.add(ask) : begin()));
  };
  const begin = () => {
    stop();
    work();
  };
  const timer = setTimeout(begin, AT_LAST);
  const stop = () => {
    clearTimeout(timer);
    held.delete(ask);
    leave();
  };
  ask();
  return stop;
}

/** The same, once, when all is there that is waited for. */
export function useWhenIdle(there: boolean, work: () => void): void {
  const stable = useStable(work);
  useEffect(() => (there ? whenIdle(stable) : undefined), [there, stable]);
}
