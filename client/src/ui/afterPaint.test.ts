import { afterPaint } from './afterPaint';

let frames: (() => void)[] = [];
beforeEach(() => {
  frames = [];
  jest.useFakeTimers();
  jest.spyOn(globalThis, 'requestAnimationFrame').mockImplementation((next) => frames.push(() => next(0)));
  jest.spyOn(globalThis, 'cancelAnimationFrame').mockImplementation((id) => void (frames[Number(id) - 1] = () => undefined));
});
afterEach(() => {
  jest.restoreAllMocks();
  jest.useRealTimers();
});

test('it is done once, after the frame that paints', () => {
  const work = jest.fn();
  afterPaint(work);
  jest.advanceTimersByTime(20);
  frames[0]?.();
  expect(work).not.toHaveBeenCalled();
  jest.advanceTimersByTime(0);
  expect(work).toHaveBeenCalledTimes(1);
  jest.advanceTimersByTime(1000);
  expect(work).toHaveBeenCalledTimes(1);
});

test('where nothing is painted it is done all the same', () => {
  const work = jest.fn();
  afterPaint(work);
  jest.advanceTimersByTime(100);
  expect(work).toHaveBeenCalledTimes(1);
});

test('it is left undone before the frame and after it', () => {
  const work = jest.fn();
  afterPaint(work)();
  frames[0]?.();
  const leave = afterPaint(work);
  frames[1]?.();
  leave();
  jest.advanceTimersByTime(1000);
  expect(work).not.toHaveBeenCalled();
});
