import { Hands } from './hands';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());
const key = () => window.dispatchEvent(new KeyboardEvent('keydown', { key: '5' }));

test('what would be felt waits two seconds after the last key, and five where they go on and on', () => {
  const hands = new Hands();
  const stop = hands.listen();
  expect(hands.busy()).toBe(0);
  key();
  jest.advanceTimersByTime(400);
  expect(hands.busy()).toBeCloseTo(1600);
  key();
  expect(hands.busy()).toBeCloseTo(2000);
  jest.advanceTimersByTime(2000);
  expect(hands.busy()).toBe(0);
  const waited = [];
  for (let i = 0; i < 24; i++) {
    key();
    waited.push(hands.busy() > 0);
    jest.advanceTimersByTime(500);
  }
  // Ten keys in five seconds, then one thing may begin, and it waits again.
  expect(waited.flatMap((waits, i) => (waits ? [] : i))).toEqual([10, 21]);
  stop();
  jest.advanceTimersByTime(3000);
  key();
  expect(hands.busy()).toBe(0);
});
