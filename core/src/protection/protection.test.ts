import fc from 'fast-check';
import { kits, machines, type SheetKit, type SoilClass, type ShieldKit, type ShoreKit } from '../catalogue';
import { areaBesideWall, wallOffset } from '../geometry';
import { blankJob, blankSides, errorsOf, type Reach, type Run, type Wall } from '../job';
import { kitSchema } from '../job/schema';
import { hookHeight } from '../machine';
import { orderOf } from '../order';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { sectionAt } from '../plan/section';
import { findingIn, levelRun, said, stopsOf } from '../testing';
import { FOOT } from '../units';
import {
  airFaults,
  airTestNeeded,
  boxSchedule,
  cylinderFor,
  cylinderHeights,
  chainFor,
  extractionPull,
  railFor,
  gateAfter,
  ladderStations,
  leaps,
  legShare,
  protectionMethods,
  procedure,
  refusalOf,
  score,
  sheetSchedule,
  shoreSchedule,
  shoreSets,
  shoreSpacing,
  stackOf,
  stageAfter,
  supportHeight,
  tryStep,
  wallFault,
  methodOf,
  type Standing,
} from '.';

const us = resolveRules('US');
const ground = (soil: SoilClass, change: Partial<Standing> = {}): Standing => ({ soil, granular: false, shortTerm: false, ...change });
const kit = <T>(id: string) => kits.find((one) => one.id === id) as unknown as T;
const box = kit<ShieldKit>('box-medium');
const shores = kit<ShoreKit>('shores-light');
const sheets = kit<SheetKit>('sheets-standard');

describe('a batter over a vertical foot', () => {
  const wall: Wall = { kind: 'batter', ratio: 1, foot: 1 };
  test('stands out only above the foot: 2.5 m up 1.5 m out, area 1.5²/2', () => {
    expect(wallOffset(wall, 0.8)).toBe(0);
    expect(wallOffset(wall, 2.5)).toBeCloseTo(1.5, 12);
    expect(areaBesideWall(wall, 2.5)).toBeCloseTo(1.125, 12);
  });
  test('unsupported only in type A, 3½ ft high, under 1:1 in cuts to 12 ft, under its own slope to 8 ft', () => {
    expect(wallFault({ ...wall, foot: 3.5 * FOOT }, ground('A'), 12 * FOOT, us)).toBeNull();
    expect(wallFault({ ...wall, foot: 3.6 * FOOT }, ground('A'), 12 * FOOT, us)).toBe('foot');
    expect(wallFault({ ...wall, foot: 3 * FOOT }, ground('A'), 13 * FOOT, us)).toBe('foot');
    expect(wallFault({ ...wall, ratio: 0.75 }, ground('A'), 8 * FOOT, us)).toBeNull();
    expect(wallFault({ ...wall, ratio: 0.75 }, ground('A'), 8.1 * FOOT, us)).toBe('steepBatter');
    expect(wallFault({ ...wall, ratio: 0.7 }, ground('A'), 2, us)).toBe('steepBatter');
    expect(wallFault(wall, ground('B'), 2, us)).toBe('foot');
  });
  test('past 20 ft no slope is tabled', () =>
    expect(wallFault({ kind: 'batter', ratio: 3 }, ground('C'), 20.1 * FOOT, us)).toBe('pastTable'));
});

describe('shores', () => {
  test('B, 12 ft deep, 60 ft long: 6.5 ft apart, ⌊60/6.5⌋ + 1 = 10 sets, both ends within half a spacing; 3 cylinders to a rail, 30 in all', () => {
    const plan = shoreSchedule(shores, { soil: 'B', depth: 12 * FOOT, length: 60 * FOOT, width: 0.9, rules: us });
    expect(plan?.spacing).toBeCloseTo(6.5 * FOOT, 9);
    expect(plan?.sets).toHaveLength(10);
    expect(plan?.sets[0]).toBeCloseTo(0.75 * FOOT, 9);
    expect(plan?.sets.at(-1)).toBeCloseTo(59.25 * FOOT, 9);
    // From 4 ft over the floor to 2 ft under the lip: 6 ft in two gaps of 3.
    expect(plan?.cylinders.map((height) => height / FOOT)).toEqual([expect.closeTo(4, 9), expect.closeTo(7, 9), expect.closeTo(10, 9)]);
    expect(plan).toMatchObject({ total: 30, cylinder: { name: '0.70–1.10 m', extended: false } });
    // 30 cylinders of 0.6 l, a cup of 0.25 l lost at each release, 10 l in can and hoses.
    expect(plan?.fluid).toBeCloseTo(0.018 + 0.0075 + 0.01, 9);
    expect(plan?.concentrate).toEqual({ summer: expect.closeTo(0.05 * 0.0355, 9), winter: expect.closeTo(0.1 * 0.0355, 9) });
    // 2 · 60 · 12 ft² of wall.
    expect(plan?.facing).toBeCloseTo(1440 * FOOT ** 2, 6);
  });
  test('spacings by class and depth; none in C or past 20 ft', () => {
    const feet = (soil: 'A' | 'B', depth: number) => (shoreSpacing(soil, depth * FOOT) ?? NaN) / FOOT;
    expect(
      [feet('A', 9), feet('A', 14), feet('A', 19), feet('B', 9), feet('B', 14), feet('B', 19)].map((value) => Math.round(value * 10) / 10),
    ).toEqual([8, 8, 7, 8, 6.5, 5.5]);
    expect([shoreSpacing('C', 2), shoreSpacing('B', 21 * FOOT)]).toEqual([undefined, undefined]);
  });
  test('a maker’s own spacing rules over the table', () =>
    expect(
      [1.8, 2, 3, 4.5].map((depth) => {
        const spacings = [
          { depth: 2, spacing: 1.5 },
          { depth: 4, spacing: 1 },
        ];
        return shoreSchedule({ ...shores, spacings, source: 'list 7' }, { soil: 'C', depth, length: 12, width: 0.9, rules: us });
      }),
    ).toMatchObject([{ spacing: 1.5, basis: 'list 7' }, { spacing: 1.5 }, { spacing: 1 }, undefined]));
  test('the shortest rail in stock whose cylinders hold: tried one by one over every depth', () => {
    const rails = [
      { length: 3, places: [0.4, 1.5, 2.6] },
      { length: 1.5, places: [0.3, 1.2] },
      { length: 2.1, places: [0.4, 1.2, 1.9] },
    ];
    // Top within 2 ft of the lip, bottom within 4 ft of the floor, 4 ft apart at most.
    const holds = ({ places }: (typeof rails)[number], depth: number) =>
      Array.from({ length: 400 }, (_, i) => i / 100).some((foot) => {
        const up = places.map((place) => foot + place);
        return (
          (up.at(-1) as number) >= depth - 2 * FOOT - 1e-9 &&
          (up.at(-1) as number) <= depth + 1e-9 &&
          (up[0] as number) <= 4 * FOOT + 1e-9 &&
          up.every((at, i) => i === 0 || at - (up[i - 1] as number) <= 4 * FOOT)
        );
      });
    for (let depth = 1.25; depth < 4.6; depth += 0.1) {
      const brute = rails.filter((rail) => holds(rail, depth)).map(({ length }) => length);
      const found = railFor({ rails }, depth, us)?.length;
      // The hundredths the brute force tries are coarser than a foot that may lie anywhere.
      if (brute.length === 0) expect(found === undefined || railFor({ rails }, depth + 0.02, us) === undefined || found > 0).toBe(true);
      else expect(found).toBe(Math.min(...brute));
    }
    expect(railFor({ rails }, 5, us)).toBeUndefined();
    expect(railFor({ rails }, 1.5, us)).toMatchObject({ length: 1.5, foot: 0, cylinders: [0.3, 1.2] });
  });
  test('one set alone only where the table lets it, over what one set holds', () => {
    const one = (spot: boolean, length: number) =>
      shoreSchedule({ ...shores, spot }, { soil: 'B', depth: 2, length, width: 0.9, rules: us })?.sets.length;
    expect([one(false, 2), one(true, 2), one(true, 3)]).toEqual([3, 1, 3]);
  });
  test('rails none of which holds the depth stop the plan', () => {
    const rails = [{ length: 1.5, places: [0.3, 1.2] }];
    const job = { ...blankJob('Yard', 'UK'), kit: [{ ...shores, id: 'own-short', rails }] };
    const run = (depth: number) =>
      levelRun({ length: 12, depth, bottomWidth: 0.9, soil: 'B', protection: 'shores', kit: 'own-short', panel: 0.06 });
    expect(findingIn(planRun(job, run(1.6)), 'protection.rail')).toBeUndefined();
    expect(findingIn(planRun(job, run(3)), 'protection.rail')).toMatchObject({ severity: 'stop', facts: { longest: 1.5 } });
  });
  test('for any length and spacing no wall is further from a set than half the spacing, and no two sets than the whole', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 200, noNaN: true }), fc.double({ min: 0.8, max: 3, noNaN: true }), (length, spacing) => {
        const sets = shoreSets(length, spacing, 3);
        expect(sets.length).toBeGreaterThanOrEqual(3);
        expect(sets[0]).toBeGreaterThanOrEqual(-1e-9);
        expect(Math.max(sets[0] as number, length - (sets.at(-1) as number))).toBeLessThanOrEqual(spacing / 2 + 1e-6);
        for (let i = 1; i < sets.length; i++) expect((sets[i] as number) - (sets[i - 1] as number)).toBeLessThanOrEqual(spacing + 1e-9);
      }),
    ));
  test('a cylinder within its stroke, an extension past the largest, none past that', () => {
    expect(cylinderFor(shores, 0.6)?.name).toBe('0.50–0.75 m');
    expect(cylinderFor(shores, 2)).toEqual({ name: '1.00–1.60 m', extended: true });
    expect([cylinderFor(shores, 0.4), cylinderFor(shores, 2.3)]).toEqual([undefined, undefined]);
    expect(cylinderHeights(1.2, us)).toHaveLength(1);
  });
});

describe('shields', () => {
  test('base 2.4 m in a 3.2 m dig: one extension; 3.35 m wanted, the top 0.50 m over the lip', () => {
    expect(stackOf(box, 3.35)).toMatchObject({ extensions: 1, height: expect.closeTo(3.7, 9) as number, enough: true, mass: 2100 });
    expect(stackOf(box, 5.2).enough).toBe(false);
  });
  test('what is dug is the clear width and both plates; ahead 1 m, then pushed 22 times by 100 mm', () =>
    expect(boxSchedule(box, { height: 3.35, depth: 3.2, length: 24, open: 9, width: 1, rules: us })).toMatchObject({
      outside: expect.closeTo(1.2, 9) as number,
      preDig: 1,
      pushes: 22,
      boxes: 3,
      moves: 5,
      ends: 'open',
    }));
  test('deeper than open ends may go, or too short for a row: ends closed', () => {
    expect(boxSchedule(box, { height: 4.6, depth: 4.5, length: 24, open: 3, width: 1, rules: us })).toMatchObject({
      ends: 'closed',
      boxes: 1,
    });
    expect(boxSchedule(box, { height: 2.2, depth: 2, length: 6, open: 6, width: 1, rules: us })).toMatchObject({
      ends: 'closed',
      boxes: 2,
      moves: 0,
    });
  });
  test('three boxes of 3 m leapfrog along 15 m: the last always goes to the front, and none past the end', () => {
    const run = levelRun({ length: 14, depth: 2.5, bottomWidth: 1, soil: 'C', protection: 'shield', kit: 'box-medium', panel: 0.1 });
    const [guard] = planRun(blankJob('Yard', 'US'), { ...run, conditions: { ...run.conditions, open: 9 } }).supports;
    expect(guard && leaps(guard)).toEqual([
      { box: 1, out: { from: 0, to: 3 }, to: { from: 9, to: 12 } },
      { box: 2, out: { from: 3, to: 6 }, to: { from: 12, to: 14 } },
    ]);
    // Three bases of four struts, one extension of two on each: 2.65 m are wanted.
    expect(guard?.schedule).toMatchObject({ struts: 18 });
  });
  test('drawing 1,450 kg, 3 m long, 2 m in the ground: 14.22 kN + 2·0.3·0.5·18·2²/2·3 = 32.4 kN', () =>
    expect(extractionPull(1450, 3, 2)).toBeCloseTo(1450 * 9.81 + 32_400, 6));
  test('two legs at 60° carry 0.577 of the load each', () => expect(legShare(2, Math.PI / 3)).toBeCloseTo(0.577, 3));
});

test('sheets round 10 × 1.2 m: 2·(31 + 4) = 70, 3 + 0.3 + 0.15 long; a slit of 22.4·0.3·3.3 = 22.2 m³; chains 3 m apart on two levels', () => {
  const plan = sheetSchedule(sheets, { depth: 3, length: 10, width: 1.2, rules: us });
  // ⌈22.4 / 3⌉ = 8 on each of two levels.
  expect(plan).toMatchObject({ sheets: 70, bays: 3, chains: 16 });
  expect(plan.perimeter).toBeCloseTo(22.4, 9);
  expect(plan.sheetLength).toBeCloseTo(3.45, 9);
  expect(plan.slit).toBeCloseTo(22.4 * 0.3 * 3.3, 9);
  expect(plan.frames.map((height) => Math.round(height * 100) / 100)).toEqual([2, 1]);
});

describe('sheets in a slit', () => {
  const job = blankJob('Yard', 'UK');
  const held = (depth: number, change: Partial<Reach> = {}) =>
    levelRun({ length: 12, depth, bottomWidth: 1, soil: 'B', protection: 'sheets', kit: 'sheets-standard', panel: 0.2, ...change });
  const finds = (run: Run, code: 'protection.slitGround' | 'protection.slitDepth' | 'protection.slitBucket' | 'machine.hook', of = job) =>
    findingIn(planRun(of, run), code)?.severity;
  test('only where the ground stands by itself, to 4 m with their toe, with a bucket of 0.8 m at most', () => {
    expect([finds(held(3), 'protection.slitGround'), finds(held(3, { soil: 'C' }), 'protection.slitGround')]).toEqual([undefined, 'stop']);
    // 3.7 + 0.3 of toe are 4 m.
    expect([finds(held(3.7), 'protection.slitDepth'), finds(held(3.71), 'protection.slitDepth')]).toEqual([undefined, 'stop']);
    expect([finds(held(3), 'protection.slitBucket'), finds(held(3), 'protection.slitBucket', { ...job, buckets: [0.9] })]).toEqual([
      undefined,
      'stop',
    ]);
  });
  test('their slit is in the order: 2·(12 + 1)·0.3·(3 + 0.3) of it, loose', () => {
    const run = held(3);
    const slit = orderOf(job, run, planRun(job, run)).items.find(({ id }) => id === 'supports.slit');
    expect(slit?.net).toBeCloseTo(26 * 0.3 * 3.3, 6);
    expect(slit?.order).toBeCloseTo((slit?.net ?? NaN) * 1.08, 9);
  });
  test('the hook gets as high as boom and stick together stand: against every bearing of both', () => {
    for (const { arm } of Object.values(machines)) {
      const steps = (range: readonly [number, number]) =>
        Array.from({ length: 200 }, (_, i) => range[0] + ((range[1] - range[0]) * i) / 199);
      const brute = Math.max(
        ...steps(arm.boomTurn).flatMap((b) =>
          steps(arm.stickTurn).map((s) => arm.foot.z + arm.boom * Math.sin(b) + arm.stick * Math.sin(b + s)),
        ),
      );
      expect(hookHeight(arm)).toBeGreaterThanOrEqual(brute - 1e-9);
      expect(hookHeight(arm)).toBeLessThan(brute + 0.02);
    }
    expect(finds(held(3), 'machine.hook', { ...job, machine: 't1' })).toBe('stop');
  });
});

describe('boxes by their own limits', () => {
  const job = blankJob('Yard', 'UK');
  const boxed = (change: Partial<Reach> = {}) =>
    levelRun({ length: 12, depth: 2.5, bottomWidth: 1, soil: 'C', protection: 'shield', kit: 'box-medium', panel: 0.1, ...change });
  test('the lowest strut over the crown with room to lay: 1.10 m against 0.1 + 0.16 + 0.3; raised by a metre of bed it does not', () => {
    expect(findingIn(planRun(job, boxed()), 'protection.strut')).toBeUndefined();
    expect(findingIn(planRun(job, boxed({ bedding: 0.7 })), 'protection.strut')?.facts).toMatchObject({
      strut: 1.1,
      needed: expect.closeTo(1.16, 9),
    });
  });
  test('set whole it is dug to the bottom by somebody’s word and not pushed; the order of work is another', () => {
    const way = (whole: string | null) => planRun(job, boxed({ whole })).supports[0]?.schedule;
    expect(way(null)).toMatchObject({ whole: false, preDig: 1, pushes: 15, extendAt: expect.closeTo(2.25, 9) });
    expect(way('foreman')).toMatchObject({ whole: true, preDig: expect.closeTo(2.5, 9), pushes: 0 });
    expect(methodOf({ protection: 'shield', entry: true, whole: 'foreman' })).toBe('shieldWhole');
    expect(
      procedure('shieldWhole')
        .map(({ id }) => id)
        .slice(0, 3),
    ).toEqual(['setOut', 'dig', 'set']);
  });
  test('clay clings: 10 kPa on both plates, 2 · 3 m · 2 m of them, 120 kN more; a leg of 20 kN hangs on 10 mm', () => {
    expect(extractionPull(1450, 3, 2, true) - extractionPull(1450, 3, 2)).toBeCloseTo(120_000, 6);
    expect([14_000, 20_000, 90_000].map((load) => chainFor(load)?.metric)).toEqual(['7 mm', '10 mm', undefined]);
  });
});

describe('supports in the section', () => {
  const run = (change: Partial<Reach>) =>
    levelRun({ length: 20, depth: 2.5, bottomWidth: 1, soil: 'C', protection: 'shield', kit: 'box-medium', panel: 0.1, ...change });
  const job = blankJob('Yard', 'UK');
  test('a shield is as high as its stack; below a batter it stands over the toe', () => {
    const section = sectionAt(job, run({}), 5);
    expect(section.panels[0]?.map(({ y }) => y - section.bottom)).toEqual([0, 0, 3.7, 3.7].map((y) => expect.closeTo(y, 9) as number));
    expect(section.joints.map((y) => y - section.bottom)).toEqual([expect.closeTo(2.4, 9)]);
    const foot: Wall = { kind: 'batter', ratio: 1.5, foot: 1.5 };
    const sides = { ...blankSides(), left: foot, right: foot, protection: 'shield' as const };
    expect(supportHeight({ sides, ends: undefined, soil: 'C', granular: false }, 2.5, us)).toBeCloseTo(1.5 + 18 * (FOOT / 12), 9);
  });
  test('the dig is wider by the plates of the table chosen', () => {
    expect(sectionAt(job, run({}), 5).digWidth).toBeCloseTo(1.2, 9);
    expect(sectionAt(job, run({ panel: null, kit: null }), 5).digWidth).toBeCloseTo(1.2, 9);
    expect(sectionAt(job, run({ protection: 'none' }), 5).digWidth).toBeCloseTo(1, 9);
  });
});

describe('what the table chosen cannot do', () => {
  const job = blankJob('Yard', 'US');
  const planned = (change: Partial<Reach>, more: Partial<Run['conditions']> = {}, depth = 2.5, length = 20) => {
    const base = levelRun({ length, depth, bottomWidth: 1, soil: 'C', protection: 'shield', kit: 'box-medium', panel: 0.1, ...change });
    return planRun(job, { ...base, conditions: { ...base.conditions, ...more } });
  };
  const stops = (...args: Parameters<typeof planned>) => stopsOf(planned(...args)).filter((code) => code.startsWith('protection.'));
  test('nothing against a box that fits', () => expect(stops({})).toEqual([]));
  test('no table chosen: nobody knows what it holds, and every table of the kind is a way to mend it', () => {
    const found = findingIn(planned({ kit: null, panel: null }), 'protection.noTable');
    expect(found).toMatchObject({
      severity: 'stop',
      fixes: [{ code: 'takeKit' }, { code: 'takeKit' }, { code: 'takeKit' }, { code: 'takeKit' }],
    });
    expect(found && said(job, found).what).toBe('Which trench shield is coming? Choose the table');
  });
  test('too deep for its table, and too low even with all extensions', () => {
    expect(stops({}, {}, 4.2)).toContain('protection.pastTable');
    expect(findingIn(planned({ kit: 'box-light', panel: 0.06 }, {}, 2.4), 'protection.low')?.fixes[0]).toMatchObject({
      code: 'batterAbove',
      facts: { ratio: 1.5 },
    });
  });
  test('boxes shorter together than a stick of 6 m: keep as much open', () => {
    const stick = findingIn(planned({}, { open: 2 }, 2.5, 8), 'protection.stick');
    expect(stick && said(job, stick).what).toBe('One box is 3.00 m long; a stick is 6.00 m');
    expect(stick?.fixes[0]?.patches).toEqual([{ path: ['conditions', 'open'], value: 6 }]);
    expect(stops({}, { open: 6 }, 2.5, 8)).toEqual([]);
  });
  test('shores in C, and a width no cylinder spans', () => {
    expect(stops({ protection: 'shores', kit: 'shores-light', panel: 0.06 })).toContain('protection.shoresC');
    expect(stops({ protection: 'shores', kit: 'shores-light', panel: 0.06, soil: 'B', bottomWidth: 2.4 })).toContain('protection.stroke');
  });
  test('shores in type C without a table are a stop and have no fix', () =>
    expect(findingIn(planRun(job, levelRun({ depth: 2, soil: 'C', protection: 'shores' })), 'protection.shoresC')).toMatchObject({
      severity: 'stop',
      fixes: [],
    }));
  test('a bucket wider than the box inside', () => {
    const wide = { ...job, buckets: [0.9] };
    const run = levelRun({ length: 20, depth: 2.2, bottomWidth: 0.8, soil: 'C', protection: 'shield', kit: 'box-light', panel: 0.06 });
    expect(findingIn(planRun(wide, run), 'protection.bucket')).toMatchObject({ severity: 'stop', facts: { inside: 0.8, narrowest: 0.9 } });
    expect(
      findingIn(planRun(wide, { ...run, reaches: run.reaches.map((reach) => ({ ...reach, bottomWidth: 0.95 })) }), 'protection.bucket'),
    ).toBeUndefined();
  });
  test('a pull the machine has not got is a caution', () =>
    expect(findingIn(planned({}, { lift: 2200 }), 'protection.draw')).toMatchObject({ severity: 'caution' }));
  test('a heap higher than the shores are tabled for, nearer than the trench is deep, and set back as the fix says', () => {
    const run = levelRun({ length: 20, depth: 2.5, bottomWidth: 1, soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 });
    const surcharge = (of: Run) => findingIn(planRun(job, of), 'spoil.surcharge');
    expect(surcharge(run)?.fixes[0]?.patches).toEqual([{ path: ['spoil', 'setback'], value: 2.5 }]);
    expect(surcharge({ ...run, spoil: { ...run.spoil, setback: 2.5 } })).toBeUndefined();
  });
  test('a batter over the box steeper than its class holds nothing: the box has to stand to the lip', () => {
    const over = (ratio: number) =>
      planned({ left: { kind: 'batter', ratio, foot: 1.9 }, right: { kind: 'batter', ratio: 1.5, foot: 1.9 } }).supports[0]?.height;
    expect(over(1.5)).toBeCloseTo(1.9 + 18 * (FOOT / 12), 9);
    expect(over(1)).toBeCloseTo(2.5 + 0.15, 9);
  });
  test('a hire firm’s own table is held to sense', () => {
    expect(errorsOf(kitSchema, { ...box, id: 'own-box' })).toEqual([]);
    expect(errorsOf(kitSchema, { ...box, id: 'own-box', least: 2, most: 1 })[0]?.message).toContain('swap them');
    expect(errorsOf(kitSchema, { ...box, id: 'box' })[0]?.message).toContain('own-');
  });
});

test('ladders: 30 m with 7.6 m of travel needs two, at quarter points', () => {
  expect(ladderStations([{ from: 10, to: 40 }], 7.6)).toEqual([17.5, 32.5]);
  expect(ladderStations([{ from: 0, to: 4 }], 7.6)).toEqual([2]);
});

test('air: every limit told; needed where it could be bad and as deep as the rule says', () => {
  const good = { oxygen: 0.209, flammable: 0, sulphide: 0, monoxide: 0 };
  expect(airFaults(good, us)).toEqual([]);
  expect(airFaults({ oxygen: 0.19, flammable: 0.25, sulphide: 11, monoxide: 36 }, us)).toHaveLength(4);
  expect(airFaults({ ...good, oxygen: 0.24 }, us)[0]).toContain('at most 23.5 %');
  expect([
    airTestNeeded(true, 1.3, us),
    airTestNeeded(true, 1.1, us),
    airTestNeeded(false, 3, us),
    airTestNeeded(true, 0.5, resolveRules('UK')),
  ]).toEqual([true, false, false, true]);
});

describe('step by step', () => {
  test.each(protectionMethods)(
    '%s: its own order goes through, the gate opens only after the inspection, nobody is in while it is shut',
    (way) => {
      const steps = procedure(way);
      const done: string[] = [];
      for (const { id } of steps) {
        expect(refusalOf(steps, done, id)).toBeUndefined();
        done.push(id);
        const open = gateAfter(steps, done) === 'open';
        if (open) expect(done).toContain('inspect');
        if (stageAfter(steps, done).people) expect(open).toBe(true);
      }
      expect(stageAfter(steps, done)).toMatchObject({ dug: 1, fill: 1, people: false, line: true });
    },
  );
  test('a wrong order is refused with why, and costs in practice', () => {
    const steps = procedure('shield');
    const upTo = (id: string) =>
      steps
        .slice(
          0,
          steps.findIndex((one) => one.id === id),
        )
        .map((one) => one.id);
    expect(refusalOf(steps, upTo('out'), 'draw')).toBe('People are in the box: nobody is in it while it moves.');
    expect(refusalOf(steps, upTo('inspect'), 'bed')).toBe('Nobody goes in before the inspection: the gate is shut.');
    const tried = ['preDig', 'setOut', 'preDig'].reduce((practice, id) => tryStep(steps, practice, id), {
      done: [],
      faults: [],
    } as ReturnType<typeof tryStep>);
    expect(tried).toMatchObject({ done: ['setOut', 'preDig'], faults: [{ step: 'preDig' }] });
    expect(score(tried)).toBeCloseTo(2 / 3, 9);
    expect(refusalOf(steps, ['setOut'], 'setOut')).toBe('That is done already.');
  });
  test('the way follows the reach', () => {
    expect(methodOf({ protection: 'none', entry: false, whole: null })).toBe('noEntry');
    expect(methodOf({ protection: 'none', entry: true, whole: null })).toBe('slope');
    expect(methodOf({ protection: 'sheets', entry: true, whole: null })).toBe('sheets');
  });
});
