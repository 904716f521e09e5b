import fc from 'fast-check';
import { times } from '../../generators.testing';
import type { Wall } from '../../job';
import {
  areaFor,
  bestArrangements,
  depthFor,
  leastArea,
  missingApart,
  tidy,
  widthFor,
  type Apart,
  type Piece,
  type LinePlace,
  type Problem,
} from '.';
import { everyOrder } from './exhaustive.testing';

const vertical: Wall = { kind: 'vertical' };
const batter = (ratio: number): Wall => ({ kind: 'batter', ratio });
const hole = (wall: Wall = vertical): Problem['hole'] => ({
  left: wall,
  right: wall,
  bedding: 0.1,
  panel: 0,
  least: () => 0,
  most: () => Infinity,
});
const rule = (apart: number, upper: Apart['upper'] = 'either'): Apart => ({ across: apart, over: apart, upper });
const problem = (pieces: Piece[], apart: (i: number, j: number) => Apart, of = hole()): Problem => ({
  pieces,
  hole: of,
  apart: pieces.map((_, i) => pieces.map((__, j) => apart(i, j))),
});

/** Power 40 mm and gas 32 mm, 600 mm apart, room of 100 mm each side, both under 0.6 m. */
const powerAndGas = (wall: Wall = vertical) =>
  problem(
    [
      { od: 0.04, cover: 0.6, side: 0.1 },
      { od: 0.032, cover: 0.6, side: 0.1 },
    ],
    () => rule(0.6),
    hole(wall),
  );

describe('power and gas', () => {
  test('between vertical walls one over the other is less dig: 0.24 × 1.372 against 0.872 × 0.74', () => {
    const [first, second] = bestArrangements(powerAndGas());
    expect([first?.width, first?.depth]).toEqual([expect.closeTo(0.24, 9), expect.closeTo(0.6 + 0.032 + 0.6 + 0.04 + 0.1, 9)]);
    expect(first?.area).toBeCloseTo(0.24 * 1.372, 9);
    expect(second?.width).toBeCloseTo(0.1 + 0.04 + 0.6 + 0.032 + 0.1, 9);
    expect(second?.area).toBeCloseTo(0.872 * 0.74, 9);
    expect(first?.rows.map(({ lines }) => lines.length)).toEqual([1, 1]);
    expect(second?.governs).toEqual({ width: { kind: 'lines', lines: [0, 1] }, depth: { kind: 'lines', lines: [0] } });
  });
  test('battered 1:1 it is the other way round: 0.872 × 0.74 + 0.74² against 0.24 × 1.372 + 1.372²', () => {
    const [first, second] = bestArrangements(powerAndGas(batter(1)));
    expect(first?.area).toBeCloseTo(0.872 * 0.74 + 0.74 ** 2, 9);
    expect(second?.area).toBeCloseTo(0.24 * 1.372 + 1.372 ** 2, 9);
  });
  test('a ceiling of 0.5 m leaves the stack, one of 0.2 m nothing', () => {
    const within = (most: number) => bestArrangements({ ...powerAndGas(), hole: { ...hole(), most: () => most } });
    expect(within(0.5)).toHaveLength(1);
    expect(within(0.2)).toEqual([]);
  });
  test('which may be the upper is held; where neither may, they lie side by side', () => {
    const of = (upper: Apart['upper']) =>
      bestArrangements({ ...powerAndGas(), apart: [[], [rule(0.6, upper)]].map(() => [rule(0.6), rule(0.6, upper)]) });
    expect(of(0)[0]?.rows[0]?.lines).toEqual([1]);
    expect(of(1)[0]?.rows[0]?.lines).toEqual([0]);
    expect(of(null)).toHaveLength(1);
  });
});

test('a settled level is kept: what does not fit under its cover goes below it', () => {
  const settled = powerAndGas();
  const [best] = bestArrangements({ ...settled, pieces: [{ od: 0.04, cover: 0.6, side: 0.1, top: 0.7 }, settled.pieces[1] as Piece] });
  expect(best?.places[0]?.top).toBe(0.7);
  expect(best?.places[1]?.top).toBeCloseTo(0.7 + 0.04 + 0.6, 9);
});

const piece: fc.Arbitrary<Piece> = fc.record({
  od: fc.constantFrom(0.022, 0.032, 0.054, 0.11, 0.16),
  cover: fc.constantFrom(0.35, 0.45, 0.6, 0.9),
  side: fc.constantFrom(0.05, 0.2),
});
const anyProblem = (least: number, most: number): fc.Arbitrary<Problem> =>
  fc.array(piece, { minLength: least, maxLength: most }).chain((pieces) =>
    fc
      .record({
        wall: fc.constantFrom(vertical, batter(0.5), batter(1.5)),
        rules: fc.array(
          fc.record({
            across: fc.constantFrom(0, 0.05, 0.3, 0.6),
            over: fc.constantFrom(0, 0.05, 0.3, 0.6),
            upper: fc.constantFrom<Apart['upper']>('either', 'either', 'either', 0, 1, null),
          }),
          { minLength: 28, maxLength: 28 },
        ),
        floor: fc.constantFrom(0, 0.4),
      })
      .map(({ wall, rules, floor }) => problem(pieces, (i, j) => rules[i * 4 + (j % 4)] as Apart, { ...hole(wall), least: () => floor })),
  );

const broken = (of: Problem, places: readonly LinePlace[]) =>
  of.pieces.flatMap((_, i) => of.pieces.flatMap((__, j) => (j > i && missingApart(of, places, i, j) > 1e-6 ? [[i, j]] : [])));

describe('for any lines', () => {
  test('every arrangement returned keeps every distance, cover and room, and its area is what its places take', () => {
    fc.assert(
      fc.property(anyProblem(1, 5), (of) => {
        for (const found of bestArrangements(of)) {
          expect(broken(of, found.places)).toEqual([]);
          found.places.forEach(({ top }, i) => expect(top).toBeGreaterThanOrEqual((of.pieces[i]?.cover ?? 0) - 1e-9));
          expect(depthFor(of, found.places)).toBeCloseTo(found.depth, 6);
          expect(widthFor(of, found.places, found.depth)).toBeLessThanOrEqual(found.width + 1e-6);
          expect(found.area).toBeCloseTo(areaFor(of, found.width, found.depth), 9);
        }
      }),
      { numRuns: times(150) },
    );
  });

  test('the search is never worse than 2,000 random arrangements that keep every rule', () => {
    fc.assert(
      fc.property(anyProblem(2, 5), fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (of, chance) => {
        const best = leastArea(of);
        const draw = () => chance.next().value as number;
        for (let trial = 0; trial < 2000; trial++) {
          const places = of.pieces.map(({ cover }): LinePlace => ({ x: (draw() - 0.5) * 2, top: cover + draw() * draw() * 1.5 }));
          if (broken(of, places).length > 0) continue;
          const depth = depthFor(of, places);
          expect(best?.area ?? Infinity).toBeLessThanOrEqual(areaFor(of, widthFor(of, places, depth), depth) + 1e-6);
        }
      }),
      { numRuns: times(20) },
    );
  });

  test('it is as good as trying every order of every pair', () => {
    fc.assert(
      fc.property(anyProblem(2, 4), (of) => expect(leastArea(of)?.area ?? Infinity).toBeCloseTo(everyOrder(of), 6)),
      { numRuns: times(40) },
    );
  });

  test('a further line never shrinks the area', () => {
    fc.assert(
      fc.property(anyProblem(2, 5), (of) => {
        const fewer = { ...of, pieces: of.pieces.slice(0, -1) };
        expect(leastArea(fewer)?.area ?? Infinity).toBeLessThanOrEqual((leastArea(of)?.area ?? Infinity) + 1e-9);
      }),
      { numRuns: times(60) },
    );
  });

  test('tidied lines keep every rule; lines that keep them already stay where they are', () => {
    const place = fc.record({ x: fc.double({ min: -0.5, max: 0.5, noNaN: true }), top: fc.double({ min: 0.3, max: 1.2, noNaN: true }) });
    fc.assert(
      fc.property(anyProblem(2, 5), fc.array(place, { minLength: 5, maxLength: 5 }), (of, places) => {
        const moved = tidy(of, places.slice(0, of.pieces.length));
        if (!moved) return;
        expect(broken(of, moved)).toEqual([]);
        const again = tidy(of, moved) as LinePlace[];
        again.forEach(({ x, top }, i) =>
          expect([x, top]).toEqual([expect.closeTo(moved[i]?.x ?? 0, 5), expect.closeTo(moved[i]?.top ?? 0, 5)]),
        );
      }),
      { numRuns: times(150) },
    );
  });
});
