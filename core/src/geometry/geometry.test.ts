import fc from 'fast-check';
import type { Wall } from '../job';
import {
  alike,
  areaBesideWall,
  between,
  circleBelow,
  hull,
  joined,
  largest,
  measured,
  polygonArea,
  rangesWhere,
  smallest,
  wallHeightAt,
  wallOffset,
  wallPoints,
} from '.';

const bench: Wall = { kind: 'bench', riser: 1, tread: 0.5, count: 2 };

describe('walls', () => {
  test.each<[Wall, number, number]>([
    [{ kind: 'vertical' }, 2, 0],
    [{ kind: 'batter', ratio: 1.5 }, 2, 3],
    [bench, 0.99, 0],
    [bench, 1, 0.5],
    [bench, 2.5, 1],
    // Only two benches: the last riser goes up to the ground.
    [bench, 9, 1],
  ])('%j stands out %d m up by %d m', (wall, height, offset) => expect(wallOffset(wall, height)).toBeCloseTo(offset, 12));

  test('the area beside a bench 2.5 m up: 0.5·1.5 + 0.5·0.5 = 1.0 m²', () => expect(areaBesideWall(bench, 2.5)).toBeCloseTo(1, 12));

  test('a bench’s points go up and out, a step at each tread', () => {
    expect(wallPoints(bench, 0, 2.5).map(({ offset, height }) => [height, offset])).toEqual([
      [0, 0],
      [1, 0],
      [1, 0.5],
      [2, 0.5],
      [2, 1],
      [2.5, 1],
    ]);
  });

  test('for any wall the area is the integral of the offset', () => {
    const wall = fc.oneof(
      fc.record({ kind: fc.constant('batter' as const), ratio: fc.double({ min: 0.1, max: 3, noNaN: true }) }),
      fc.record({
        kind: fc.constant('bench' as const),
        riser: fc.double({ min: 0.3, max: 2, noNaN: true }),
        tread: fc.double({ min: 0.2, max: 2, noNaN: true }),
        count: fc.integer({ min: 1, max: 4 }),
      }),
    );
    fc.assert(
      fc.property(wall, fc.double({ min: 0.1, max: 6, noNaN: true }), (any, height) => {
        const steps = 4000;
        let sum = 0;
        for (let i = 0; i < steps; i++) sum += wallOffset(any, ((i + 0.5) / steps) * height) * (height / steps);
        expect(areaBesideWall(any, height)).toBeCloseTo(sum, 1);
      }),
    );
  });
});

describe('areas', () => {
  test('a polygon has its area whichever way it is drawn', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 2, y: 0 },
      { x: 2, y: 3 },
      { x: 0, y: 3 },
    ];
    expect(polygonArea(square)).toBe(6);
    expect(polygonArea(square.toReversed())).toBe(6);
    expect(polygonArea([])).toBe(0);
  });
  test('a circle is empty below its foot, half at its centre, whole above its crown', () => {
    expect(circleBelow(2, -1)).toBe(0);
    expect(circleBelow(2, 2)).toBeCloseTo((Math.PI * 4) / 2, 12);
    expect(circleBelow(2, 9)).toBeCloseTo(Math.PI * 4, 12);
  });
});

describe('ranges along a run', () => {
  const stations = [0, 10, 20, 20, 30, 40];
  const depth = [1, 2, 1, 3, 3, 1];
  const deep = (limit: number) => (index: number) => between(depth, index) >= limit;

  test('neighbouring intervals join, and a peak that only touches is still found', () => {
    expect(rangesWhere(stations, deep(2))).toEqual([
      { from: 10, to: 10 },
      { from: 20, to: 40 },
    ]);
    expect(rangesWhere(stations, deep(9))).toEqual([]);
  });
  test('a span looks at its own entries only', () => {
    expect(rangesWhere(stations, deep(1), { first: 0, last: 2 })).toEqual([{ from: 0, to: 20 }]);
    expect(rangesWhere(stations, deep(1), { first: 3, last: 5 })).toEqual([{ from: 20, to: 40 }]);
    expect(largest(depth, { first: 0, last: 2 })).toBe(2);
  });
  test('joining, hull and extremes', () => {
    expect(
      joined([
        { from: 0, to: 2 },
        { from: 2, to: 3 },
        { from: 5, to: 6 },
      ]),
    ).toEqual([
      { from: 0, to: 3 },
      { from: 5, to: 6 },
    ]);
    expect(
      hull([
        { from: 0, to: 3 },
        { from: 5, to: 6 },
      ]),
    ).toEqual({ from: 0, to: 6 });
    expect(hull([])).toBeUndefined();
    expect([smallest(depth), largest(depth), largest([])]).toEqual([1, 3, -Infinity]);
  });
  test('for any column, every station that holds is in a range and every range end holds or borders one', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 5, noNaN: true }), { minLength: 2, maxLength: 30 }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (column, limit) => {
          const at = column.map((_, i) => i);
          const ranges = rangesWhere(at, (index) => between(column, index) >= limit);
          column.forEach((value, i) => expect(value >= limit && !ranges.some(({ from, to }) => from <= i && i <= to)).toBe(false));
          for (let i = 1; i < ranges.length; i++) expect(ranges[i]?.from).toBeGreaterThan(ranges[i - 1]?.to ?? Infinity);
        },
      ),
    );
  });
});

test.each<[Wall, number, number]>([
  [{ kind: 'vertical' }, 0.1, Infinity],
  [{ kind: 'batter', ratio: 1.5 }, 0.3, 0.2],
  [{ kind: 'batter', ratio: 1, foot: 0.8 }, 0.3, 1.1],
  [{ kind: 'bench', riser: 1.2, tread: 0.5, count: 2 }, 0.4, 1.2],
  [{ kind: 'bench', riser: 1.2, tread: 0.5, count: 2 }, 0.5, 1.2],
  [{ kind: 'bench', riser: 1.2, tread: 0.5, count: 2 }, 0.6, 2.4],
  [{ kind: 'bench', riser: 1.2, tread: 0.5, count: 2 }, 1.1, Infinity],
])('%j stands out by %d m from a height of %d m on', (wall, out, height) => {
  expect(wallHeightAt(wall, out)).toBeCloseTo(height, 9);
  if (height < Infinity) expect(wallOffset(wall, height)).toBeGreaterThanOrEqual(out - 1e-9);
});

test('a measure between two points: 3 across and 4 up are 5, rising 4 in 3; straight up has no gradient', () => {
  expect(measured({ x: 1, y: 2 }, { x: -2, y: 6 })).toEqual({ length: 5, across: 3, up: 4, gradient: 4 / 3 });
  expect(measured({ x: 1, y: 2 }, { x: 1, y: 1 })).toEqual({ length: 1, across: 0, up: 1, gradient: undefined });
});

test('pieces along which something is the same, against asking at any station', () => {
  let cut = 0;
  fc.assert(
    fc.property(
      fc.double({ min: -5, max: 5, noNaN: true }),
      fc.double({ min: 0.001, max: 30, noNaN: true }),
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 6 }),
      fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), { maxLength: 3 }),
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 20, maxLength: 20 }),
      (from, length, changes, others, shares) => {
        const to = from + length;
        // None at the ends.
        const places = changes.map((share) => from + length * (0.01 + 0.98 * share));
        const at = (station: number) => places.filter((place) => station >= place).length;
        const asked = [from, ...[...others].sort((a, b) => a - b).map((share) => from + length * share), to];
        const pieces = alike(asked, at, Object.is);
        cut += pieces.length - 1;
        expect([pieces[0]?.from, pieces.at(-1)?.to]).toEqual([from, to]);
        for (const [i, piece] of pieces.slice(1).entries()) expect(piece.from).toBe(pieces[i]?.to);
        for (const share of shares) {
          const station = from + share * length;
          if (places.some((place) => Math.abs(place - station) < 1e-6)) continue;
          expect(pieces.find((piece) => piece.from <= station && station <= piece.to)?.is).toBe(at(station));
        }
      },
    ),
  );
  expect(cut).toBeGreaterThan(50);
});
