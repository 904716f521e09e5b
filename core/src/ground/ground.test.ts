import fc from 'fast-check';
import { anySoilTest } from '../generators.testing';
import { bookEntry, levelRun } from '../testing';
import { kinds, type Kept, type SoilTest } from '../book';
import { errorsOf } from '../job';
import { planRun } from '../plan/plan';
import { blankJob } from '../job';
import { resolveRules } from '../rules';
import {
  classify,
  drawdownReach,
  evidenceOf,
  inflow,
  practiceReader,
  untestedGround,
  weakerThanPlanned,
  soilTests,
  unconfined,
  waterPlan,
  wellpointsFor,
  weaker,
} from '.';

const rules = resolveRules('US');
/** Stiff dry clay, everything looked at. */
const stiff: SoilTest = {
  kind: 'soil',
  from: 0,
  to: 30,
  top: 0,
  bottom: 3,
  material: 'clay',
  thumb: 'hard',
  strength: { tool: 'penetrometer', readings: [160e3, 150e3] },
  ribbon: 0.08,
  dry: 'hard',
  water: 'dry',
  fissured: false,
  disturbed: false,
  vibration: false,
  dipping: false,
};
const soilOf = (change: Partial<SoilTest>) => classify({ ...stiff, ...change }, rules).soil;

describe('class from what hand and eye find', () => {
  test.each<[string, Partial<SoilTest>, string]>([
    ['stiff dry clay', {}, 'A'],
    ['sound rock', { material: 'rock', thumb: null, strength: null, ribbon: null, dry: null }, 'rock'],
    ['a penetrometer at 144 kPa', { strength: { tool: 'penetrometer', readings: [144e3] } }, 'A'],
    ['a penetrometer at 143 kPa', { strength: { tool: 'penetrometer', readings: [143e3] } }, 'B'],
    ['a vane at 72 kPa reads half of it', { strength: { tool: 'vane', readings: [72e3] } }, 'A'],
    ['48 kPa is not over 48', { strength: { tool: 'penetrometer', readings: [48e3] } }, 'C'],
    ['the weakest reading counts', { strength: { tool: 'penetrometer', readings: [200e3, 60e3, 180e3] } }, 'B'],
    ['the thumb goes in a little', { thumb: 'dents' }, 'B'],
    ['cracks', { fissured: true }, 'B'],
    ['dug before', { disturbed: true }, 'B'],
    ['shaken', { vibration: true }, 'B'],
    ['layers into the cut', { dipping: true }, 'C'],
    ['seeping', { water: 'seeping' }, 'C'],
    ['nobody looked for water', { water: null }, 'C'],
    ['nobody looked for cracks', { fissured: null }, 'B'],
    ['nothing tried by hand', { thumb: null, strength: null, ribbon: null, dry: null }, 'C'],
    ['sand', { material: 'sand' }, 'C'],
    ['angular gravel', { material: 'gravel' }, 'B'],
  ])('%s', (_, change, soil) => expect(soilOf(change)).toBe(soil));

  test('the reasons name the weakest first', () => {
    const { reasons } = classify({ ...stiff, vibration: true, water: 'standing' }, rules);
    expect(reasons.map(({ test, best }) => [test, best]).slice(0, 2)).toEqual([
      ['Water', 'C'],
      ['Shaking', 'B'],
    ]);
    expect(reasons[0]?.why).toBe('it stands in water');
  });

  test('the class is never better than any single test of it', () =>
    fc.assert(
      fc.property(anySoilTest, (any) => {
        const { soil, reasons } = classify(any, rules);
        for (const { best } of reasons) expect(weaker(soil, best)).toBe(soil);
        if (any.water !== 'dry') expect(soil).toBe('C');
      }),
    ));
});

test('a practice reading scatters about the truth; a vane shows half of it', async () => {
  expect(await practiceReader('vane', 100e3, () => 0.5).read()).toBe(50e3);
  expect(await practiceReader('penetrometer', 100e3, () => 0).read()).toBe(80e3);
  expect(unconfined({ tool: 'vane', readings: [50e3, 60e3] })).toBe(100e3);
});

describe('tests along a run', () => {
  const run = levelRun({ length: 30, depth: 2, soil: 'A' });
  const entered = planRun(blankJob('Yard', 'US'), run).places;
  const both = (tests: SoilTest[]) => ({ weak: tests, shown: tests });
  const of = (...tests: Partial<SoilTest>[]) =>
    evidenceOf({ from: 0, to: 30, deepest: { depth: 2 } }, both(tests.map((test) => ({ ...stiff, ...test }))), rules);
  const findings = (...tests: Partial<SoilTest>[]) => {
    const context = { rules, entered, tests: both(tests.map((test) => ({ ...stiff, ...test }))) };
    return [...weakerThanPlanned(context), ...untestedGround(context)];
  };
  test('the weakest layer dug through governs; one below the floor does not', () => {
    expect(of({ bottom: 1 }, { top: 1, bottom: 2.5, water: 'seeping' })).toEqual({ soil: 'C', untested: [] });
    expect(of({ bottom: 2 }, { top: 2, bottom: 4, water: 'seeping' }).soil).toBe('A');
  });
  test('what nobody tested is told: along the run, and under a test that stops short', () => {
    expect(of({ to: 12 }).untested).toEqual([{ from: 12, to: 30 }]);
    expect(of({ bottom: 1.5 }).untested).toEqual([{ from: 0, to: 30 }]);
    expect(of({ bottom: 1 }, { top: 1.2, bottom: 3 }).untested).toEqual([{ from: 0, to: 30 }]);
    expect(of().soil).toBeUndefined();
  });
  test('a class better than the tests stops, and the fix plans for theirs', () => {
    expect(findings({ fissured: true })).toMatchObject([
      {
        severity: 'stop',
        facts: { planned: 'A', tested: 'B' },
        fixes: [{ patches: [{ path: ['reaches', 'r0', 'soil'], value: 'B' }] }],
      },
    ]);
    expect(findings({})).toEqual([]);
    expect(findings()).toMatchObject([{ severity: 'caution', where: [{ from: 0, to: 30 }] }]);
  });
  test('a test put right by a later one counts no more; said to be wrong it shows nothing, and its weakness stays', () => {
    const now = Date.parse('2026-11-02T12:00:00Z');
    const counted = (book: readonly Kept[]) => {
      const { weak, shown } = soilTests(book, now, rules);
      return { weak: weak.map(({ water }) => water), shown: shown.map(({ water }) => water) };
    };
    const wet = bookEntry({ ...stiff, water: 'seeping' });
    const dry = (at: string, more = {}) => bookEntry(stiff, at, { corrects: wet.entry.id, ...more });
    expect(counted([wet, dry('2026-11-02T08:00:00Z')])).toEqual({ weak: ['dry'], shown: ['dry'] });
    const said = bookEntry({ kind: 'wrong', why: 'other hole' }, '2026-11-02T08:00:00Z', { corrects: wet.entry.id });
    expect(counted([wet, said])).toEqual({ weak: ['seeping'], shown: [] });
    // Of a time to come, or made without knowing of the one it puts right: milder it is not, stricter it is.
    expect(counted([wet, dry('2026-11-02T13:00:00Z')])).toEqual({ weak: ['seeping', 'dry'], shown: [] });
    expect(counted([wet, dry('2026-11-02T08:00:00Z', { device: 'd2', known: 0 })])).toEqual({ weak: ['seeping', 'dry'], shown: ['dry'] });
  });
  test('a layer upside down is refused in a sentence', () => {
    expect(errorsOf(kinds.soil.schema, { ...stiff, top: 2, bottom: 1 })[0]?.message).toContain('give the deeper one second');
    expect(errorsOf(kinds.soil.schema, { ...stiff, from: 9, to: 1 })[0]?.message).toContain('greater station second');
  });
});

describe('water', () => {
  test('Dupuit into both sides: sand 1e-4, 1.2 m over the floor, R = 3000·1.2·0.01 = 36 m: 1e-4·1.44/36 = 4.0e-6 m³/s a metre', () => {
    expect(drawdownReach(1.2, 1e-4)).toBeCloseTo(36, 9);
    expect(inflow(1.2, 1e-4)).toBeCloseTo(4e-6, 12);
    expect(inflow(-0.1, 1e-4)).toBe(0);
  });
  test('a wet run: head at the deepest, flow over the open length, lift to the outlet; sand wants wellpoints, clay does not run', () => {
    const wet = levelRun({ length: 30, depth: 2 });
    const run = { ...wet, water: [{ station: 0, level: 9.2 }], spoil: { ...wet.spoil, ground: 'sand' as const } };
    const { profile } = planRun(blankJob('Yard'), run);
    const plan = waterPlan(run, profile);
    expect(plan.head).toBeCloseTo(1.2, 9);
    expect(plan.seepage).toBeCloseTo(12 * 4e-6, 10);
    // 20 mm/h on 0.6 m × 12 m.
    expect(plan.rain).toBeCloseTo((0.02 / 3600) * 0.6 * 12, 12);
    expect(plan.lift).toBeCloseTo(3, 9);
    expect(plan).toMatchObject({ advice: 'wellpoints', suction: true, wet: [{ from: 0, to: 30 }] });
    expect(waterPlan({ ...run, conditions: { ...run.conditions, permeability: 1e-9 } }, profile)).toMatchObject({
      advice: 'tight',
      wellpoints: undefined,
    });
    // 12 m at 1.5 m are nine on one side; 9 l/s want eighteen of half a litre, nine gaps fewer of 0.75 m at least; 3.5 m of water wants both sides.
    expect(wellpointsFor(12, 1e-3, 2, 2)).toMatchObject({ rows: 1, count: 9, spacing: 1.5, ahead: 3 });
    expect(wellpointsFor(12, 9e-3, 2, 2)).toMatchObject({ rows: 1, count: 18, flow: expect.closeTo(0.5e-3, 9), spacing: 0.75 });
    expect(wellpointsFor(12, 1e-3, 3.5, 2)).toMatchObject({ rows: 2, count: 18, spacing: 1.5 });
    expect(waterPlan({ ...run, water: [] }, profile)).toMatchObject({ advice: 'none', head: 0, seepage: 0, wet: [] });
  });
});
