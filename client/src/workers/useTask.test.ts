import { act, renderHook } from '@testing-library/react';
import type { OnProgress } from './solver.worker';
import { useTask } from './useTask';

/** Comlink without a worker: the work gets the progress function itself. */
jest.mock('comlink', () => ({ transferHandlers: new Map(), proxy: <T>(value: T) => value, wrap: () => ({}) }));
let ended = 0;
class IdleWorker extends EventTarget {
  terminate = () => ended++;
}
let worker: IdleWorker;
beforeEach(() => {
  ended = 0;
  Object.assign(globalThis, {
    Worker: function () {
      return (worker = new IdleWorker());
    },
  });
});

/** A piece of work the test answers by hand. */
function byHand() {
  const hand: { onProgress: OnProgress; answer: (value: unknown) => void; fail: (error: Error) => void } = {} as never;
  const work = (_: unknown, onProgress: OnProgress) =>
    new Promise<unknown>((answer, fail) => Object.assign(hand, { onProgress, answer, fail }));
  return { hand, work };
}
const begin = () => {
  const { result, unmount } = renderHook(() => useTask<number>());
  const start = () => {
    const { hand, work } = byHand();
    act(() => result.current.start(work));
    return hand;
  };
  return { task: () => result.current.task, cancel: () => act(() => result.current.cancel()), start, unmount };
};

test('progress is told until the answer, and not after: what comes in late does not undo it', async () => {
  const { task, start } = begin();
  expect(task()).toEqual({ kind: 'idle' });
  const hand = start();
  act(() => hand.onProgress(0.5, 'Halfway'));
  expect(task()).toEqual({ kind: 'running', share: 0.5, what: 'Halfway' });
  await act(async () => hand.answer({ value: 7 }));
  expect(task()).toEqual({ kind: 'done', value: 7 });
  act(() => hand.onProgress(0.99, 'Nearly'));
  expect(task()).toEqual({ kind: 'done', value: 7 });
});

test('cancelling ends the worker; what it still says is not heard, and a new start has a new one', async () => {
  const { task, start, cancel } = begin();
  const first = start();
  cancel();
  expect([task(), ended]).toEqual([{ kind: 'idle' }, 1]);
  const second = start();
  await act(async () => first.answer({ value: 1 }));
  expect(task().kind).toBe('running');
  await act(async () => second.answer({ value: 2 }));
  expect(task()).toEqual({ kind: 'done', value: 2 });
});

test('refused inputs, a fault inside and a worker that does not start are told in words', async () => {
  const { task, start } = begin();
  const errors = [{ field: 'targets.minFall', message: 'Too steep.' }];
  await act(async () => start().answer({ errors }));
  expect(task()).toEqual({ kind: 'failed', errors });
  await act(async () => start().fail(new Error('out of memory')));
  expect(task()).toEqual({ kind: 'failed', errors: [{ field: 'worker', message: 'out of memory' }] });
  start();
  act(() => void worker.dispatchEvent(new ErrorEvent('error', { message: '' })));
  expect(task()).toMatchObject({ kind: 'failed', errors: [{ message: 'The worker did not start.' }] });
});

test('leaving the screen ends the worker', () => {
  const { unmount } = begin();
  unmount();
  expect(ended).toBe(1);
});
