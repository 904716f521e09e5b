import { useEffect, useRef } from 'react';
import { useStable } from '../ui/useStable';

/** How long news is gathered before it is asked for, ms. */
const GATHER = 300;

/** Does a thing a moment after it was last asked for, once for many times. */
export function useSoon(what: () => void): () => void {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return useStable(() => {
    clearTimeout(timer.current);
    timer.current = setTimeout(what, GATHER);
  });
}
