import { useEffect } from 'react';
import { useStable } from './useStable';

/** Where a browser does not say when it has nothing to do, it is taken to be so long after, ms. */
const GUESSED = 2000;

/** Does something once all is there that is waited for, and nothing else is to be done: what is to be at hand later, and would hold up what is shown now. */
export function useWhenIdle(there: boolean, work: () => void): void {
  const stable = useStable(work);
  useEffect(() => {
    if (!there) return undefined;
    if (!('requestIdleCallback' in globalThis)) {
      const timer = setTimeout(stable, GUESSED);
      return () => clearTimeout(timer);
    }
    const asked = requestIdleCallback(() => stable());
    return () => cancelIdleCallback(asked);
  }, [there, stable]);
}
