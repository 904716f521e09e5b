import type { FieldError } from '@tamper/core';
import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { begun, whenBroken, type Begun } from './begun';
import type { Worked } from './worked';
import type { OnProgress, SolverWorker } from './solver.worker';

/** Where a long piece of work stands. */
export type Task<T> =
  | { kind: 'idle' }
  | { kind: 'running'; share: number; what: string }
  | { kind: 'done'; value: T }
  | { kind: 'failed'; errors: readonly FieldError[] };

type Work = (remote: Remote<SolverWorker>, onProgress: OnProgress) => Promise<unknown>;
const startWorker = (): Begun<Remote<SolverWorker>> => begun<SolverWorker>(new Worker(new URL('./solver.worker', window.location.href)));

/**
 * Runs long work in a worker of its own, with progress. The worker starts with the screen, so that the first answer need not wait for
 * it; cancelling ends it, whatever it is at.
 */
export function useTask<T>(): { task: Task<T>; start: (work: Work) => void; cancel: () => void } {
  const [task, setTask] = useState<Task<T>>({ kind: 'idle' });
  const link = useRef<Begun<Remote<SolverWorker>>>(undefined);
  /** Counts the pieces of work: what an earlier one still says is not listened to. */
  const turn = useRef(0);

  const stop = useCallback(() => {
    turn.current++;
    link.current?.end();
    link.current = undefined;
  }, []);
  useEffect(() => {
    link.current ??= startWorker();
    // What was under way when the screen was left or lay below another is not gone on with.
    setTask((before) => (before.kind === 'running' ? { kind: 'idle' } : before));
    return stop;
  }, [stop]);

  const cancel = useCallback(() => {
    stop();
    setTask({ kind: 'idle' });
  }, [stop]);

  const start = useCallback((work: Work) => {
    const own = ++turn.current;
    const { worker, remote } = (link.current ??= startWorker());
    const current = () => own === turn.current;
    const say = (next: Task<T>) => void (current() && setTask(next));
    /** The last word: progress travels by a channel of its own and may come in after the answer. */
    const end = (next: Task<T>) => {
      deaf();
      say(next);
      if (current()) turn.current++;
    };
    const failed = (message: string) => end({ kind: 'failed', errors: [{ field: 'worker', message }] });
    const deaf = whenBroken(worker, failed);
    say({ kind: 'running', share: 0, what: 'Starting' });
    work(
      remote,
      proxy((share, what) => say({ kind: 'running', share, what })),
    )
      .then((answer) => {
        const worked = answer as Worked<T>;
        end('value' in worked ? { kind: 'done', value: worked.value } : { kind: 'failed', errors: worked.errors });
      })
      .catch((error: unknown) => failed(error instanceof Error ? error.message : String(error)));
  }, []);
  return { task, start, cancel };
}
