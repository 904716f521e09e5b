import fc from 'fast-check';
import { metres } from '../generators.testing';
import type { Range } from '../geometry';
import { nextStation } from './nextStation';

const PIECES: Range[] = [
  { from: 0, to: 10 },
  { from: 30, to: 40 },
];

test.each([
  [0, 5, 'up', 5],
  [7, 5, 'up', 10],
  [10, 5, 'up', 30],
  [9.95, 5, 'up', 30],
  [18, 5, 'up', 30],
  [38, 5, 'up', 40],
  [40, 5, 'up', 40],
  [-3, 5, 'up', 0],
  [33, 5, 'down', 30],
  [30, 5, 'down', 10],
  [18, 5, 'down', 10],
  [2, 5, 'down', 0],
  [0, 5, 'down', 0],
  [undefined, 5, 'up', 0],
  [undefined, 5, 'down', 40],
] as const)('from %p m, %d m on, %s: %d m', (from, step, travel, next) => expect(nextStation(from, step, travel, PIECES)).toBe(next));

test('nothing is dug open: one stays', () => expect(nextStation(7, 5, 'up', [])).toBe(7));

test('going on one comes past every piece, no two stations further apart than the step but over what is not dug', () => {
  const pieces = fc.array(fc.tuple(metres(0.5, 9), metres(0.5, 9)), { minLength: 1, maxLength: 5 }).map((list) =>
    list.reduce<Range[]>((made, [gap, length]) => {
      const from = (made.at(-1)?.to ?? 0) + gap;
      return [...made, { from, to: from + length }];
    }, []),
  );
  fc.assert(
    fc.property(pieces, metres(0.5, 6), fc.constantFrom('up' as const, 'down' as const), (open, step, travel) => {
      const [first, last] = [open[0]?.from ?? 0, open.at(-1)?.to ?? 0];
      const [start, end] = travel === 'up' ? [first, last] : [last, first];
      const seen = [start];
      for (let at = start; at !== end && seen.length < 500; seen.push(at)) at = nextStation(at, step, travel, open);
      expect(seen.at(-1)).toBe(end);
      expect(seen.every((at) => open.some(({ from, to }) => at >= from && at <= to))).toBe(true);
      for (const { from, to } of open) {
        const own = seen.filter((at) => at >= from && at <= to);
        const stations = [from, ...own, to].sort((a, b) => a - b);
        // The last step to an end may be longer by what counts as one station.
        stations.slice(1).forEach((at, i) => expect(at - (stations[i] as number)).toBeLessThanOrEqual(step + 0.1 + 1e-3));
      }
    }),
  );
});
