import fc from 'fast-check';
import { type Fact } from '../book';
import { normal, seeded } from '../chance';
import { planRun } from '../plan/plan';
import { bookEntry, levelRun } from '../testing';
import {
  bumps,
  designsOf,
  digFault,
  holeFaults,
  isChecked,
  offStretches,
  ponds,
  readChecks,
  tPassed,
  unchecked,
  type Checked,
  type Struck,
} from '.';
import { check } from './facts.testing';
import { job, NOW, rules, type run } from './drain.testing';

const within = () => 0.01;
type Check = Extract<Fact, { kind: 'check' }>;
const at = (station: number, off: number, width = 0.6, level = 10 + off): Checked => ({ station, off, width, level });

describe('too deep, too high', () => {
  test('35 and 15 mm too deep, 5 m apart, 0.60 m wide: 0.075 m³ of bedding', () => {
    expect(offStretches([at(0, -0.035), at(5, -0.015)], 5, within)).toEqual([
      { from: 0, to: 5, side: 'deep', most: 0.035, at: 0, volume: expect.closeTo(0.075, 9) as number, beyond: true },
    ]);
  });

  test('what was dug less what was designed is over-dig less under-dig, by a count in thin slices', () => {
    const millimetres = (min: number, max: number) => fc.integer({ min, max }).map((value) => value / 1000);
    const off = millimetres(-100, 100).filter((value) => value !== 0);
    const checks = fc.array(fc.tuple(millimetres(500, 5000), off, millimetres(400, 1200)), { minLength: 2, maxLength: 10 });
    fc.assert(
      fc.property(checks, (list) => {
        let station = 0;
        const made = list.map(([step, off, width]) => at((station += step), off, width));
        const stretches = offStretches(made, 5, within);
        const signed = stretches.reduce((sum, { side, volume }) => sum + (side === 'deep' ? volume : -volume), 0);
        let counted = 0;
        for (let i = 1; i < made.length; i++) {
          const [a, b] = [made[i - 1] as Checked, made[i] as Checked];
          for (let k = 0; k < 400; k++) {
            const share = (k + 0.5) / 400;
            counted -= ((b.station - a.station) / 400) * (a.off + (b.off - a.off) * share) * (a.width + (b.width - a.width) * share);
          }
        }
        expect(signed).toBeCloseTo(counted, 5);
        for (const { from, to, side } of stretches) {
          const middle = (from + to) / 2;
          const i = made.findIndex(({ station: one }) => one > middle);
          const [a, b] = [made[i - 1] as Checked, made[i] as Checked];
          expect(Math.sign(a.off + (b.off - a.off) * ((middle - a.station) / (b.station - a.station)))).toBe(side === 'deep' ? -1 : 1);
        }
      }),
    );
  });

  test('nothing is said of what lies between checks too far apart', () => {
    expect(offStretches([at(0, -0.05), at(8, -0.05)], 5, within)).toEqual([]);
  });
});

describe('water that would stand', () => {
  const level = (station: number, its: number) => ({ station, level: its });

  test('8.640, 8.652, 8.560 at 0, 5, 10 m: 12 mm of water back to station 0', () => {
    expect(ponds([level(0, 8.64), level(5, 8.652), level(10, 8.56)], 1)).toEqual([
      { from: 0, to: 5, depth: expect.closeTo(0.012, 9) as number, at: 0, over: 5 },
    ]);
    expect(ponds([level(0, 8.64), level(5, 8.652), level(10, 8.66)], -1)).toEqual([]);
  });

  test('equals water poured in drop by drop', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 2, maxLength: 9 }),
        fc.constantFrom<1 | -1>(1, -1),
        (heights, flow) => {
          const checks = heights.map((height, i) => level(i * 10, height));
          const found = ponds(checks, flow);
          // Cells along the profile; water at a cell stands as high as the highest cell it has to pass on its way out.
          const cells = Array.from({ length: (heights.length - 1) * 40 + 1 }, (_, i) => {
            const [low, share] = [Math.floor(i / 40), (i % 40) / 40];
            const a = heights[low] as number;
            return { station: i / 4, level: share === 0 ? a : a + ((heights[low + 1] as number) - a) * share };
          });
          if (flow === -1) cells.reverse();
          let sill = -Infinity;
          const poured = cells.reverse().map(({ station, level: its }) => ({ station, depth: (sill = Math.max(sill, its)) - its }));
          const deepest = Math.max(0, ...poured.map(({ depth }) => depth));
          expect(Math.max(0, ...found.map(({ depth }) => depth))).toBeCloseTo(deepest, 9);
          const inPond = (station: number, slack: number) => found.some(({ from, to }) => station > from - slack && station < to + slack);
          const missed = poured.filter(({ station, depth }) => depth > 1e-9 && !inPond(station, 1e-9));
          const invented = poured.filter(({ station, depth }) => depth <= 0 && inPond(station, -1e-9));
          expect({ missed, invented }).toEqual({ missed: [], invented: [] });
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('humps, hollows and what nobody checked', () => {
  test('a level off the line of its neighbours', () => {
    expect(bumps([at(0, 0), at(5, 0.02), at(10, 0)], 5, within)).toEqual([{ station: 5, off: 0.02 }]);
    expect(bumps([at(0, 0), at(5, -0.03), at(10, -0.04)], 5, within)).toEqual([]);
    expect(bumps([at(0, 0), at(9, 0.02), at(18, 0)], 5, within)).toEqual([]);
  });

  test('the stretches nobody checked are exactly where a station is not checked', () => {
    const stations = fc.array(fc.double({ min: 0, max: 40, noNaN: true }), { maxLength: 8 }).map((list) => list.sort((a, b) => a - b));
    fc.assert(
      fc.property(stations, fc.double({ min: 0, max: 40, noNaN: true }), (list, station) => {
        const holes = unchecked(list, 5, { from: 0, to: 40 });
        const near = holes.some(({ from, to }) => Math.abs(station - from) < 1e-6 || Math.abs(station - to) < 1e-6);
        if (!near) expect(holes.some(({ from, to }) => station > from && station < to)).toBe(!isChecked(list, 5, station));
      }),
      { numRuns: 500 },
    );
  });
});

describe('what is wrong with how the machine digs', () => {
  /** Four places 3 m long, three checks in each, and what is wrong with them. */
  const checked = (seed: number, wrong: (along: number, station: number) => number, places = 4): Struck[] => {
    const chance = seeded(seed);
    return Array.from({ length: places }, (_, place) =>
      [0, 1.5, 3].map((along): Struck => {
        const station = place * 3 + along;
        return { station, place, struckAt: place * 3, off: wrong(along, station) + 0.004 * normal(chance) };
      }),
    ).flat();
  };
  const seeds = Array.from({ length: 100 }, (_, i) => i + 1);

  test('the slope is missing in the machine: it is named within 0.2 %', () => {
    for (const seed of seeds.slice(0, 50)) {
      const fault = digFault(
        checked(seed, (along) => along / 80),
        0.01,
      );
      expect(fault?.kind).toBe('slope');
      const { slope, error } = fault as Extract<typeof fault, { kind: 'slope' }>;
      expect(Math.abs(slope - 1 / 80)).toBeLessThan(Math.max(0.002, 3 * error));
    }
    const named = seeds.filter((seed) => {
      const fault = digFault(
        checked(seed, (along) => along / 80),
        0.01,
      );
      return fault?.kind === 'slope' && Math.abs(fault.slope - 1 / 80) <= 0.002;
    });
    expect(named.length).toBeGreaterThanOrEqual(90);
  });

  test('with the slope right it says nothing in 99 of 100', () => {
    expect(
      seeds.filter(
        (seed) =>
          digFault(
            checked(seed, () => 0),
            0.01,
          ) === undefined,
      ).length,
    ).toBeGreaterThanOrEqual(99);
  });

  test('the same 18 mm over four places is a bias, and no staircase', () => {
    const kinds = seeds.map(
      (seed) =>
        digFault(
          checked(seed, () => 0.018),
          0.01,
        )?.kind,
    );
    expect(kinds.filter((kind) => kind === 'bias').length).toBeGreaterThanOrEqual(90);
    expect(kinds.filter((kind) => kind === 'slope' || kind === 'plane').length).toBeLessThanOrEqual(1);
  });

  test('running off all along is the plane, not the machine', () => {
    const kinds = seeds.map(
      (seed) =>
        digFault(
          checked(seed, (_, station) => station / 80),
          0.01,
        )?.kind,
    );
    expect(kinds.filter((kind) => kind === 'plane').length).toBeGreaterThanOrEqual(99);
  });

  test('too few checks: nothing', () => {
    expect(
      digFault(
        checked(1, () => 0.05, 1),
        0.01,
      ),
    ).toBeUndefined();
    expect(digFault([], 0.01)).toBeUndefined();
  });

  test('Student’s t once in two hundred, by the table', () => {
    // Two-sided 0.5 %.
    for (const [freedom, t] of [
      [5, 4.773],
      [7, 4.029],
      [10, 3.581],
      [30, 3.03],
    ] as const)
      expect(Math.abs(tPassed(freedom) - t) / t).toBeLessThan(0.02);
  });
});

describe('the hole as it was found', () => {
  const boxed = (depth: number) =>
    planRun(
      job,
      levelRun({ length: 20, depth, bottomWidth: 0.9, soil: 'B', protection: 'shield', kit: 'box-light', panel: 0.06, entry: true }),
    );
  const judged = (made: ReturnType<typeof planRun>, of: typeof run, more: Partial<Check>) => {
    const ground = 10;
    const made_ = designsOf(job, of, made.places);
    const design = made_(5, null);
    const [found] = readChecks({
      rules,
      machine: job.machine,
      designs: made_,
      book: [bookEntry(check(5, { found: { as: 'depth', value: ground - (design?.bottom ?? 0) }, ...more }))],
      now: NOW,
    }).all().checks;
    const place = made.places[0];
    if (!found || !place) throw new Error('nothing was dug there');
    return holeFaults(
      found,
      place,
      made.supports.find((one) => one.place === place.id),
      rules,
    );
  };
  const light = levelRun({
    length: 20,
    depth: 2,
    bottomWidth: 0.9,
    soil: 'B',
    protection: 'shield',
    kit: 'box-light',
    panel: 0.06,
    entry: true,
  });

  test('wider than the supports open: it may not be packed out; narrower than planned: room to lay', () => {
    const made = boxed(2);
    expect(judged(made, light, { widthBottom: 1.0 }).map(({ kind }) => kind)).not.toContain('wide');
    expect(judged(made, light, { widthBottom: 1.7 })).toMatchObject([{ kind: 'wide', limit: 1.5 }]);
    expect(judged(made, light, { widthBottom: 0.75 }).map(({ kind }) => kind)).toEqual(expect.arrayContaining(['narrow', 'tight']));
  });

  test('dug deeper than the table of its supports goes: said, though the plan was within it', () =>
    expect(judged(boxed(2), light, { found: { as: 'depth', value: 2.7 }, sure: true }).map(({ kind }) => kind)).toContain('fault'));

  test('sides cut steeper than their class: by the widths as they were measured', () => {
    const battered = levelRun({
      length: 20,
      depth: 2,
      bottomWidth: 0.9,
      soil: 'B',
      left: { kind: 'batter', ratio: 1 },
      right: { kind: 'batter', ratio: 1 },
      entry: true,
    });
    const made = planRun(job, battered);
    expect(judged(made, battered, { widthBottom: 0.9, widthTop: 4.9 })).toEqual([]);
    expect(judged(made, battered, { widthBottom: 0.9, widthTop: 2.0 })).toMatchObject([{ kind: 'fault' }]);
  });
});
