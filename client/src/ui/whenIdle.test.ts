import { renderHook } from '@testing-library/react';
import { useWhenIdle } from './whenIdle';

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
