import fc from 'fast-check';
import { kits, type SheetKit, type ShieldKit, type ShoreKit } from '../catalogue';
import { areaBesideWall, wallOffset } from '../geometry';
import { blankJob, errorsOf, kitSchema, type Entry, type Fact, type Inspection, type Job, type Reach, type Run, type Wall } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { sectionAt } from '../plan/section';
import { bookEntry, levelRun } from '../testing';
import { FOOT } from '../units';
import {
  airFaults,
  airTestNeeded,
  boxSchedule,
  cylinderFor,
  cylinderHeights,
  extractionPull,
  gateAfter,
  holdFault,
  inspectionItems,
  ladders,
  leaps,
  legShare,
  protectionMethods,
  procedure,
  refusalOf,
  safeToEnter,
  score,
  setsHolding,
  sheetSchedule,
  shoreSchedule,
  shoreSets,
  shoreSpacing,
  stackOf,
  stageAfter,
  supportHeight,
  tryStep,
  wallFault,
  inspectionPrint,
  methodOf,
  type ReachSupport,
} from '.';

const us = resolveRules('US');
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
  test('unsupported only in type A, 3½ ft high, in cuts to 12 ft, 1:1 above', () => {
    expect(wallFault({ ...wall, foot: 3.5 * FOOT }, 'A', 12 * FOOT, us)).toBeNull();
    expect(wallFault({ ...wall, foot: 3.6 * FOOT }, 'A', 12 * FOOT, us)).toBe('foot');
    expect(wallFault({ ...wall, foot: 3 * FOOT }, 'A', 13 * FOOT, us)).toBe('foot');
    expect(wallFault({ ...wall, ratio: 0.75 }, 'A', 2, us)).toBe('steepBatter');
    expect(wallFault(wall, 'B', 2, us)).toBe('foot');
  });
  test('past 20 ft no slope is tabled', () => expect(wallFault({ kind: 'batter', ratio: 3 }, 'C', 20.1 * FOOT, us)).toBe('pastTable'));
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
    expect(plan?.fluid).toBeCloseTo(0.018, 9);
    expect(plan?.concentrate).toBeCloseTo(0.0009, 9);
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
      shoreSchedule({ ...shores, spacing: 1.5, source: 'list 7' }, { soil: 'C', depth: 2, length: 12, width: 0.9, rules: us }),
    ).toMatchObject({ spacing: 1.5, basis: 'list 7' }));
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

test('sheets: 2·⌈10/0.33⌉ = 62, 3 + 0.3 + 0.15 long; a slit of 2·10·0.3·3.3 = 19.8 m³', () => {
  const plan = sheetSchedule(sheets, { depth: 3, length: 10 });
  expect(plan).toMatchObject({ sheets: 62, bays: 3, chains: 24 });
  expect(plan.sheetLength).toBeCloseTo(3.45, 9);
  expect(plan.slit).toBeCloseTo(19.8, 9);
  expect(plan.frames.map((height) => Math.round(height * 100) / 100)).toEqual([2, 1]);
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
    expect(supportHeight({ left: foot, right: foot, protection: 'shield' }, 2.5, us)).toBeCloseTo(1.5 + 18 * (FOOT / 12), 9);
  });
  test('the dig is wider by the plates of the table chosen', () => {
    expect(sectionAt(job, run({}), 5).digWidth).toBeCloseTo(1.2, 9);
    expect(sectionAt(job, run({ panel: null, kit: null }), 5).digWidth).toBeCloseTo(1.2, 9);
    expect(sectionAt(job, run({ protection: 'none' }), 5).digWidth).toBeCloseTo(1, 9);
  });
});

describe('what the table chosen cannot do', () => {
  const ids = (change: Partial<Reach>, guard: Partial<Run['conditions']> = {}, depth = 2.5, length = 20) => {
    const base = levelRun({ length, depth, bottomWidth: 1, soil: 'C', protection: 'shield', kit: 'box-medium', panel: 0.1, ...change });
    const run = { ...base, conditions: { ...base.conditions, ...guard } };
    return planRun(blankJob('Yard', 'US'), run).findings.filter(({ id }) => id.startsWith('guard.'));
  };
  const stops = (...args: Parameters<typeof ids>) => ids(...args).flatMap(({ id, severity }) => (severity === 'stop' ? [id] : []));
  test('nothing against a box that fits', () => expect(stops({})).toEqual([]));
  test('no table chosen is a note', () =>
    expect(ids({ kit: null, panel: null }).find(({ id }) => id === 'guard.kit.0')).toMatchObject({ severity: 'note' }));
  test('too deep for its table, and too low even with all extensions', () => {
    expect(stops({}, {}, 4.2)).toContain('guard.rated.0');
    expect(ids({ kit: 'box-light', panel: 0.06 }, {}, 2.4).find(({ id }) => id === 'guard.low.0')?.fixes[0]).toMatchObject({
      label: 'Batter 1½:1 above it',
    });
  });
  test('boxes shorter together than a stick of 6 m: keep as much open', () => {
    const [stick] = ids({}, { open: 2 }, 2.5, 8).filter(({ id }) => id === 'guard.stick.0');
    expect(stick?.what).toBe('One box is 3.00 m long; a stick is 6.00 m');
    expect(stick?.fixes[0]?.patches).toEqual([{ path: ['conditions', 'open'], value: 6 }]);
    expect(stops({}, { open: 6 }, 2.5, 8)).toEqual([]);
  });
  test('shores in C, and a width no cylinder spans', () => {
    expect(stops({ protection: 'shores', kit: 'shores-light', panel: 0.06 })).toContain('guard.shoresC.0');
    expect(stops({ protection: 'shores', kit: 'shores-light', panel: 0.06, soil: 'B', bottomWidth: 2.4 })).toContain('guard.stroke.0');
  });
  test('a pull the machine has not got is a caution', () =>
    expect(ids({}, { lift: 2200 }).find(({ id }) => id === 'guard.draw.0')).toMatchObject({ severity: 'caution' }));
  test('a heap higher than the shores are tabled for, nearer than the trench is deep, and set back as the fix says', () => {
    const run = levelRun({ length: 20, depth: 2.5, bottomWidth: 1, soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 });
    const surcharge = (of: Run) => planRun(blankJob('Yard', 'US'), of).findings.find(({ id }) => id === 'spoil.surcharge.0');
    expect(surcharge(run)?.fixes[0]?.patches).toEqual([{ path: ['spoil', 'setback'], value: 2.5 }]);
    expect(surcharge({ ...run, spoil: { ...run.spoil, setback: 2.5 } })).toBeUndefined();
  });
  test('a batter over the box steeper than its class', () =>
    expect(stops({ left: { kind: 'batter', ratio: 1, foot: 1.9 }, right: { kind: 'batter', ratio: 1.5, foot: 1.9 } })).toEqual([
      'guard.over.0',
    ]));
  test('a hire firm’s own table is held to sense', () => {
    expect(errorsOf(kitSchema, { ...box, id: 'own-box' })).toEqual([]);
    expect(errorsOf(kitSchema, { ...box, id: 'own-box', least: 2, most: 1 })[0]?.message).toContain('swap them');
    expect(errorsOf(kitSchema, { ...box, id: 'box' })[0]?.message).toContain('own-');
  });
});

test('ladders: 30 m with 7.6 m of travel needs two, at quarter points', () => {
  expect(ladders([{ from: 10, to: 40 }], 7.6)).toEqual([17.5, 32.5]);
  expect(ladders([{ from: 0, to: 4 }], 7.6)).toEqual([2]);
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

describe('Safe to enter', () => {
  const job: Job = blankJob('Yard', 'US');
  const run = levelRun({ length: 20, depth: 2.2, bottomWidth: 0.9, soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 });
  const plan = planRun(job, run);
  const whole = { from: 0, to: 20 };
  const at = (hour: number, minute = 0) => `2026-11-02T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00Z`;
  const soil = bookEntry(
    {
      kind: 'soil',
      ...whole,
      top: 0,
      bottom: 3,
      material: 'clay',
      thumb: 'dents',
      strength: null,
      ribbon: null,
      dry: null,
      water: 'dry',
      fissured: false,
      disturbed: false,
      vibration: false,
      dipping: false,
    },
    at(6),
  );
  const inspection = (change: Partial<Inspection> = {}): Inspection => ({
    kind: 'inspection',
    ...whole,
    until: at(16),
    plan: inspectionPrint(run, us, plan, whole),
    items: inspectionItems(run, us, plan, whole, 'metric').map((item) => ({ ...item, ok: true, note: '' })),
    ...change,
  });
  const sets = (plan.supports[0]?.schedule as { sets: number[] }).sets.length;
  const pressures = (low = 5e6, time = at(6, 30)) =>
    Array.from({ length: sets }, (_, i) =>
      bookEntry(
        {
          kind: 'pressure',
          reach: 0,
          set: i + 1,
          readings: [
            { minute: 0, pressure: 5e6 },
            { minute: 5, pressure: low },
          ],
        },
        time,
      ),
    );
  const good = [soil, ...pressures(), bookEntry(inspection(), at(7))];
  const gate = (book: readonly Entry[], now = at(9), of: Partial<{ run: Run; planned: boolean }> = {}) => {
    const its = of.run ?? run;
    return safeToEnter({
      run: its,
      rules: us,
      units: 'metric',
      plan: of.run ? planRun(job, its) : plan,
      book,
      planned: of.planned ?? true,
      now,
    });
  };
  const stopsOf = (...args: Parameters<typeof gate>) => gate(...args).reasons.flatMap(({ id, state }) => (state === 'stop' ? [id] : []));

  test('opens on a whole inspection of this shift, and says where and until when', () => {
    expect(stopsOf(good)).toEqual([]);
    expect(gate(good)).toMatchObject({ open: true, where: [whole], closes: at(16) });
  });
  test('shuts by itself at the end of the shift, and a shift is 14 hours at most', () => {
    expect(stopsOf(good, at(16))).toEqual(['inspection']);
    const long = [soil, ...pressures(), bookEntry(inspection({ until: '2026-11-05T07:00:00Z' }), at(7))];
    expect(stopsOf(long, '2026-11-02T21:00:00Z')).toEqual(['inspection']);
  });
  test('rain shuts it, and only a new inspection opens it', () => {
    const rain = bookEntry({ kind: 'happening', what: 'rain', note: 'hard' }, at(8));
    expect(stopsOf([...good, rain])).toEqual([`happening.${rain.id}`]);
    expect(stopsOf([...good, rain, bookEntry(inspection(), at(8, 30))])).toEqual([]);
  });
  test('rain entered under a slow clock, after the inspection came in, shuts it all the same', () => {
    const slow = bookEntry({ kind: 'happening', what: 'rain', note: '' }, at(6, 30));
    expect(stopsOf([...good, slow])).toEqual([`happening.${slow.id}`]);
    expect(stopsOf([slow, ...good])).toEqual([]);
  });
  test('a “no” from another device counts under a slow clock and a fast one, until somebody looks after it came in', () => {
    const items = inspection().items.map((item) => (item.id === 'water' ? { ...item, ok: false, note: 'pump off' } : item));
    const no = (time: string) => bookEntry(inspection({ items }), time);
    for (const time of [at(6, 20), at(8), at(12)]) expect(stopsOf([...good, no(time)])).toEqual(['item.water']);
    // An old one that somebody looked after is over; one of another stretch says nothing of this.
    expect(stopsOf([no(at(6)), ...good])).toEqual([]);
    expect(stopsOf([...good, no(at(8)), bookEntry(inspection(), at(8, 30))])).toEqual([]);
    const part = { from: 0, to: 8 };
    const first = bookEntry(inspection({ ...part, plan: inspectionPrint(run, us, plan, part) }), at(7));
    expect(stopsOf([soil, ...pressures(), first, bookEntry(inspection({ items, from: 12, to: 20 }), at(6, 50))])).toEqual([]);
  });
  test('a bad reading counts under a slow clock until it is read again after it came in', () => {
    const [bad] = pressures(4e6, at(6)) as [Entry];
    expect(stopsOf([...good, bad])).toEqual(['pressure.0.1']);
    expect(stopsOf([...good, bad, pressures(5e6, at(8))[0] as Entry])).toEqual([]);
    expect(stopsOf([bad, ...good])).toEqual([]);
  });
  test('what the server refused shuts all the same and opens nothing', () => {
    const rain = bookEntry({ kind: 'happening', what: 'rain', note: 'x'.repeat(400) }, at(8));
    const refusedBy = (refused: Entry[], book: Entry[] = good) =>
      safeToEnter({ run, rules: us, units: 'metric', plan, book, refused, planned: true, now: at(9) }).reasons.flatMap(({ id, state }) =>
        state === 'stop' ? [id] : [],
      );
    expect(refusedBy([rain])).toEqual([`happening.${rain.id}`]);
    expect(refusedBy([rain], [...good, bookEntry(inspection(), at(8, 30))])).toEqual([]);
    expect(refusedBy([bookEntry(inspection(), at(7))], good.slice(0, -1))).toContain('inspection');
  });
  test('a plan that may be old opens nothing', () =>
    expect(safeToEnter({ run, rules: us, units: 'metric', plan, book: good, planned: true, mayBeOld: true, now: at(9) })).toMatchObject({
      open: false,
      where: [],
      reasons: [{ id: 'old' }, {}],
    }));
  test('a stretch between two sets of shores asks for both of them', () => {
    const [guard] = plan.supports as [ReachSupport];
    // 20 m, 8 ft apart: the first set stands 0.25 m in, the next at 2.69 m.
    expect(setsHolding(guard, { from: 1, to: 2 })).toEqual([1, 2]);
    expect(setsHolding(guard, { from: 0, to: 0.1 })).toEqual([1]);
    expect(setsHolding(guard, { from: 2, to: 6 })).toEqual([1, 2, 3, 4]);
    const between = { from: 1, to: 2 };
    const seen = bookEntry(inspection({ ...between, plan: inspectionPrint(run, us, plan, between) }), at(7));
    expect(stopsOf([soil, seen])).toEqual(['pressure.0.1', 'pressure.0.2']);
  });
  test('where nobody is to go in it opens for nobody: beside a slot only the reach people enter', () => {
    const [reach] = run.reaches as [Reach];
    const slot = { ...reach, from: 12, entry: false, protection: 'none', kit: null, panel: null } as const;
    const mixed: Run = { ...run, reaches: [reach, slot] };
    const its = planRun(job, mixed);
    const look = bookEntry(
      inspection({
        plan: inspectionPrint(mixed, us, its, whole),
        items: inspectionItems(mixed, us, its, whole, 'metric').map((item) => ({ ...item, ok: true, note: '' })),
      }),
      at(7),
    );
    const open = safeToEnter({
      run: mixed,
      rules: us,
      units: 'metric',
      plan: its,
      book: [soil, ...pressures(), look],
      planned: true,
      now: at(9),
    });
    expect(open).toMatchObject({ open: true, where: [{ from: 0, to: 12 }] });
    const closed: Run = { ...run, reaches: [{ ...reach, entry: false }] };
    expect(stopsOf(good, at(9), { run: closed })).toContain('entry');
  });
  test('pits are asked about, and one of another size is another plan', () => {
    const chamber = (length: number): Run => ({
      ...run,
      structures: [
        {
          name: 'C1',
          kind: 'chamber',
          station: 10,
          diameter: 1,
          tail: 0,
          pit: { length, width: 2, below: 0.3, protection: 'shield' },
        },
      ],
    });
    const its = planRun(job, chamber(2));
    expect(inspectionItems(chamber(2), us, its, whole, 'metric').map(({ ask }) => ask)).toContain(
      'C1 at 10.0 m, 2.50 m deep: trench shield on all its sides, ends too, its own ladder in; nobody in it else',
    );
    expect(inspectionItems(chamber(2), us, its, { from: 0, to: 8 }, 'metric').some(({ ask }) => ask.startsWith('C1'))).toBe(false);
    expect(inspectionPrint(chamber(2), us, its, whole)).not.toBe(inspectionPrint(chamber(3), us, planRun(job, chamber(3)), whole));
  });
  test('the fingerprint does not hang on the order of keys, and holds the rules', () => {
    const sorted = <T>(value: T): T =>
      Array.isArray(value)
        ? (value.map(sorted) as T)
        : typeof value === 'object' && value !== null
          ? (Object.fromEntries(
              Object.entries(value)
                .sort(([a], [b]) => b.length - a.length || (a < b ? -1 : 1))
                .map(([key, item]) => [key, sorted(item) as unknown]),
            ) as T)
          : value;
    const stored = sorted(run);
    expect(JSON.stringify(stored)).not.toBe(JSON.stringify(run));
    expect(inspectionPrint(stored, sorted(us), planRun(sorted(job), stored), whole)).toBe(inspectionPrint(run, us, plan, whole));
    const stricter = resolveRules('US', [{ rule: 'shoreSets', value: 4, by: 'client', reason: 'site rules' }]);
    expect(inspectionPrint(run, stricter, plan, whole)).not.toBe(inspectionPrint(run, us, plan, whole));
  });
  test('shores in type C without a table are a stop and have no fix', () =>
    expect(
      planRun(job, levelRun({ depth: 2, soil: 'C', protection: 'shores' })).findings.find(({ id }) => id === 'guard.shoresC.0'),
    ).toMatchObject({ severity: 'stop', fixes: [] }));
  test('inputs that make no plan shut it', () => expect(stopsOf(good, at(9), { planned: false })).toEqual(['plan']));
  test('a change of plan shuts it', () => {
    const changed = { ...run, spoil: { ...run.spoil, setback: run.spoil.setback + 0.5 } };
    expect(stopsOf(good, at(9), { run: changed })).toEqual(['inspection']);
  });
  test('a set that falls, is out of its band or was not read shuts it', () => {
    const falling = bookEntry(
      {
        kind: 'pressure',
        reach: 0,
        set: 2,
        readings: [
          { minute: 0, pressure: 5e6 },
          { minute: 5, pressure: 4.5e6 },
        ],
      },
      at(8),
    );
    expect(stopsOf([...good, falling])).toEqual(['pressure.0.2']);
    expect(stopsOf([soil, ...pressures(5e6, at(1)), bookEntry(inspection(), at(7))])).toHaveLength(sets);
    expect(
      holdFault(
        {
          readings: [
            { minute: 0, pressure: 8e6 },
            { minute: 5, pressure: 8e6 },
          ],
        },
        shores.pressure,
        us,
        'metric',
      ),
    ).toContain('is over');
    expect(
      holdFault(
        {
          readings: [
            { minute: 0, pressure: 3e6 },
            { minute: 5, pressure: 3e6 },
          ],
        },
        shores.pressure,
        us,
        'metric',
      ),
    ).toContain('is under');
  });
  test('a no, a question not answered, and ground weaker than planned shut it', () => {
    const items = inspection().items;
    const no = items.map((item) => (item.id === 'spoil' ? { ...item, ok: false, note: 'heap slid' } : item));
    expect(stopsOf([soil, ...pressures(), bookEntry(inspection({ items: no }), at(7))])).toEqual(['item.spoil']);
    expect(stopsOf([soil, ...pressures(), bookEntry(inspection({ items: items.slice(1) }), at(7))])).toEqual(['item.clear']);
    const weak = bookEntry({ ...(soil.fact as Fact & { kind: 'soil' }), water: 'seeping' }, at(8));
    expect(stopsOf([...good, weak])).toEqual(['ground.claim.0']);
    expect(stopsOf(good.slice(1))).toEqual(['ground.untested.0']);
  });
  test('bad air, or none tested where it could be bad, shuts it', () => {
    const smelly = { ...run, conditions: { ...run.conditions, badAir: true } };
    const its = planRun(job, smelly);
    const items = inspectionItems(smelly, us, its, whole, 'metric').map((item) => ({ ...item, ok: true, note: '' }));
    const seen = bookEntry(inspection({ plan: inspectionPrint(smelly, us, its, whole), items }), at(7));
    expect(stopsOf([soil, ...pressures(), seen], at(9), { run: smelly })).toEqual(['air']);
    const air = (oxygen: number) => bookEntry({ kind: 'air', ...whole, oxygen, flammable: 0, sulphide: 0, monoxide: 0 }, at(6, 45));
    expect(stopsOf([soil, ...pressures(), seen, air(0.209)], at(9), { run: smelly })).toEqual([]);
    expect(stopsOf([soil, ...pressures(), seen, air(0.18)], at(9), { run: smelly })).toEqual(['air']);
  });
  test('an inspection of tomorrow opens nothing today', () =>
    expect(stopsOf([soil, ...pressures(), bookEntry(inspection(), at(12))], at(9))).toContain('inspection'));

  const steady = [0, 5].map((minute) => ({ minute, pressure: 5e6 }));
  const anyFact: fc.Arbitrary<Fact> = fc.oneof(
    fc.constant(soil.fact),
    fc.record({
      kind: fc.constant('happening' as const),
      what: fc.constantFrom('rain' as const, 'closed' as const),
      note: fc.constant(''),
    }),
    fc.record({
      kind: fc.constant('pressure' as const),
      reach: fc.constant(0),
      set: fc.integer({ min: 1, max: 20 }),
      readings: fc.constant(steady),
    }),
    fc.constant<Fact>({ kind: 'air', ...whole, oxygen: 0.209, flammable: 0, sulphide: 0, monoxide: 0 }),
  );
  const anyBook = fc
    .array(fc.record({ fact: anyFact, hour: fc.integer({ min: 0, max: 23 }), right: fc.boolean() }), { maxLength: 12 })
    .map((facts) => {
      const book: Entry[] = [];
      for (const { fact, hour, right } of facts) {
        const entry = bookEntry(fact, at(hour));
        const [old] = book;
        book.push(right && old ? { ...entry, corrects: old.id } : entry);
      }
      return book;
    });
  test('never softer: no book without an inspection opens the gate', () =>
    fc.assert(fc.property(anyBook, fc.integer({ min: 0, max: 23 }), (book, hour) => expect(gate(book, at(hour)).open).toBe(false))));
  test('never softer: whatever is added after an inspection, its answers no, rain and the end of the shift keep it shut', () =>
    fc.assert(
      fc.property(anyBook, fc.integer({ min: 8, max: 23 }), (book, hour) => {
        const all = [...good, ...book];
        const rained = book.some(({ fact, at: when }) => fact.kind === 'happening' && when >= at(7));
        if (hour >= 16 || rained) expect(gate(all, at(hour)).open).toBe(false);
      }),
    ));
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
    expect(methodOf({ protection: 'none', entry: false })).toBe('noEntry');
    expect(methodOf({ protection: 'none', entry: true })).toBe('slope');
    expect(methodOf({ protection: 'sheets', entry: true })).toBe('sheets');
  });
});
