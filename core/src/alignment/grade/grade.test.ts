import fc from 'fast-check';
import { findProduct, type Product } from '../../catalogue';
import { tooCloseToExisting } from '../../existing';
import { resolveRules } from '../../rules';
import { applyPatches, blankExisting, blankJob, blankLaidLine, blankRun, placedLines, type LaidLine, type Run } from '../../job';
import { runSchema } from '../../job/schema';
import { times } from '../../generators.testing';
import { loadSolver } from '../../highs.testing';
import { planRun } from '../../plan/plan';
import { fallingRun, legsOf, levelsOn, structureAt, targetsOf, withStructure } from '..';
import { findGrade, limitHull, type GradeResult } from '.';
import { linear, solverOf, toLp, type Solver } from '../../lp';

const job = blankJob('Test', 'UK');
let solver: Solver;
beforeAll(async () => {
  solver = await loadSolver();
});

/** Level ground at 10.000, 60 m, OD 110 with a 3.2 mm wall, cover at least 0.6. */
const level = (targets: Run['targets'], change: Partial<Run> = {}): Run => ({
  ...blankRun({ name: 'Level', length: 60, product: 'drain-110', cover: 0.6, ruleSet: 'UK' }),
  targets: { minFall: 1 / 80, cover: 0.6, ...targets },
  ...change,
});
const find = (run: Run) => findGrade(job, run, { solver });
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
    const { inverts, drop } = found(find(level({ receiving: 8.5 })));
    // 10 − 0.6 − 0.110 + 0.0032 = 9.2932; − 60/80 = 8.5432; − 8.5 = 0.0432.
    expect(inverts.map(({ invert }) => Number(invert.toFixed(3)))).toEqual([9.293, 8.543]);
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
    const duct = { ...blankExisting('Duct', 30), size: 0.11, coverMin: 0.99, coverMax: 0.99 };
    const { passings, inverts } = found(find(level({ receiving: 7 }, { existing: [duct] })));
    expect(passings).toEqual([{ line: 'Duct', name: 'Duct', side: 'under', why: 'Over it is ruled out by cover.' }]);
    const run = {
      ...level({}, { existing: [duct] }),
      inverts,
      reaches: level({}).reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' as const } })),
    };
    const crown = levelsOn(run, findProduct('drain-110'), 30).crown;
    expect(crown).toBeLessThanOrEqual(10 - 0.99 - 0.11 - 0.3 + 1e-6);
  });
  test('with a receiving level that leaves no room below, the duct blocks it and its clearance is named', () => {
    const duct = { ...blankExisting('Duct', 30), size: 0.11, coverMin: 0.99, coverMax: 0.99 };
    const result = blocked(find(level({ receiving: 8.5 }, { existing: [duct] })));
    expect(result.relaxations.map(({ family }) => family)).toContain('receiving');
    expect(result.why).toMatch(/cannot all hold|No single/);
  });
  test('a deep duct is passed over, and why not under is said in volume', () => {
    const main = { ...blankExisting('Main', 30), size: 0.2, coverMin: 1.6, coverMax: 1.7 };
    const [passing] = found(find(level({}, { existing: [main] }))).passings;
    expect(passing).toMatchObject({ side: 'over', why: expect.stringMatching(/^Under it digs \d+\.\d m³ more\.$/) as string });
  });
  test('uphill along the run it mirrors', () => {
    const run = {
      ...level({ receiving: 8.5 }),
      inverts: [
        { id: 'a', station: 0, invert: 8, keep: false },
        { id: 'b', station: 60, invert: 9, keep: false },
      ],
    };
    expect(found(find(run)).inverts.map(({ invert }) => Number(invert.toFixed(3)))).toEqual([8.543, 9.293]);
  });
  test('a kept level is kept, or named', () => {
    const kept = (invert: number) =>
      level(
        {},
        {
          inverts: [
            { id: 'a', station: 0, invert, keep: true },
            { id: 'b', station: 60, invert: 8, keep: false },
          ],
        },
      );
    expect(found(find(kept(9))).inverts[0]).toEqual({ id: 'a', station: 0, invert: 9, keep: true });
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

describe('what stands in the way gives way by the least that will do', () => {
  const across = (station: number, coverMin: number, coverMax = coverMin) => ({
    ...blankExisting(`Line at ${station}`, station),
    size: 0.1,
    coverMin,
    coverMax,
  });
  const steep = level(
    {},
    {
      stations: [
        { station: 0, ground: 13 },
        { station: 60, ground: 10 },
      ],
    },
  );
  test.each<[string, Run, string[]]>([
    // Depth at the foot: 0.6 + 0.110 + the bed of 0.1 + 60/80.
    ['a greatest depth', level({ maxDepth: 1.2 }), ['Accept a fall of', 'Accept a cover of', 'Allow a depth of 1.560 m']],
    // The ground falls 3 m in 60.
    [
      'a greatest fall on a steep slope that must not get deep',
      { ...steep, targets: { ...steep.targets, maxFall: 1 / 40, maxDepth: 1.5 } },
      ['Allow a fall of', 'Allow a depth of'],
    ],
    [
      'an incoming level too low for the receiving one',
      level({ incoming: 9, receiving: 8.5 }),
      ['Accept a fall of 1:120', 'Lower the receiving level to 8.250 m', 'Raise the incoming level to 9.250 m'],
    ],
    [
      'two lines with no room between them',
      level({ maxDepth: 1.75 }, { existing: [across(20, 0.2, 0.55), across(40, 1.45)] }),
      ['if their owners agree'],
    ],
  ])('%s', (_, run, labels) => {
    const { relaxations } = blocked(find(run));
    for (const label of labels) expect(relaxations.map((one) => one.label).join('; ')).toContain(label);
    for (const { patches } of relaxations) expect(find(runSchema.parse(applyPatches(run, patches))).kind).toBe('found');
  });
  test('where no single one will do, the least of several is offered as one', () => {
    const run = level({ incoming: 9.6, receiving: 9.2, maxDepth: 0.7 });
    const { why, relaxations } = blocked(find(run));
    expect(why).toMatch(/^No single constraint is to blame\. It takes .* and .* together\.$/);
    expect(relaxations).toHaveLength(1);
    expect(find(runSchema.parse(applyPatches(run, relaxations[0]?.patches ?? []))).kind).toBe('found');
  });
  test('a depth offered where everything else only just holds does it to the last digit', () => {
    const targets = { minFall: 0.04999999999999964, receiving: 7.000000000000008, incoming: 8, maxDepth: 0.5000000000000009 };
    const stations = [9, 10.001607298176511].map((value, i) => ({ station: i * 20, ground: value }));
    const run = { ...level({}, { stations, existing: [across(1, 0.2)] }), targets };
    const { relaxations } = blocked(find(run));
    expect(relaxations.map(({ family }) => family)).toEqual(['maxDepth']);
    for (const { patches } of relaxations) expect(find(runSchema.parse(applyPatches(run, patches))).kind).toBe('found');
  });
  test('whatever is asked for, everything offered does it', () => {
    const maybe = (min: number, max: number) => fc.option(fc.double({ min, max, noNaN: true }), { nil: undefined });
    const targets = fc.record(
      {
        minFall: maybe(1 / 200, 1 / 20),
        maxFall: maybe(1 / 20, 1 / 5),
        cover: maybe(0.3, 1.2),
        receiving: maybe(7, 10),
        incoming: maybe(8, 10),
        maxDepth: maybe(0.5, 3),
      },
      { noNullPrototype: true },
    );
    const ground = fc.array(fc.double({ min: 9, max: 11, noNaN: true }), { minLength: 2, maxLength: 6 });
    const lines = fc.array(fc.tuple(fc.double({ min: 1, max: 19, noNaN: true }), fc.double({ min: 0.2, max: 1.5, noNaN: true })), {
      maxLength: 2,
    });
    let blocks = 0;
    fc.assert(
      fc.property(targets, ground, lines, fc.constantFrom(0, 0.5), (asked, grounds, crossed, frost) => {
        const stations = grounds.map((value, i) => ({ station: i * 20, ground: value }));
        const [reach] = level({}).reaches as [Run['reaches'][number]];
        const clean = Object.fromEntries(Object.entries(asked).filter(([, value]) => value !== undefined));
        const run = {
          ...level({}, { stations, reaches: [{ ...reach, frost }], existing: crossed.map(([at, cover]) => across(at, cover)) }),
          targets: clean,
        };
        const result = find(runSchema.parse(run));
        if (result.kind === 'found') return;
        blocks++;
        for (const { patches } of result.relaxations) expect(find(runSchema.parse(applyPatches(run, patches))).kind).toBe('found');
      }),
      { numRuns: times(60) },
    );
    expect(blocks).toBeGreaterThan(5);
  });
  test('a line beside the run is passed all along, one beyond its clearance not at all', () => {
    const beside = (offset: number) => ({ ...across(0, 0.9), where: { kind: 'parallel' as const, from: 10, to: 50, offset } });
    const near = found(find(level({ receiving: 6 }, { existing: [beside(0.2)] })));
    expect(near.passings).toMatchObject([{ side: 'under' }]);
    expect(found(find(level({ receiving: 6 }, { existing: [beside(0.5)] }))).passings).toEqual([]);
  });
});

describe('several lines in one trench', () => {
  /** A line laid beside the leading drain. */
  const beside = (id: string, product: string, change: Partial<LaidLine> = {}): LaidLine => ({
    ...blankLaidLine(id, product, id),
    ...change,
  });
  const withLaid = (run: Run, ...laid: LaidLine[]): Run => ({ ...run, laid: [...run.laid, ...laid] });
  const [reach] = level({}).reaches as [Run['reaches'][number]];

  test('a duct 0.2 m over the drain takes its own cover: the drain begins 0.2 m lower', () => {
    const over = beside('over', 'duct-110', { up: 0.11 + 0.2, x: 0 });
    const alone = found(find(level({}))).inverts[0]?.invert as number;
    const both = found(find(withLaid(level({}), over))).inverts[0]?.invert as number;
    expect(alone - both).toBeCloseTo(0.31, 6);
  });
  test('only where it goes: a duct that ends at 10 m leaves the far end alone', () => {
    const run = level(
      { minFall: 0 },
      {
        stations: [
          { station: 0, ground: 10 },
          { station: 60, ground: 10 },
        ],
      },
    );
    const over = beside('over', 'duct-110', { up: 0.31, x: 0, from: 50 });
    const [head, tail] = found(find(withLaid(run, over))).inverts.map(({ invert }) => invert) as [number, number];
    // 0.31 lower from 50 m on, straight from 9.2932 at the head: the least digging is a line through both.
    expect(head).toBeCloseTo(9.2932, 6);
    expect(head + ((tail - head) * 50) / 60).toBeCloseTo(9.2932 - 0.31, 6);
  });
  test('the greatest depth is that of the trench, dug for the lowest line', () => {
    const under = beside('under', 'duct-110', { up: -0.2, x: 0.2 });
    // 0.6 + 0.110 + 60/80 + the bed of 0.1 is 1.56; the duct under it asks 0.2 more.
    expect(found(find(level({ maxDepth: 1.5601 }))).kind).toBe('found');
    const { relaxations } = blocked(find(withLaid(level({ maxDepth: 1.5601 }), under)));
    expect(relaxations.map(({ label }) => label)).toContain('Allow a depth of 1.760 m');
  });
  test('a cable crosses between a drain and a duct laid over it: one passes under, one over', () => {
    const cable = { ...blankExisting('Cable', 5), size: 0.05, coverMin: 1.2, coverMax: 1.2, evidence: 'exposed' as const };
    const over = beside('over', 'duct-110', { name: 'Duct', up: 1.2, x: 0 });
    const run = withLaid(level({ clearance: 0.3 }, { existing: [cable] }), over);
    const { passings } = found(find(run));
    expect(passings.map(({ laid, side }) => [laid, side])).toEqual([
      [run.laid[0]?.name, 'under'],
      ['Duct', 'over'],
    ]);
  });

  /** The run on three levels: at its ends and at its chamber. */
  const bent = (run: Run, head: number, middle: number, tail: number): Run => {
    const straight = fallingRun(run, head, tail);
    const knot = { id: 'bend', station: 30, invert: middle, keep: false };
    return { ...run, ...straight, inverts: [...straight.inverts, knot].sort((a, b) => a.station - b.station) };
  };
  /** What the plan itself says of a line found: cover of every line, frost included, depth, and lines too close where they are known to be. */
  const faultsOf = (run: Run): string[] => {
    const plan = planRun(job, run);
    const rules = resolveRules(job.ruleSet, job.overrides);
    const targets = targetsOf(run, placedLines(job, run), rules);
    const frost = Math.max(...run.reaches.map((reach) => reach.frost));
    const shallow = placedLines(job, run).flatMap((line) =>
      Array.from({ length: 101 }, (_, i) => line.from + ((line.to - line.from) * i) / 100).flatMap((station) => {
        const { ground, finished, invert } = levelsOn(run, placedLines(job, run)[0]?.product as Product, station);
        const top = invert - (placedLines(job, run)[0]?.product.wall ?? 0) + line.up + line.product.od;
        return Math.min(ground, finished) - top < Math.max(targets.cover(line), frost) - 1e-5 ? [`${line.id} at ${station}`] : [];
      }),
    );
    const deep = plan.deepest.depth > (targets.maxDepth ?? Infinity) + 1e-5 ? ['deep'] : [];
    const close = tooCloseToExisting({
      rules: { ...rules, lineClearance: { ...rules.lineClearance, value: targets.clearance - 1e-5 } },
      existing: run.existing,
      windows: [],
      placed: placedLines(job, run),
      levels: plan.profile,
    });
    return [...shallow, ...deep, ...close.map(({ facts }) => facts.name)];
  };
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const laid = fc.record({
    product: fc.constantFrom('duct-110', 'drain-160', 'drain-110'),
    x: number(-0.4, 0.4),
    up: number(-0.4, 0.9),
    from: fc.option(number(1, 20), { nil: undefined }),
    to: fc.option(number(25, 59), { nil: undefined }),
  });
  const inGround = fc.record({
    where: fc.oneof(
      fc.record({ kind: fc.constant('crossing' as const), station: number(1, 59), angle: number(0.4, Math.PI - 0.4) }),
      fc.record({ kind: fc.constant('parallel' as const), from: number(0, 25), to: number(30, 60), offset: number(-1, 1) }),
    ),
    size: number(0.02, 0.5),
    cover: number(0.2, 2.5),
    more: number(0, 0.3),
  });
  const anyRun = fc
    .record({
      grounds: fc.array(number(9, 11), { minLength: 2, maxLength: 6 }),
      beside: fc.array(laid, { minLength: 0, maxLength: 3 }),
      existing: fc.array(inGround, { maxLength: 3 }),
      maxDepth: fc.option(number(1.2, 4), { nil: undefined }),
      cover: fc.option(number(0.3, 0.9), { nil: undefined }),
      receiving: fc.option(number(7, 9), { nil: undefined }),
      frost: fc.constantFrom(0, 0.5),
    })
    .map(({ grounds, beside: more, existing, frost, ...targets }) => {
      const stations = grounds.map((value, i) => ({ station: (60 * i) / (grounds.length - 1), ground: value }));
      const run = level(
        {},
        {
          stations,
          targets: Object.fromEntries(Object.entries(targets).filter(([, value]) => value !== undefined)),
          reaches: [{ ...reach, frost, bottomWidth: 3 }],
          structures: withStructure(level({}), structureAt(level({}, { stations }), 30, 'chamber', 'middle')),
          existing: existing.map(({ where, size, cover, more: deeper }, i) => ({
            ...blankExisting(`Line ${i}`, 0),
            where,
            size,
            coverMin: cover,
            coverMax: cover + deeper,
            evidence: 'exposed' as const,
          })),
        },
      );
      return runSchema.parse(
        withLaid(run, ...more.map(({ product, ...place }, i) => beside(`more${i}`, product, { name: `More ${i}`, ...place }))),
      );
    });
  test('whatever lies in the trench and across it: the plan of the line found has nothing against it, and everything offered does it', () => {
    let [founds, blocks] = [0, 0];
    fc.assert(
      fc.property(anyRun, (run) => {
        const result = find(run);
        if (result.kind === 'found') {
          founds++;
          expect(faultsOf(applyPatches(run, result.patches))).toEqual([]);
          return;
        }
        blocks++;
        for (const { patches, label } of result.relaxations)
          expect([label, find(runSchema.parse(applyPatches(run, patches))).kind]).toEqual([label, 'found']);
      }),
      { numRuns: times(40) },
    );
    expect(founds).toBeGreaterThan(10);
    expect(blocks).toBeGreaterThan(5);
  });
  test('no line of a fine grid, straight or bent at the chamber, that the plan has nothing against digs less', () => {
    let beaten = 0;
    fc.assert(
      fc.property(anyRun, (run) => {
        const result = find(run);
        const least = result.kind === 'found' ? planRun(job, applyPatches(run, result.patches)).volumes.trench * 0.99 : Infinity;
        const { minFall } = targetsOf(run, placedLines(job, run), resolveRules(job.ruleSet, job.overrides));
        const falls = [1.0001, 1.2, 2].map((times) => times * minFall);
        for (let head = 7; head < 10.5; head += 0.25)
          for (const first of falls)
            for (const second of falls) {
              const middle = head - first * 30;
              const tried = bent(run, head, middle, middle - second * 30);
              if (middle - second * 30 < (run.targets.receiving ?? -Infinity)) continue;
              const stations = [...tried.stations.map(({ station }) => station), 30];
              if (stations.some((station) => levelsOn(tried, findProduct('drain-110'), station).cover < 0)) continue;
              if (faultsOf(tried).length > 0) continue;
              beaten++;
              expect(planRun(job, tried).volumes.trench).toBeGreaterThanOrEqual(least);
            }
      }),
      { numRuns: times(10) },
    );
    expect(beaten).toBeGreaterThan(10);
  });
  test('a leg is not free to go anywhere: each costs what is dug for it', () => {
    // A line that lies in the trench to a hair beyond the chamber asks something of the second leg there, and nearly nothing.
    const run = level(
      { minFall: undefined, cover: 0.3 },
      {
        stations: [
          { station: 0, ground: 9 },
          { station: 60, ground: 9 },
        ],
        structures: withStructure(level({}), structureAt(level({}), 30, 'chamber', 'middle')),
        reaches: [{ ...reach, bottomWidth: 3 }],
        existing: [
          { kind: 'parallel' as const, from: 0, to: 30.000000030000002, offset: 0 },
          { kind: 'crossing' as const, station: 1, angle: 0.4 },
        ].map((where, i) => ({
          ...blankExisting(`Cable ${i}`, 0),
          ...{
            where,
            evidence: 'exposed' as const,
            size: 0.02,
            coverMin: [0.2, 0.2238274044904989][i] as number,
            coverMax: [0.2, 0.2238274044904989][i] as number,
          },
        })),
      },
    );
    const levels = found(find(run)).inverts.map(({ invert }) => invert);
    expect(Math.max(...levels) - Math.min(...levels)).toBeCloseTo(60 / 40, 6);
  });
});

test('the gradient breaks at a chamber only, where the ground asks for it', () => {
  const base = level(
    {},
    {
      stations: [
        { station: 0, ground: 10 },
        { station: 30, ground: 10 },
        { station: 60, ground: 8 },
      ],
    },
  );
  const straight = found(find(base));
  expect(straight.inverts).toHaveLength(2);
  const broken = found(find({ ...base, structures: withStructure(base, structureAt(base, 30, 'chamber', 'c')) }));
  expect(broken.inverts.map(({ station }) => station)).toEqual([0, 30, 60]);
  const dug = (result: typeof straight) => planRun(job, applyPatches(base, result.patches)).volumes.trench;
  expect(dug(broken)).toBeLessThan(dug(straight));
});

test('for any rolling ground the line found holds every target, and none of 200 random lines that do so digs less', () => {
  const ground = fc.array(fc.double({ min: 9, max: 11, noNaN: true }), { minLength: 3, maxLength: 9 });
  const walls = fc.constantFrom<Run['reaches'][number]['left']>({ kind: 'vertical' }, { kind: 'batter', ratio: 1 });
  fc.assert(
    fc.property(
      ground,
      walls,
      fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 400, maxLength: 400 }),
      (grounds, wall, throws) => {
        const [reach] = level({}).reaches as [Run['reaches'][number]];
        const stations = grounds.map((value, i) => ({ station: i * 10, ground: value }));
        const end = (grounds.length - 1) * 10;
        const base = level({}, { stations, reaches: [{ ...reach, left: wall, right: wall }] });
        const middle = Math.floor(grounds.length / 2) * 10;
        const down = [
          { station: 0, invert: 1 },
          { station: end, invert: 0 },
        ].map((one) => ({ ...one, id: `i${one.station}`, keep: false }));
        const run = { ...base, inverts: down, structures: withStructure(base, structureAt(base, middle, 'chamber', 'middle')) };
        const best = applyPatches(run, found(find(run)).patches);
        const holds = (candidate: Run) =>
          legsOf(candidate).every(({ fall }) => fall >= 1 / 80 - 1e-6) &&
          stations.every(({ station }) => levelsOn(candidate, findProduct('drain-110'), station).cover >= 0.6 - 1e-6);
        expect(holds(best)).toBe(true);
        // The finder sums by pieces and tangents, the plan exactly: allow it a hundredth.
        const least = planRun(job, { ...best, structures: [] }).volumes.trench * 0.99;
        for (let i = 0; i < 400; i += 2) {
          const head = 10.3 - (throws[i] as number);
          const inverts = [
            { station: 0, invert: head },
            { station: end, invert: head - end / 80 - (throws[i + 1] as number) },
          ].map((one) => ({ ...one, id: `i${one.station}`, keep: false }));
          const random: Run = { ...best, inverts, structures: [] };
          if (!holds(random)) continue;
          expect(planRun(job, random).volumes.trench).toBeGreaterThanOrEqual(least);
        }
      },
    ),
    { numRuns: times(25) },
  );
});

describe('the model', () => {
  test('a program the solver’s presolve fails on is solved without it', () => {
    const asked: (string | undefined)[] = [];
    const flaky = solverOf({
      solve: (_, options) => {
        asked.push(options?.presolve);
        if (options?.presolve !== 'off') throw new Error('presolve');
        return { Status: 'Optimal', ObjectiveValue: 1, Columns: { x: { Primal: 2 } } };
      },
    });
    expect(flaky('')).toEqual({ objective: 1, values: { x: 2 } });
    expect(asked).toEqual([undefined, 'off']);
  });
  test('hulls keep only corners that can touch, and the binding one of two at a station', () => {
    const at = (...values: number[]) => values.map((value, station) => ({ station, value }));
    expect(limitHull(at(3, 1, 2, 0), -1).map(({ value }) => value)).toEqual([3, 1, 0]);
    expect(limitHull(at(0, 2, 1, 3), 1).map(({ value }) => value)).toEqual([0, 2, 3]);
    expect(
      limitHull(
        [
          { station: 0, value: 2 },
          { station: 0, value: 1 },
          { station: 1, value: 5 },
        ],
        -1,
      )[0]?.value,
    ).toBe(1);
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
