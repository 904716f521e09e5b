import fc from 'fast-check';
import { findService } from '../../catalogue';
import { applyPatches, blankJob, blankLine, blankRun, runSchema, type Run } from '../../job';
import { loadSolver } from '../../highs.testing';
import { planRun } from '../../plan';
import { resolveRules } from '../../rules';
import { chamberAt, legsOf, levelsOn, withStructure } from '..';
import { findGrade, limitHull, linear, toLp, type GradeResult, type Solver } from '.';

const rules = resolveRules('UK');
const job = blankJob('Test', 'UK');
let solver: Solver;
beforeAll(async () => {
  solver = await loadSolver();
});

/** Level ground at 10.000, 60 m, OD 110 with a 3.2 mm wall, cover at least 0.6. */
const level = (targets: Run['targets'], change: Partial<Run> = {}): Run => ({
  ...blankRun({ name: 'Level', length: 60, service: 'drain-110', cover: 0.6, ruleSet: 'UK' }),
  targets: { minFall: 1 / 80, cover: 0.6, ...targets },
  ...change,
});
const find = (run: Run) => findGrade(run, { rules, units: 'metric', solver });
const found = (result: GradeResult) => {
  if (result.kind !== 'found') throw new Error(result.why);
  return result;
};
const blocked = (result: GradeResult) => {
  if (result.kind !== 'blocked') throw new Error('a line was found');
  return result;
};

describe('on level ground', () => {
  test('receiving 8.500: head invert 9.293 on least cover, 1:80 to 8.543, free drop 0.043', () => {
    const { fixed, drop } = found(find(level({ receiving: 8.5 })));
    // 10 − 0.6 − 0.110 + 0.0032 = 9.2932; − 60/80 = 8.5432; − 8.5 = 0.0432.
    expect(fixed.map(({ invert }) => Number(invert.toFixed(3)))).toEqual([9.293, 8.543]);
    expect(drop).toBeCloseTo(0.0432, 6);
  });
  test('receiving 8.900: short of fall by 0.357; 1:153, cover 0.243 or receiving 8.543 would each do', () => {
    const { why, short, relaxations } = blocked(find(level({ receiving: 8.9 })));
    expect(short).toBeCloseTo(0.3568, 4);
    expect(why).toBe('Least fall, cover and the receiving level cannot all hold here. Short of fall by 0.357 m.');
    expect(relaxations.map(({ label }) => label)).toEqual([
      'Accept a fall of 1:153 (0.66 %)',
      'Accept a cover of 0.243 m',
      'Lower the receiving level to 8.543 m',
    ]);
  });
  test('each relaxation offered does it', () => {
    const run = level({ receiving: 8.9 });
    for (const { patches } of blocked(find(run)).relaxations) expect(find(runSchema.parse(applyPatches(run, patches))).kind).toBe('found');
  });
  test('a duct across the middle at the same level: under, because cover rules out over', () => {
    // At 30 m the line would lie from 8.915 to 9.025; the duct from 8.9 to 9.01.
    const duct = { ...blankLine('Duct', 30), size: 0.11, coverMin: 0.99, coverMax: 0.99 };
    const { passings, fixed } = found(find(level({ receiving: 7 }, { lines: [duct] })));
    expect(passings).toEqual([{ line: 0, name: 'Duct', side: 'under', why: 'Over it is ruled out by cover.' }]);
    const run = {
      ...level({}, { lines: [duct] }),
      fixed,
      reaches: level({}).reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' as const } })),
    };
    const crown = levelsOn(run, findService('drain-110'), 30).crown;
    expect(crown).toBeLessThanOrEqual(10 - 0.99 - 0.11 - 0.3 + 1e-6);
  });
  test('with a receiving level that leaves no room below, the duct blocks it and its clearance is named', () => {
    const duct = { ...blankLine('Duct', 30), size: 0.11, coverMin: 0.99, coverMax: 0.99 };
    const result = blocked(find(level({ receiving: 8.5 }, { lines: [duct] })));
    expect(result.relaxations.map(({ family }) => family)).toContain('receiving');
    expect(result.why).toMatch(/cannot all hold|No single/);
  });
  test('a deep duct is passed over, and why not under is said in volume', () => {
    const main = { ...blankLine('Main', 30), size: 0.2, coverMin: 1.6, coverMax: 1.7 };
    const [passing] = found(find(level({}, { lines: [main] }))).passings;
    expect(passing).toMatchObject({ side: 'over', why: expect.stringMatching(/^Under it digs \d+\.\d m³ more\.$/) as string });
  });
  test('uphill along the run it mirrors', () => {
    const run = { ...level({ receiving: 8.5 }), fixed: [{ station: 0, invert: 8, keep: false }, { station: 60, invert: 9, keep: false }] }; // prettier-ignore
    expect(found(find(run)).fixed.map(({ invert }) => Number(invert.toFixed(3)))).toEqual([8.543, 9.293]);
  });
  test('a kept level is kept, or named', () => {
    const kept = (invert: number) => level({}, { fixed: [{ station: 0, invert, keep: true }, { station: 60, invert: 8, keep: false }] }); // prettier-ignore
    expect(found(find(kept(9))).fixed[0]).toEqual({ station: 0, invert: 9, keep: true });
    expect(blocked(find(kept(9.5))).relaxations.map(({ label }) => label)).toContain(
      'Let the kept levels at 0.0 m move, by 0.207 m at most',
    );
  });
  test('frost pushes it down, and is never offered to give way', () => {
    const [reach] = level({}).reaches as [Run['reaches'][number]];
    const run = level({ receiving: 8.3 }, { reaches: [{ ...reach, frost: 0.9 }] });
    expect(blocked(find(run)).relaxations.map(({ family }) => family)).toEqual(['minFall', 'receiving']);
  });
});

test('the gradient breaks at a chamber only, where the ground asks for it', () => {
  const base = level({}, { stations: [{ station: 0, ground: 10 }, { station: 30, ground: 10 }, { station: 60, ground: 8 }] }); // prettier-ignore
  const straight = found(find(base));
  expect(straight.fixed).toHaveLength(2);
  const broken = found(find({ ...base, structures: withStructure(base, chamberAt(base, 30)) }));
  expect(broken.fixed.map(({ station }) => station)).toEqual([0, 30, 60]);
  const dug = (result: typeof straight) => planRun(job, applyPatches(base, result.patches)).volumes.trench;
  expect(dug(broken)).toBeLessThan(dug(straight));
});

test('for any rolling ground the line found holds every target, and none of 200 random lines that do so digs less', () => {
  const ground = fc.array(fc.double({ min: 9, max: 11, noNaN: true }), { minLength: 3, maxLength: 9 });
  const walls = fc.constantFrom<Run['reaches'][number]['left']>({ kind: 'vertical' }, { kind: 'batter', ratio: 1 });
  fc.assert(
    fc.property(ground, walls, fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 400, maxLength: 400 }), (grounds, wall, throws) => {
      const [reach] = level({}).reaches as [Run['reaches'][number]];
      const stations = grounds.map((value, i) => ({ station: i * 10, ground: value }));
      const end = (grounds.length - 1) * 10;
      const base = level({}, { stations, reaches: [{ ...reach, left: wall, right: wall }] });
      const middle = Math.floor(grounds.length / 2) * 10;
      const down = [{ station: 0, invert: 1 }, { station: end, invert: 0 }].map((one) => ({ ...one, keep: false }));
      const run = { ...base, fixed: down, structures: withStructure(base, chamberAt(base, middle)) };
      const best = applyPatches(run, found(find(run)).patches);
      const holds = (candidate: Run) =>
        legsOf(candidate).every(({ fall }) => fall >= 1 / 80 - 1e-6) &&
        stations.every(({ station }) => levelsOn(candidate, findService('drain-110'), station).cover >= 0.6 - 1e-6);
      expect(holds(best)).toBe(true);
      // The finder sums by pieces and tangents, the plan exactly: allow it a hundredth.
      const least = planRun(job, { ...best, structures: [] }).volumes.trench * 0.99;
      for (let i = 0; i < 400; i += 2) {
        const head = 10.3 - (throws[i] as number);
        const fixed = [{ station: 0, invert: head }, { station: end, invert: head - end / 80 - (throws[i + 1] as number) }].map((one) => ({ ...one, keep: false })); // prettier-ignore
        const random: Run = { ...best, fixed, structures: [] };
        if (!holds(random)) continue;
        expect(planRun(job, random).volumes.trench).toBeGreaterThanOrEqual(least);
      }
    }),
    { numRuns: 25 },
  );
}); // prettier-ignore

describe('the model', () => {
  test('hulls keep only corners that can touch, and the binding one of two at a station', () => {
    const at = (...values: number[]) => values.map((value, station) => ({ station, value }));
    expect(limitHull(at(3, 1, 2, 0), -1).map(({ value }) => value)).toEqual([3, 1, 0]);
    expect(limitHull(at(0, 2, 1, 3), 1).map(({ value }) => value)).toEqual([0, 2, 3]);
    expect(limitHull([{ station: 0, value: 2 }, { station: 0, value: 1 }, { station: 1, value: 5 }], -1)[0]?.value).toBe(1); // prettier-ignore
  });
  test('a row without variables that cannot hold makes it infeasible, one that holds does not', () => {
    const model = (constant: number) => ({
      minimise: linear({ x: 1 }),
      rows: [linear({}, constant), linear({ x: 1 }, -2)],
      bounds: {},
      binaries: [],
    });
    expect(solver(toLp(model(1)))?.values.x).toBeCloseTo(2, 9);
    expect(solver(toLp(model(-1)))).toBeUndefined();
  });
});
