import fc from 'fast-check';
import { metres, times } from '../generators.testing';
import { applyPatches, type Run } from '../job';
import { bentRun, levelRun } from '../testing';
import { ELSEWHERE, samePlace, samePlaces, shiftAt } from './elsewhere';
import { movePoint } from './routeEdits';

const run = bentRun();
const withRoute = (...route: { x: number; y: number }[]): Run => ({ ...run, route });

test('a line turned about its start leaves it evenly: half a metre off where the chord is', () => {
  const turned = withRoute({ x: 0, y: 0 }, { x: 0, y: 60 });
  // At a right angle two stations s along lie s·√2 from each other.
  const [first, ...more] = samePlaces(withRoute({ x: 0, y: 0 }, { x: 60, y: 0 }), turned);
  expect(first?.to).toBeCloseTo(0.5 / Math.SQRT2, 9);
  expect(more).toEqual([]);
});

test('two lines that cross are the same place round where they do, and nowhere else', () => {
  // Both go 60 m east, one rising from 3 m south of the other to 3 m north of it, and a little shorter for that.
  const slope = 6 / 60;
  const x = 60 * Math.sqrt(1 - slope ** 2);
  const [only, ...more] = samePlaces(
    withRoute({ x: 0, y: 0 }, { x: 60, y: 0 }),
    withRoute({ x: (60 - x) / 2, y: -3 }, { x: (60 - x) / 2 + x, y: 3 }),
  );
  expect(more).toEqual([]);
  expect([only?.from, only?.to].map((at) => Math.round((at ?? 0) * 10) / 10)).toEqual([25, 35]);
});

test('what nobody drew is where it was said to be, as far as the line goes', () => {
  const short: Run = levelRun({ length: 30, depth: 1 });
  expect(samePlaces({ ...run, route: [] }, short)).toEqual([{ from: -ELSEWHERE, to: 30 + ELSEWHERE }]);
  expect(samePlaces(run, JSON.parse(JSON.stringify(run)) as Run)).toEqual([{ from: -Infinity, to: Infinity }]);
});

test('wherever corners were put, a station is the same place exactly where it lies no further off', () => {
  const point = fc.record({ x: metres(20, 60), y: metres(-15, 15) });
  const corner = fc.constantFrom(0, 1, 2);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(corner, point), { minLength: 1, maxLength: 3 }),
      fc.array(metres(0, 60), { minLength: 8 }),
      (moves, at) => {
        const near = moves.map(([which, { x, y }]): Parameters<typeof movePoint> => {
          const was = run.route[which] as { x: number; y: number };
          return [run, which, { x: was.x + (x - 40) / 10, y: was.y + y / 10 }];
        });
        const after = near.reduce((line, [, which, to]) => applyPatches(line, movePoint(line, which, to)), run);
        for (const station of at) {
          const off = shiftAt(run, after, station);
          if (Math.abs(off - ELSEWHERE) < 1e-4) continue;
          expect({ station, same: samePlace(run, after, station) }).toEqual({ station, same: off <= ELSEWHERE });
        }
      },
    ),
    { numRuns: times(100) },
  );
});
