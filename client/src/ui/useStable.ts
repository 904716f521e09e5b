import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that keeps its identity and always does what the newest render says, so that memoised children stay still. */
export function useStable<A extends unknown[], R>(work: (...args: A) => R): (...args: A) => R {
  const newest = useRef(work);
  useLayoutEffect(() => {
    newest.current = work;
  });
  return useCallback((...args: A) => newest.current(...args), []);
}
