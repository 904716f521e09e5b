import { applyPatches, blankJob, blankRun, type Loops, type Run } from '../job';
import { structureAt } from '../alignment';
import { findProduct } from '../catalogue';
import { orderOf } from '../order';
import { planRun } from '../plan';
import { readerOf, say } from '../words';
import {
  blankHouse,
  blankLandDrain,
  blankLoops,
  halfEmpty,
  heldIn,
  houseReport,
  lengthThatHolds,
  loopsReport,
  mustHold,
  outOfRods,
  pipeLoss,
  pipeOf,
  soaksThrough,
} from '.';

const job = blankJob('Yard', 'UK');
const finding = (run: Run, code: string) => planRun(job, run).findings.find((one) => one.code === code);
const said = (run: Run, code: string) => {
  const found = finding(run, code);
  return found && say(found, readerOf(job)).what;
};
/** A copy of the run with the first fix of a finding taken. */
const mended = (run: Run, code: string): Run => applyPatches(run, finding(run, code)?.fixes[0]?.patches ?? []);

describe('soakaway 1.5 × 1.0 × 1.0 m of stone, 38 % empty', () => {
  const hole = { length: 1.5, width: 1, depth: 1, pores: 0.38 };
  test('holds 0.57 m³; half of it is gone through its floor and half its sides', () => {
    expect(heldIn(hole)).toBeCloseTo(0.57, 12);
    // Floor 1.5 m², four sides of 1.0 m to half the depth 2.5 m².
    expect(soaksThrough(hole)).toBeCloseTo(4, 12);
    expect(halfEmpty(hole, 1e-5)).toBeCloseTo(0.285 / 4e-5, 6);
    expect(halfEmpty(hole, 0)).toBe(Infinity);
  });
  test('the length that holds a storm, by stepping through it', () => {
    const [flow, storm, rate] = [0.9e-3, 3600, 2e-5];
    const needed = lengthThatHolds(hole, flow, storm, rate);
    // Second by second: what comes less what soaks away must be held.
    const fits = (length: number) => {
      const longer = { ...hole, length };
      let water = 0;
      for (let t = 0; t < storm; t++) water += flow - rate * soaksThrough(longer);
      return water <= heldIn(longer) + 1e-9;
    };
    expect(fits(needed + 0.001)).toBe(true);
    expect(fits(needed - 0.001)).toBe(false);
    expect(mustHold({ ...hole, length: needed }, flow, storm, rate)).toBeCloseTo(heldIn({ ...hole, length: needed }), 9);
  });
});

describe('a land drain', () => {
  const drain = (change: Partial<Run> = {}, more: Partial<ReturnType<typeof blankLandDrain>> = {}): Run => {
    const base = blankRun({ name: 'Drain', length: 60, product: 'land-drain-100', cover: 0.5, ruleSet: 'UK' });
    return {
      ...base,
      reaches: base.reaches.map((reach) => ({
        ...reach,
        fabric: true,
        bottomWidth: 0.3,
        restoration: [{ material: 'turf', thickness: 0.15 }],
      })),
      landDrain: { ...blankLandDrain(), ...more },
      ...change,
    };
  };
  const withSoakaway = (more: Partial<ReturnType<typeof blankLandDrain>>, area: number): Run => {
    const base = drain({ flow: { area, runoff: 0.9, rain: 50e-3 / 3600, extra: 0 } }, { outlet: 'soakaway', ...more });
    return { ...base, structures: [structureAt(base, 59, 'soakaway', 'soak')] };
  };
  test('stone up to under the turf fills what soil did, at every depth; fabric goes round all of it', () => {
    const plain = drain();
    const full = { ...plain, reaches: plain.reaches.map((reach) => ({ ...reach, toSurface: true })) };
    const [a, b] = [planRun(job, plain).volumes, planRun(job, full).volumes];
    expect(b.fill).toBeCloseTo(0, 9);
    expect(b.surround).toBeCloseTo(a.surround + a.fill, 9);
    expect(b.surface).toBeCloseTo(a.surface, 9);
    const fabric = (run: Run) => orderOf(job, run, planRun(job, run)).items.find(({ id }) => id === 'cover.fabric')?.net ?? 0;
    // Depth 0.7 m less 0.15 m of turf, 0.3 m wide, 0.3 m of lap.
    expect(fabric(full)).toBeCloseTo(60 * (2 * (0.3 + 0.55) + 0.3), 6);
    const items = orderOf(job, full, planRun(job, full)).items;
    expect(items.find(({ id }) => id === 'surface.turf')?.net).toBeCloseTo(60 * 0.3 * 0.15, 9);
  });
  test('solid stretches are bought as such, once where they lie over each other', () => {
    const run = drain(
      {},
      {
        solid: [
          { id: 'a', from: 0, to: 6 },
          { id: 'b', from: 4, to: 10 },
          { id: 'c', from: 57, to: 60 },
        ],
      },
    );
    expect(pipeOf(run, run.landDrain!)).toEqual({ solid: 13, perforated: 47 });
    const lines = orderOf(job, run, planRun(job, run)).items.filter(({ id }) => id.startsWith('line.'));
    expect(lines.map(({ what }) => what).sort()).toEqual(['Land drain, perforated 100', 'Land drain, solid 100']);
    const net = (what: string) => lines.find((one) => one.what === what)?.net ?? 0;
    // Each with its slack and its ends.
    for (const [what, length] of [
      ['solid', 13],
      ['perforated', 47],
    ] as const) {
      expect(net(`Land drain, ${what} 100`)).toBeGreaterThan(length);
      expect(net(`Land drain, ${what} 100`)).toBeLessThan(length + 4.5);
    }
  });
  test('rods reach 45 m from a point they go in at, checked station by station', () => {
    const run = drain({
      inverts: [
        { id: 'a', station: 0, invert: 9.2, keep: false },
        { id: 'b', station: 60, invert: 8.8, keep: false },
      ],
    });
    const at = (one: Run, station: number) => {
      const ways = [
        ...one.structures.filter(({ kind }) => kind === 'rodding').map((s) => s.station),
        ...(one.landDrain?.outlet === 'daylight' ? [60] : []),
      ];
      return ways.some((way) => Math.abs(way - station) <= 45);
    };
    for (const one of [
      run,
      drain(run, { outlet: 'emitter' }),
      drain({ ...run, structures: [structureAt(run, 10, 'rodding', 'r')] }, { outlet: 'emitter' }),
    ]) {
      const out = outOfRods(one, one.landDrain!);
      for (let k = 0; k < 200; k++) {
        const station = ((k + 0.5) * 60) / 200;
        expect(out.some(({ from, to }) => station > from && station < to)).toBe(!at(one, station));
      }
    }
    expect(said(run, 'drain.rods')).toBe('15.00 m of drain no rod reaches');
  });
  test('a soakaway that is small is made longer, one that never empties or that nobody tested says so, one not placed too', () => {
    const small = withSoakaway({ infiltration: 1e-5 }, 120);
    expect(said(small, 'drain.soakaway')).toMatch(/^The soakaway holds 0\.6 m³; of the storm it must hold 5\.\d+ m³$/);
    expect(said(mended(small, 'drain.soakaway'), 'drain.soakaway')).toBeUndefined();
    expect(said(withSoakaway({ infiltration: 0 }, 10), 'drain.soakaway')).toBe('The soakaway never empties: the ground takes no water');
    expect(said(withSoakaway({ infiltration: null }, 10), 'drain.soakaway')).toBe(
      'Nobody has tested how fast the ground at the soakaway takes water',
    );
    expect(said(withSoakaway({ infiltration: 5e-7 }, 0.1), 'drain.soakaway')).toBe('The soakaway takes 39.5 h to empty by half');
    expect(said(drain({}, { outlet: 'soakaway' }), 'drain.soakaway')).toBe('It ends in a soakaway and none is placed');
    expect(said(withSoakaway({ infiltration: 1e-4 }, 5), 'drain.soakaway')).toBeUndefined();
  });
  test('its stone is ordered, and does not go back as soil', () => {
    const run = withSoakaway({ infiltration: 1e-4 }, 5);
    const plan = planRun(job, run);
    expect(orderOf(job, run, plan).items.find(({ id }) => id === 'drain.stone')?.net).toBeCloseTo(1.5, 9);
    const soil = planRun(job, { ...run, structures: run.structures.map((one) => ({ ...one, kind: 'sump' as const })) });
    expect(soil.pits[0]!.fill - plan.pits[0]!.fill).toBeCloseTo(1.5, 9);
  });
});

describe('8 loops of 120 m, bore 32.6 mm', () => {
  const field: Loops = { ...blankLoops('loop-40'), count: 8, each: 120, flow: 2.5e-4, fluid: 'water', returns: 'direct' };
  const report = (change: Partial<Loops> = {}) => loopsReport(job, { ...field, ...change })!;
  test('purging all at once takes 240 l/min; by pairs a quarter, or what the header takes', () => {
    const area = (Math.PI / 4) * 0.0326 ** 2;
    expect(report().purge.all * 60_000).toBeCloseTo(8 * 0.6 * area * 60_000, 6);
    expect(Math.round((report().purge.all * 60_000) / 10)).toBe(24);
    const pairs = report({ valves: 'pairs' }).purge;
    expect(pairs.open).toBeCloseTo(2 * 0.6 * area, 12);
    expect(pairs.needed).toBe(Math.max(pairs.open, pairs.header));
  });
  test('headers are the smallest that lose 400 Pa a metre at most, smaller from loop to loop', () => {
    const { headers } = report();
    expect(headers[0]?.loops).toBe(8);
    for (const { product, flow, length, loss } of headers) {
      expect(loss / length).toBeLessThanOrEqual(400 + 1e-6);
      const smaller = [0.025, 0.032, 0.04, 0.05, 0.063, 0.075, 0.09].filter((od) => od < product.od - 1e-6).at(-1);
      if (smaller) {
        const { wall } = findProduct(`loop-${Math.round(smaller * 1000)}`);
        expect(pipeLoss(smaller - 2 * wall, flow, 'water').loss).toBeGreaterThan(400);
      }
    }
    expect(headers.map(({ product }) => product.od)).toEqual([...headers.map(({ product }) => product.od)].sort((a, b) => b - a));
  });
  test('loss by hand: 0.25 l/s of water in 32.6 mm', () => {
    // v 0.2995 m/s, Re 7,453, λ 0.25/log₁₀(7e-6/0.12062 + 5.74/3056)² = 0.0343, λ/d·ρv²/2 = 47 Pa/m.
    const { velocity, reynolds, loss } = pipeLoss(0.0326, 2.5e-4, 'water');
    expect(velocity).toBeCloseTo(0.2995, 4);
    expect(reynolds).toBeCloseTo(7453, -1);
    expect(loss).toBeCloseTo(47.2, 0);
    // Laminar: 32 µ v/d².
    const slow = pipeLoss(0.0326, 2e-5, 'ethanol');
    expect(slow.loss).toBeCloseTo((32 * 5.9e-6 * 970 * slow.velocity) / 0.0326 ** 2, 9);
  });
  test('every way through the field, summed pipe by pipe; the return from the other end evens them out', () => {
    const direct = report({ spacing: 12 });
    const loss = (loops: number) => {
      const { product } = direct.headers.find((one, i, all) => loops <= one.loops && loops > (all[i + 1]?.loops ?? 0))!;
      return pipeLoss(product.od - 2 * product.wall, loops * 2.5e-4, 'water').loss * 12;
    };
    const far = [7, 6, 5, 4, 3, 2, 1].reduce((sum, loops) => sum + 2 * loss(loops), 0);
    expect(direct.most - direct.least).toBeCloseTo(far, 6);
    const reverse = report({ spacing: 12, returns: 'reverse' });
    expect(reverse.most - reverse.least).toBeLessThan(0.25 * (direct.most - direct.least));
    expect(reverse.roundBack).toBe(84);
  });
  const run = (change: Partial<Loops>): Run => ({
    ...blankRun({ name: 'Loops', length: 52, product: 'loop-63', cover: 1, ruleSet: 'UK' }),
    loops: { ...field, ...change },
  });
  test('loops too many for the pump: valves that do, and taking them mends it', () => {
    const weak = run({ purge: 140 / 60_000 });
    expect(said(weak, 'loops.purge')).toMatch(/^To carry the air out it takes 4\.0 l\/s; the pump gives 2\.3 l\/s$/);
    expect(finding(weak, 'loops.purge')?.fixes[0]?.facts).toEqual({ by: 'pairs' });
    expect(said(mended(weak, 'loops.purge'), 'loops.purge')).toBeUndefined();
    expect(finding(run({ purge: 1e-5 }), 'loops.purge')?.fixes).toEqual([]);
  });
  test('a pipe in no catalogue stops; what is ordered', () => {
    expect(finding(run({ pipe: 'gone' }), 'loops.pipe')?.severity).toBe('stop');
    const items = orderOf(job, run({ valves: 'pairs', fluid: 'glycol' }), planRun(job, run({}))).items;
    expect(items.find(({ id }) => id === 'loops.loop-40')).toMatchObject({ order: 960, packs: '8 coils of 120.00 m' });
    expect(items.find(({ id }) => id === 'loops.valve')?.order).toBe(4);
    expect(items.find(({ id }) => id === 'loops.fluid')?.net).toBeCloseTo(report({ fluid: 'glycol' }).volume / 4, 9);
  });
});

describe('a service into a house', () => {
  const run = (length: number, change: Partial<NonNullable<Run['house']>> = {}): Run => {
    const base = blankRun({ name: 'Water', length, product: 'water-32', cover: 0.9, ruleSet: 'UK' });
    return { ...base, house: { ...blankHouse(findProduct('water-32')), ...change } };
  };
  test('one length: the way, the rise at the wall, half a metre at each end', () => {
    const one = run(24, { level: 9.6 });
    const { rise, length } = houseReport(job, one, one.house!);
    // Cover 0.9 m under 10.0 m; the middle of a pipe of 32 mm.
    expect(rise).toBeCloseTo(9.6 - (10 - 0.9 - 0.016), 9);
    expect(length).toBeCloseTo(24 + (rise ?? NaN) + 1, 9);
    expect(houseReport(job, run(24), run(24).house!).rise).toBeUndefined();
  });
  test('longer than it comes: said, with how many joints', () => {
    expect(said(run(80), 'house.piece')).toBeUndefined();
    const long = run(130);
    expect(said(long, 'house.piece')).toMatch(/^In one piece it takes 131\.00 m; it comes in 100\.00 m: 1 in the ground$/);
    expect(said({ ...long, house: { ...long.house!, onePiece: false } }, 'house.piece')).toBeUndefined();
  });
  test('a sleeve too tight for a seal is made wider; fittings stand in their order', () => {
    const tight = run(20, { sleeve: 0.04 });
    expect(said(tight, 'house.sleeve')).toBe('4 mm round the pipe in its sleeve');
    expect(said(mended(tight, 'house.sleeve'), 'house.sleeve')).toBeUndefined();
    expect(said(run(20), 'house.order')).toBeUndefined();
    const mixed = run(20, {
      fittings: [
        { id: 'm', kind: 'meter' },
        { id: 'c', kind: 'curbValve' },
      ],
    });
    expect(said(mixed, 'house.order')).toBe('Meter stands before curb valve');
  });
  test('under each stone drain a sleeve of its width and half a metre either side', () => {
    const one = run(30, {
      drains: [
        { id: 'a', station: 10, width: 0.4 },
        { id: 'b', station: 20, width: 0.6 },
      ],
    });
    expect(houseReport(job, one, one.house!).sleeved).toBeCloseTo(3, 12);
    const items = orderOf(job, one, planRun(job, one)).items;
    expect(items.find(({ id }) => id === 'house.sleeve')?.order).toBeCloseTo(3, 12);
    expect(items.filter(({ id }) => id.startsWith('house.')).map(({ what }) => what)).toEqual([
      'Curb valve',
      'Stop valve',
      'Meter',
      'Wall seal with its sleeve',
      'Sleeve past stone drains',
    ]);
  });
});
