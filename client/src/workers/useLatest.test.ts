import { act, renderHook } from '@testing-library/react';
import { useLatest } from './useLatest';

let mockPaint: (() => void)[] = [];
jest.mock('../ui/afterPaint', () => ({
  afterPaint: (work: () => void) => {
    mockPaint.push(work);
    return () => void (mockPaint = mockPaint.filter((one) => one !== work));
  },
}));
const paint = () => act(() => mockPaint.splice(0).forEach((work) => work()));

/** Work the test answers by hand, in the order it was asked for. */
interface Asked {
  inputs: string;
  answer: (value: string) => void;
  fail: (error: unknown) => void;
}
let asked: Asked[] = [];
let ended = 0;
let worker: EventTarget;
beforeEach(() => {
  asked = [];
  ended = 0;
  mockPaint = [];
});
const start = () => {
  worker = new EventTarget();
  return { worker: worker as Worker, remote: 'remote', end: () => void ended++ };
};
const work = (remote: string, inputs: string) => {
  expect(remote).toBe('remote');
  return new Promise<string>((answer, fail) => asked.push({ inputs, answer, fail }));
};
const begin = (first: string | undefined) =>
  renderHook(({ inputs }: { inputs: string | undefined }) => useLatest(start, inputs, work), { initialProps: { inputs: first } });
const answer = (index: number, value: string) => act(async () => asked[index]?.answer(value));
/** Answered of a, and failed on b that came in its place. */
async function failedOnB() {
  const page = begin('a');
  await answer(0, 'A');
  page.rerender({ inputs: 'b' });
  paint();
  expect(page.result.current.result?.value).toBe('A');
  await act(async () => asked[1]?.fail(new Error('out of memory')));
  expect(page.result.current).toEqual({ result: { inputs: 'a', value: 'A' }, crash: 'out of memory' });
  return page;
}

test('the answer comes with the inputs it is of', async () => {
  const { result } = begin('a');
  expect(result.current).toEqual({ result: undefined, crash: undefined });
  await answer(0, 'A');
  expect(result.current.result).toEqual({ inputs: 'a', value: 'A' });
});

test('while one is worked on only the newest waits; what came between is never asked for', async () => {
  const { result, rerender } = begin('a');
  for (const inputs of ['b', 'c', 'd']) rerender({ inputs });
  expect(asked.map(({ inputs }) => inputs)).toEqual(['a']);
  await answer(0, 'A');
  expect(asked.map(({ inputs }) => inputs)).toEqual(['a', 'd']);
  expect(result.current.result?.value).toBe('A');
  await answer(1, 'D');
  expect(result.current.result).toEqual({ inputs: 'd', value: 'D' });
});

test('the last answer stays while the next is worked out, and through a fault, which the next answer clears', async () => {
  const { result, rerender } = await failedOnB();
  rerender({ inputs: 'c' });
  paint();
  await answer(2, 'C');
  expect(result.current).toEqual({ result: { inputs: 'c', value: 'C' }, crash: undefined });
});

test('what was changed is asked for when the change is painted, and only if it still stands', async () => {
  const { rerender } = begin('a');
  await answer(0, 'A');
  rerender({ inputs: 'b' });
  rerender({ inputs: 'c' });
  expect(asked).toHaveLength(1);
  paint();
  expect(asked.map(({ inputs }) => inputs)).toEqual(['a', 'c']);
  await answer(1, 'C');
  rerender({ inputs: 'd' });
  rerender({ inputs: 'c' });
  paint();
  expect(asked).toHaveLength(2);
});

test('what is undone while it is worked on leaves no answer in the place of the one before', async () => {
  const { result, rerender } = begin('a');
  await answer(0, 'A');
  rerender({ inputs: 'b' });
  paint();
  rerender({ inputs: 'a' });
  await answer(1, 'B');
  await answer(2, 'A');
  expect(asked.map(({ inputs }) => inputs)).toEqual(['a', 'b', 'a']);
  expect(result.current.result).toEqual({ inputs: 'a', value: 'A' });
});

test('what the work failed on is undone: the answer there is stands, and no fault', async () => {
  const { result, rerender } = await failedOnB();
  rerender({ inputs: 'a' });
  expect(asked).toHaveLength(2);
  expect(result.current).toEqual({ result: { inputs: 'a', value: 'A' }, crash: undefined });
});

test('nothing is asked for before there are inputs; the same inputs are asked for once', async () => {
  const { rerender } = begin(undefined);
  expect(asked).toEqual([]);
  rerender({ inputs: 'a' });
  rerender({ inputs: 'a' });
  await answer(0, 'A');
  expect(asked).toHaveLength(1);
});

test('a worker that does not start says so; leaving ends it, and what waited is not asked for', async () => {
  const { result, rerender, unmount } = begin('a');
  act(() => void worker.dispatchEvent(new ErrorEvent('error', { message: '' })));
  expect(result.current.crash).toBe('The worker did not start.');
  rerender({ inputs: 'b' });
  unmount();
  expect(ended).toBe(1);
});

test('what came of the first inputs before is there at once and not asked for; others are', async () => {
  const page = renderHook(({ inputs }: { inputs: string }) => useLatest(start, inputs, work, (inputs) => inputs.toUpperCase()), {
    initialProps: { inputs: 'a' },
  });
  expect(page.result.current).toEqual({ result: { inputs: 'a', value: 'A' }, crash: undefined });
  expect(asked).toEqual([]);
  page.rerender({ inputs: 'b' });
  paint();
  expect(asked.map(({ inputs }) => inputs)).toEqual(['b']);
  await answer(0, 'b’s');
  expect(page.result.current.result).toEqual({ inputs: 'b', value: 'b’s' });
});
