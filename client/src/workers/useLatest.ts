import { startTransition, useEffect, useRef, useState } from 'react';
import { afterPaint } from '../ui/afterPaint';
import { whenBroken, type Begun } from './begun';

interface Link<R, I> {
  remote: R;
  busy: boolean;
  waiting: I | undefined;
}

/**
 * Keeps the result of a worker's work on the newest inputs: while one is being worked on, only the latest change waits.
 * @param start begins the worker, or hands over one that others use too; a constant function. @param inputs the same object while nothing changed.
 * @param made what came of the first inputs where they were worked on before: it is there at once.
 */
export function useLatest<R, I, T>(
  start: () => Begun<R>,
  inputs: I | undefined,
  work: (remote: R, inputs: I) => Promise<T>,
  made: (inputs: I) => T | undefined = () => undefined,
): { result: { inputs: I; value: T } | undefined; crash: string | undefined } {
  const [result, setResult] = useState<{ inputs: I; value: T } | undefined>(() => {
    const value = inputs === undefined ? undefined : made(inputs);
    return inputs === undefined || value === undefined ? undefined : { inputs, value };
  });
  const [crash, setCrash] = useState<string>();
  const link = useRef<Link<R, I>>(undefined);
  /** What the result is of: a screen shown again asks no second time. */
  const done = useRef<I>(result?.inputs);
  const job = useRef(work);
  job.current = work;

  useEffect(() => {
    const { worker, remote, end } = start();
    link.current = { remote, busy: false, waiting: undefined };
    const deaf = whenBroken(worker, setCrash);
    return () => {
      link.current = undefined;
      deaf();
      end();
    };
  }, [start]);

  useEffect(() => {
    const now = link.current;
    if (inputs === undefined || !now) return;
    // Back to what the result is of: nothing to ask, and what was wrong with other inputs is over. While those are worked on it is asked for again, as
    // their result would stand there in its place.
    if (done.current === inputs && !now.busy) return setCrash(undefined);
    now.waiting = inputs;
    // The first is asked for at once; what a key changed is handed over, which takes as long as it is large, when the key is painted.
    if (done.current === undefined || now.busy) return void drain(now);
    return afterPaint(() => void drain(now));

    async function drain(own: Link<R, I>): Promise<void> {
      if (own.busy) return;
      own.busy = true;
      for (let next = own.waiting; next !== undefined; next = own.waiting) {
        own.waiting = undefined;
        try {
          const value = await job.current(own.remote, next);
          done.current = next;
          // What people type comes first: it may interrupt the drawing of a result.
          startTransition(() => {
            setResult({ inputs: next, value });
            setCrash(undefined);
          });
        } catch (error) {
          setCrash(error instanceof Error ? error.message : String(error));
        }
      }
      own.busy = false;
    }
  }, [inputs]);

  return { result, crash };
}
