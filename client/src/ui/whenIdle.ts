import { useEffect } from 'react';
import { useStable } from './useStable';

/** Where there is always something to do it is begun so long after, ms; */
const AT_LAST = 2000;
/** where a browser does not say when there is nothing, so long. */
const UNTOLD = 600;

/** Does something when nothing else is to be done: what is to be at hand later, and would hold up what is shown now. @returns how it is left undone. */
export function whenIdle(work: () => void): () => void {
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(work, UNTOLD);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(() => work(), { timeout: AT_LAST });
  return () => cancelIdleCallback(asked);
}

/** The same, once, when all is there that is waited for. */
export function useWhenIdle(there: boolean, work: () => void): void {
  const stable = useStable(work);
  useEffect(() => (there ? whenIdle(stable) : undefined), [there, stable]);
}
