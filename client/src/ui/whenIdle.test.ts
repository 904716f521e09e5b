import { renderHook } from '@testing-library/react';
import { holdIdle, useWhenIdle, whenIdle } from './whenIdle';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

test('work for later is done once, and not before what is waited for has come', async () => {
  const work = jest.fn();
  const { rerender } = await renderHook(({ there }: { there: boolean }) => useWhenIdle(there, work), { initialProps: { there: false } });
  jest.advanceTimersByTime(60_000);
  expect(work).not.toHaveBeenCalled();
  await rerender({ there: true });
  await rerender({ there: true });
  jest.advanceTimersByTime(60_000);
  expect(work).toHaveBeenCalledTimes(1);
});

test('who went away does not do it any more', async () => {
  const work = jest.fn();
  const { unmount } = await renderHook(() => useWhenIdle(true, work));
  await unmount();
  jest.advanceTimersByTime(60_000);
  expect(work).not.toHaveBeenCalled();
});

test('while a screen has nothing to show yet work for later waits, but not for ever', () => {
  const [work, other, gone] = [jest.fn(), jest.fn(), jest.fn()];
  const [shown, alsoShown] = [holdIdle(), holdIdle()];
  whenIdle(work);
  whenIdle(gone)();
  jest.advanceTimersByTime(1500);
  shown();
  jest.advanceTimersByTime(300);
  expect(work).not.toHaveBeenCalled();
  alsoShown();
  jest.advanceTimersByTime(1000);
  expect(work).toHaveBeenCalledTimes(1);
  const never = holdIdle();
  whenIdle(other);
  jest.advanceTimersByTime(1900);
  expect(other).not.toHaveBeenCalled();
  jest.advanceTimersByTime(200);
  expect(other).toHaveBeenCalledTimes(1);
  never();
  jest.advanceTimersByTime(60_000);
  expect([work, other].map((one) => one.mock.calls.length)).toEqual([1, 1]);
  expect(gone).not.toHaveBeenCalled();
});
