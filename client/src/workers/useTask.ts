import type { FieldError } from '@tamper/core';
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Worked } from './plan.worker';
import type { OnProgress, SolverWorker } from './solver.worker';

/** Where a long piece of work stands. */
export type Task<T> =
  | { kind: 'idle' }
  | { kind: 'running'; share: number; what: string }
  | { kind: 'done'; value: T }
  | { kind: 'failed'; errors: readonly FieldError[] };

type Work = (remote: Remote<SolverWorker>, onProgress: OnProgress) => Promise<unknown>;

/** Runs long work in a worker of its own, with progress; cancelling ends the worker, whatever it is at. */
export function useTask<T>(): { task: Task<T>; start: (work: Work) => void; cancel: () => void } {
  const [task, setTask] = useState<Task<T>>({ kind: 'idle' });
  const running = useRef<Worker>(undefined);
  const cancel = useCallback(() => {
    running.current?.terminate();
    running.current = undefined;
    setTask({ kind: 'idle' });
  }, []);
  useEffect(() => () => running.current?.terminate(), []);

  const start = useCallback((work: Work) => {
    running.current?.terminate();
    const worker = new Worker(new URL('./solver.worker', window.location.href));
    running.current = worker;
    const own = () => running.current === worker;
    const finish = (next: Task<T>) => {
      if (!own()) return;
      worker.terminate();
      running.current = undefined;
      setTask(next);
    };
    const failed = (message: string) => finish({ kind: 'failed', errors: [{ field: 'worker', message }] });
    worker.onerror = (event) => failed(event.message || 'The worker did not start.');
    setTask({ kind: 'running', share: 0, what: 'Starting' });
    work(
      wrap<SolverWorker>(worker),
      proxy((share, what) => own() && setTask({ kind: 'running', share, what })),
    )
      .then((answer) => {
        const worked = answer as Worked<T>;
        finish('value' in worked ? { kind: 'done', value: worked.value } : { kind: 'failed', errors: worked.errors });
      })
      .catch((error: unknown) => failed(error instanceof Error ? error.message : String(error)));
  }, []);
  return { task, start, cancel };
}
