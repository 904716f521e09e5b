import fc from 'fast-check';
import { bowAt, bowLength, bowNodes, bowShape, levelsAt } from '../alignment';
import { findProduct } from '../catalogue';
import { demoFile } from '../demo';
import { estimateOf, workHours } from '../estimate';
import { metres } from '../generators.testing';
import { valueAt } from '../geometry';
import {
  straightBore,
  blankExisting,
  blankJob,
  blankLaidLine,
  blankPit,
  type Bored,
  type Bow,
  type Job,
  type Reach,
  type Run,
} from '../job';
import { runSchema } from '../job/schema';
import { orderOf } from '../order';
import { planRun } from '../plan/plan';
import { levelRun, said } from '../testing';
import { lineChecks, pullAlong, pullParts, weightOf } from '../trench/checks';
import { boringOf, bundleOf, holesTo, pullBack } from '.';

const DEGREE = Math.PI / 180;
const job: Job = blankJob('Bore', 'UK');
const bow: Bow = { entry: 15 * DEGREE, exit: 15 * DEGREE, radius: 30, depth: 2 };
const method = (change: Partial<Bored> = {}): Bored => ({
  ...straightBore,
  bore: 0.2,
  rod: 1.5,
  launch: blankPit(2, 1.2),
  receiving: blankPit(2, 1.2),
  ...change,
});
/** 54 m of level ground, 50 of them bored between pits of 2 m, a water pipe with 1 m of cover. */
const bored = (change: Partial<Bored> = {}, product = 'water-110'): Run => {
  const run = levelRun({ length: 54, method: method(change) });
  return {
    ...run,
    laid: [blankLaidLine('Main', product)],
    reaches: run.reaches.map((one): Reach => ({ ...one, levels: { kind: 'cover', cover: 1 } })),
  };
};
const finding = (run: Run, code: string) => planRun(job, run).findings.find((one) => one.code === code);

/** The way a bore goes, traced in steps of a millimetre from its start: down at its angle, turned level by the radius, and level from then on. */
function traced({ entry, radius, depth }: Bow, to: number): { depth: number; way: number } {
  const step = 0.001;
  const byArc = radius * (1 - Math.cos(entry));
  let heading = depth > byArc ? entry : Math.acos(1 - depth / radius);
  let straight = depth > byArc ? (depth - byArc) / Math.sin(entry) : 0;
  let [along, down, way] = [0, 0, 0];
  while (along < to) {
    along += step * Math.cos(heading);
    down += step * Math.sin(heading);
    way += step;
    if (straight > 0) straight -= step;
    else heading = Math.max(0, heading - step / radius);
  }
  return { depth: down, way };
}

describe('a bore that dips', () => {
  test('15° down, an arc of 30 m, 2 m deep: 3.65 m straight and 7.76 m of arc at either end', () => {
    const shape = bowShape(bow, 50);
    // 30·(1 − cos 15°) = 1.022 m of the two by the arc; (2 − 1.022)/tan 15° = 3.649; 30·sin 15° = 7.765.
    expect(shape.down).toBeCloseTo(3.649, 3);
    expect(shape.level).toBeCloseTo(11.414, 3);
    expect(shape.needs).toBeCloseTo(22.827, 3);
    expect([0, 3.649, 25, 46.351, 50].map((at) => bowAt(shape, at))).toEqual(
      [0, 0.978, 2, 0.978, 0].map((deep) => expect.closeTo(deep, 2) as number),
    );
    // 2 · (3.649/cos 15° + 30 · 0.2618) + 27.172.
    expect(bowLength(shape)).toBeCloseTo(50.436, 2);
  });
  test('an arc alone reaches what is not deep: it goes in flatter', () => {
    const shape = bowShape({ ...bow, depth: 0.5 }, 50);
    expect(shape.down).toBe(0);
    expect(shape.entry).toBeCloseTo(Math.acos(1 - 0.5 / 30), 9);
  });
  test('any bow is where tracing it step by step comes out, and as long', () => {
    fc.assert(
      fc.property(
        metres(0.05, 0.7),
        metres(2, 60),
        metres(0.1, 3),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (entry, radius, depth, share) => {
          const any = { entry, exit: entry, radius, depth };
          const { needs } = bowShape(any, 1e6);
          const shape = bowShape(any, needs + 5);
          const to = (share * shape.length) / 2;
          expect(Math.abs(traced(any, to).depth - bowAt(shape, to))).toBeLessThan(0.01);
          // The same from the other end, and the whole as long as twice the traced half.
          expect(bowAt(shape, shape.length - to)).toBeCloseTo(bowAt(shape, to), 9);
          expect(Math.abs(2 * traced(any, shape.length / 2).way - bowLength(shape))).toBeLessThan(0.02);
        },
      ),
    );
  });
  test('the levels of a plan are within 2 mm of it anywhere between two nodes', () => {
    const run = bored({ bow: { ...bow, exit: 8 * DEGREE, radius: 12 } });
    const { profile } = planRun(job, run);
    fc.assert(
      fc.property(metres(0, 54), (station) => {
        const { invert } = levelsAt(run, findProduct('water-110'), run.reaches[0] as Reach, station);
        expect(Math.abs(valueAt(profile.station, profile.invert, station) - invert)).toBeLessThan(0.0021);
      }),
      { numRuns: 500 },
    );
    expect(bowNodes(bowShape(bow, 50)).length).toBeLessThan(60);
  });
  test('too short to come down and up again is a stop; a falling line does not dip', () => {
    expect(said(job, finding(bored({ bow: { ...bow, depth: 12 } }), 'boring.short') ?? {}).what).toMatch(
      /^The bore is 50\.00 m long; to dip by 12\.00 m/,
    );
    expect(finding(bored({ bow }), 'boring.short')).toBeUndefined();
    const falling = bored({ bow });
    const parsed = runSchema.safeParse({
      ...falling,
      inverts: [
        { id: 'a', station: 0, invert: 8, keep: false },
        { id: 'b', station: 54, invert: 7, keep: false },
      ],
      reaches: falling.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })),
    });
    expect(parsed.error?.issues[0]?.message).toBe('A line that falls is bored straight: in a dip water would stand.');
  });
  test('turned tighter than the pipe bends stops, than rods usually bend is a caution', () => {
    expect(finding(bored({ bow: { ...bow, radius: 2 } }), 'boring.tight')).toMatchObject({ severity: 'stop', facts: { needed: 2.75 } });
    expect(finding(bored({ bow: { ...bow, radius: 20 } }), 'boring.tight')).toMatchObject({ severity: 'caution', facts: { needed: 30 } });
    expect(finding(bored({ bow }), 'boring.tight')).toBeUndefined();
    // Straight pipe does not bend at all.
    expect(finding(bored({ bow }, 'ductile-100'), 'boring.tight')).toMatchObject({ severity: 'stop', facts: { name: 'Ductile iron 100' } });
  });
});

describe('what a bore takes', () => {
  test('holes from the pilot: 160 in one reaming, 300 in three even ones', () => {
    expect(holesTo(0.16)).toEqual([0.1, expect.closeTo(0.16, 9)]);
    expect(holesTo(0.3)).toEqual([0.1, 0.1442, 0.208, 0.3].map((size) => expect.closeTo(size, 3) as number));
    expect(holesTo(0.08)).toEqual([0.08]);
  });
  test('a bundle: one, two side by side, four alike 2.41 of one at least', () => {
    expect(bundleOf([0.1])).toBe(0.1);
    expect(bundleOf([0.1, 0.05])).toBeCloseTo(0.15, 9);
    // Four alike in a circle: 1 + √2 of one.
    expect(bundleOf([0.1, 0.1, 0.1, 0.1])).toBeGreaterThan(0.1 * (1 + Math.SQRT2));
    expect(bundleOf([0.2, 0.02, 0.02])).toBeGreaterThanOrEqual(0.22);
  });
  test('pulled back: an empty PE 110 floats up in the fluid, 7.73 kg/m; over 50 m 1.14 kN, through two turns of 15° 1.33', () => {
    const pipe = findProduct('water-110');
    // 1150 · π/4 · 0.11² = 10.93 − 3.2 = 7.73 kg/m; 0.3 · 7.73 · 9.81 · 50.
    expect(pullBack([pipe], 50, 0)).toBeCloseTo(0.3 * (10.9288 - 3.2) * 9.80665 * 50, 0);
    expect(pullBack([pipe], 50, 30 * DEGREE) / pullBack([pipe], 50, 0)).toBeCloseTo(Math.exp(0.3 * 0.5236), 4);
    expect(finding(bored(), 'boring.pull')).toBeUndefined();
    // A light pipe a long way: 0.41 kg/m of uplift for 0.17 of its own, 900 m of it, against 9 N/mm² of its wall, 1.48 kN.
    const long = { ...bored({}, 'water-25'), stations: [0, 3000].map((station) => ({ station, ground: 10 })) };
    expect(finding(long, 'boring.pull')).toMatchObject({
      severity: 'stop',
      facts: { most: expect.closeTo(9e6 * Math.PI * 0.0227 * 0.0023, 6) as number },
    });
    expect(finding(bored({ duct: 'duct-110' }, 'lv-4x25'), 'boring.pull')).toMatchObject({ severity: 'caution', facts: { most: null } });
  });
  test('the hole is one and a half times what is drawn in; a duct takes the lines that go through it', () => {
    expect(finding(bored({ bore: 0.1 }), 'boring.hole')?.severity).toBe('stop');
    expect(finding(bored({ bore: 0.16 }), 'boring.hole')).toMatchObject({
      severity: 'caution',
      facts: { needed: expect.closeTo(0.165, 9) as number },
    });
    expect(finding(bored({ bore: 0.17 }), 'boring.hole')).toBeUndefined();
    expect(finding(bored({ duct: 'duct-63-flex' }), 'boring.duct')?.severity).toBe('stop');
    expect(finding(bored({ duct: 'pe-315', bore: 0.5 }), 'boring.duct')).toBeUndefined();
  });
  test('50 m in loam: 3 h to set up, pilot 12, one reaming 15, drawing in 25 m an hour; a logged rate rules; both in hours, order and days', () => {
    const run = bored({ bore: 0.16, duct: 'pe-315' }, 'water-110');
    const [bore] = boringOf(job, run);
    const hours = 3 + 50 / 12 + 50 / 15 + 50 / 25;
    expect(bore).toMatchObject({
      rods: 34,
      hours: expect.closeTo(hours, 9) as number,
      fluid: expect.closeTo((Math.PI / 4) * 0.16 ** 2 * 50 * 3, 9) as number,
    });
    const plan = planRun(job, run);
    expect(estimateOf(job, run, plan).hours.bore).toBeCloseTo(hours, 9);
    const { items } = orderOf(job, run, plan);
    const item = (id: string) => items.find((one) => one.id === id);
    // 12.5 h of 8 a day, and the day it comes.
    expect(item('bore.rig')).toMatchObject({ order: 3, cost: 3 * 650 });
    expect(item('bore.fluid')?.order).toBeCloseTo(bore?.fluid ?? NaN, 9);
    expect(item('bore.duct.pe-315')).toMatchObject({ net: 52, order: 100 });
    const crew = item('labour.crew')?.order ?? 0;
    expect(crew).toBeCloseTo(workHours(estimateOf(job, run, plan).hours).crew * 2, 9);
    const own: Job = { ...job, pace: { ...job.pace, logged: [{ activity: 'bore', amount: 20, hours: 4, note: '' }] } };
    expect(estimateOf(own, run, planRun(own, run)).hours.bore).toBeCloseTo(10, 9);
  });
  test('the hole counts, and where it dips: a drain 0.6 m under the straight way is clear of it and in the way of the dip', () => {
    const drain = {
      ...blankExisting('Drain', 25),
      kind: 'sewer' as const,
      size: 0.15,
      coverMin: 1.75,
      coverMax: 1.75,
      evidence: 'exposed' as const,
    };
    const clash = (change: Partial<Bored>) => finding({ ...bored(change), existing: [drain] }, 'clearance.clash');
    expect(clash({ bore: 0.17 })).toBeUndefined();
    expect(clash({ bore: 0.17, bow: { ...bow, depth: 0.6 } })?.severity).toBe('stop');
    // From the middle of the pipe at 1.055 to the drain at 1.825: 0.77 − 0.075 − 0.45 = 0.245 m clear of a hole of 0.9 m.
    expect(clash({ bore: 0.9 })?.severity).toBe('stop');
    expect(clash({ bore: 0.17, bow })).toBeUndefined();
  });
  test('a cable drawn through the dip pulls harder than through the straight, and less than as if it turned at once', () => {
    const cable = findProduct('lv-4x25');
    const pull = (change: Partial<Bored>) => {
      const run = bored(change, 'lv-4x25');
      return pullAlong(pullParts(run, cable, cable.minBend, 0, 54), 0, weightOf(cable)).tension;
    };
    const [straight, dipped] = [pull({}), pull({ bow })];
    expect(dipped).toBeGreaterThan(straight);
    expect(dipped).toBeLessThan(straight * Math.exp(0.35 * 30 * DEGREE) * 1.1);
  });
  test('in a duct of a bore a cable is rated as in a duct', () => {
    const fed = {
      fedFrom: 'start' as const,
      phases: 3 as const,
      volts: 400,
      amps: 90,
      loads: [],
      powerFactor: 0.9,
      limit: 0.05,
      resistivity: 1.2,
      temperature: 15,
    };
    const amps = (duct: string | null) => {
      const run = bored({ duct }, 'lv-4x25');
      return { ...run, laid: [{ ...blankLaidLine('Main', 'lv-4x25'), circuit: fed }] };
    };
    const rating = (run: Run) =>
      parseFloat(lineChecks(job, run, planRun(job, run))[0]?.checks.find(({ id }) => id === 'rating')?.result ?? '');
    expect(rating(amps('duct-110')) / rating(amps(null))).toBeCloseTo(0.85, 2);
  });
  test('the demonstration’s bore under the slip is in its hours and its money', () => {
    const run = demoFile.runs.find(({ name }) => name === 'Slipway feeder') as Run;
    const plan = planRun(demoFile.job, run);
    const [bore] = boringOf(demoFile.job, run);
    expect(bore?.way).toBeCloseTo(84 - 46 - 2.5 - 1.5, 9);
    expect(estimateOf(demoFile.job, run, plan).hours.bore).toBeCloseTo(bore?.hours ?? NaN, 9);
    expect(orderOf(demoFile.job, run, plan).items.some(({ id }) => id === 'bore.rig')).toBe(true);
  });
});
