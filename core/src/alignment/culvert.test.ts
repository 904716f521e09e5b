import { findProduct } from '../catalogue';
import { loadSolver } from '../highs.testing';
import { blankJob, blankRun, applyPatches, blankLaidLine, type Culvert, type Job, type Run } from '../job';
import { runErrors } from '../job/observed';
import { planRun } from '../plan';
import { readerOf, say } from '../words';
import { findGrade } from './grade';
import { culvertCover, underRoad } from './cover';
import { criticalDepth, culvertLength, culvertOf, culvertSticks, headwater, type Through } from './culvert';

const track: Culvert = {
  ...{ crown: 4, road: 11.2, side: 2, beyond: 0.6, entrance: 'headwall', tail: null, freeboard: 0.3, axle: 'lorry', rut: 0.05 },
};

test('a track 4.0 m wide, 1.2 m over the invert, sides 2:1, 0.6 m out at each end: 10.0 m of pipe, two of 6 m, a coupler, 2.0 m over', () => {
  const length = culvertLength(track, { inlet: 1.2, outlet: 1.2 });
  expect(length).toBeCloseTo(4 + 2 * 2 * 1.2 + 2 * 0.6, 12);
  expect(culvertSticks(length, 6)).toEqual({ sticks: 2, couplers: 1, over: expect.closeTo(2, 9) as number });
  expect(culvertSticks(12, 6)).toEqual({ sticks: 2, couplers: 1, over: 0 });
});

describe('headwater of 300 mm, n 0.012, 10 m at 1 %, 90 l/s', () => {
  const pipe: Through = { bore: 0.3, roughness: 0.012, length: 10, fall: 0.01, flow: 0.09, entrance: 'headwall', tail: 0 };
  /*
   * By hand: A 0.070686 m², V 1.27324 m/s, V²/2g 0.082655 m, R 0.075 m, R^(4/3) 0.031629;
   * 19.63·0.000144·10/0.031629 = 0.89371, with 1 + 0.5: 2.39371, losses 0.197852 m.
   * d_c by A³/T = Q²/g = 0.00082597: 0.2335 m gives 0.00082539; h_o = 0.26678; outlet 0.197852 + 0.26678 − 0.1 = 0.36463.
   * Inlet: 1.811·0.09/(0.070686·0.547723) = 4.2099, drowned: 0.3·(0.0398·17.7233 + 0.67 − 0.005) = 0.411116.
   */
  test('both controls, and that of the inlet rules', () => {
    const head = headwater(pipe);
    expect(head.velocity).toBeCloseTo(1.27324, 4);
    expect(head.inlet).toBeCloseTo(0.41112, 3);
    expect(head.outlet).toBeCloseTo(0.36463, 3);
    expect(head).toMatchObject({ rules: 'inlet', depth: head.inlet });
  });
  test('critical depth by brute force: the least energy of all depths', () => {
    for (const [bore, flow] of [
      [0.3, 0.09],
      [0.6, 0.2],
      [1.2, 1.5],
    ] as const) {
      let [best, at] = [Infinity, 0];
      for (let depth = bore / 2000; depth < bore; depth += bore / 2000) {
        const half = Math.acos(1 - (2 * depth) / bore);
        const area = (bore * bore * (2 * half - Math.sin(2 * half))) / 8;
        const energy = depth + (flow / area) ** 2 / (2 * 9.80665);
        if (energy < best) [best, at] = [energy, depth];
      }
      expect(criticalDepth(bore, flow)).toBeCloseTo(at, 2);
    }
  });
  test('water below the outlet backs it up; a smoother or larger pipe stands lower; more flow higher, without a step where the inlet drowns', () => {
    expect(headwater({ ...pipe, tail: 0.5 }).outlet).toBeCloseTo(0.19785 + 0.5 - 0.1, 3);
    expect(headwater({ ...pipe, tail: 0.5 }).rules).toBe('outlet');
    expect(headwater({ ...pipe, bore: 0.45 }).depth).toBeLessThan(headwater(pipe).depth);
    let before = headwater({ ...pipe, flow: 0.001 }).depth;
    for (let flow = 0.002; flow < 0.15; flow += 0.001) {
      const { depth } = headwater({ ...pipe, flow });
      expect(depth).toBeGreaterThan(before - 1e-9);
      expect(depth - before).toBeLessThan(0.02);
      before = depth;
    }
  });
});

test('cover by what passes, the span and the ruts', () => {
  expect(culvertCover({ axle: 'lorry', rut: 0.05 }, { od: 0.345 })).toBeCloseTo(0.35, 9);
  expect(culvertCover({ axle: 'lorry', rut: 0 }, { od: 4 })).toBeCloseTo(0.5, 9);
  expect(culvertCover({ axle: 'heavy', rut: 0.1 }, { od: 0.345 })).toBeCloseTo(0.7, 9);
});

describe('a run that is a culvert', () => {
  const job = blankJob('Yard', 'UK');
  /** Ditch, bank, track, bank, ditch: 10.4 m, falling 1 %. */
  const run = (product: string, change: Partial<Culvert> = {}, extra = 0.09): Run => {
    const base = blankRun({ name: 'Track', length: 10.4, product, cover: 0.5, ruleSet: 'UK' });
    const { od, wall } = findProduct(product);
    return {
      ...base,
      stations: [
        { station: 0, ground: 10.4 },
        { station: 0.6, ground: 10.4 },
        { station: 3, ground: 11.2 },
        { station: 7.2, ground: 11.2 },
        { station: 9.8, ground: 10.3 },
        { station: 10.4, ground: 10.3 },
      ],
      surface: 'road',
      reaches: base.reaches.map((reach) => ({ ...reach, bottomWidth: Math.max(0.8, od + 0.7), levels: { kind: 'gravity' } })),
      inverts: [
        { id: 'a', station: 0, invert: 10 + wall, keep: false },
        { id: 'b', station: 10.4, invert: 9.896 + wall, keep: false },
      ],
      flow: { area: 0, runoff: 0, rain: 0, extra },
      culvert: { ...track, ...change },
    };
  };
  const said = (one: Run, code: string) => {
    const finding = planRun(job, one).findings.find((other) => other.code === code);
    return finding && { ...finding, what: say(finding, readerOf(job)).what };
  };
  test('cover counts under the track alone', () => {
    const { from, to } = underRoad(run('drain-300'), track);
    // 50 mm of camber, on slopes of 1:3 and of 0.9 in 2.6.
    expect(from).toBeCloseTo(3 - 0.15, 9);
    expect(to).toBeCloseTo(7.2 + (0.05 * 2.6) / 0.9, 9);
    expect(runErrors(run('drain-300'))).toEqual([]);
    expect(said(run('drain-300'), 'trench.cover')).toBeUndefined();
    expect(said(run('drain-300', { axle: 'heavy', rut: 0.5 }), 'trench.cover')?.what).toMatch(/wants 1\.10 m$/);
  });
  test('the point function of cover: no ground at the road’s level off the stretch', () => {
    const one = run('drain-300');
    const { from, to } = underRoad(one, track);
    const at = (station: number) => {
      const i = one.stations.findIndex((next) => next.station >= station);
      const [a, b] = [one.stations[Math.max(0, i - 1)]!, one.stations[i]!];
      return b.station === a.station ? b.ground : a.ground + ((b.ground - a.ground) * (station - a.station)) / (b.station - a.station);
    };
    for (let k = 0; k < 500; k++) {
      const station = (k * 10.4) / 500;
      if (Math.min(Math.abs(station - from), Math.abs(station - to)) > 1e-6)
        expect(at(station) >= track.road - 0.05).toBe(station > from && station < to);
    }
  });
  test('one that floods the road names the next that does not, and taking it mends it', () => {
    const small = run('drain-225', { road: 10.6 });
    const flooded = said(small, 'trench.floods');
    expect(flooded?.severity).toBe('stop');
    expect(flooded?.what).toMatch(/^Water stands 0\.\d+ m over the inlet and runs over the road, 0\.\d+ m too high$/);
    const [fix] = flooded?.fixes ?? [];
    const mended = applyPatches(small, fix?.patches ?? []);
    expect(runErrors(mended)).toEqual([]);
    expect(said(mended, 'trench.floods')).toBeUndefined();
    // The one before it in the series still comes too near.
    const taken = findProduct(mended.laid[0]?.product ?? '');
    expect(taken.name).toMatch(/^Twin-wall/);
    expect(taken.dn).toBeGreaterThan(0.3);
  });
  test('by how much the road is clear, and by which control; Manning says nothing besides', () => {
    const plan = planRun(job, run('drain-300', { freeboard: 0.9 }));
    const report = culvertOf(run('drain-300', { freeboard: 0.9 }), findProduct('drain-300'), plan.profile)!;
    expect(report.inlet).toBe('start');
    expect(report.water?.clear).toBeCloseTo(11.2 - (report.invert.inlet + (report.water?.head.depth ?? NaN)), 12);
    expect(said(run('drain-300', { freeboard: 0.9 }), 'trench.floods')?.severity).toBe('caution');
    expect(said(run('drain-300', {}, 5), 'alignment.capacity')).toBeUndefined();
    expect(said({ ...run('drain-300', {}, 5), culvert: null }, 'alignment.capacity')).toBeDefined();
  });
  test('nobody said what it must carry: nothing is said of its water, however low the road is', () => {
    for (const unknown of [run('drain-225', { road: 10.1 }, 0), { ...run('drain-225', { road: 10.1 }), flow: null }]) {
      expect(culvertOf(unknown, findProduct('drain-225'), planRun(job, unknown).profile)?.water).toBeUndefined();
      expect(said(unknown, 'trench.floods')).toBeUndefined();
    }
  });
  test('the next of its series is of its own family: a storm drain is no sewer', () => {
    const small = run('drain-225', { road: 10.6 });
    const offered = (products: Job['products']) =>
      planRun({ ...job, products }, small).findings.find(({ code }) => code === 'trench.floods')?.fixes[0]?.facts;
    const drain = findProduct('drain-225');
    const own = { ...drain, id: 'own', name: 'Own 500', beds: [...drain.beds], dn: 0.31, od: 0.55, wall: 0.025 };
    expect(offered([own])).toEqual({ name: 'Own 500' });
    expect(offered([{ ...own, family: 'foul' }])).toEqual(offered([]));
  });
  test('a cable beside it keeps its own cover and what that rests on, also below the frost', () => {
    const one = run('drain-300');
    const beside = { ...one, laid: [...one.laid, { ...blankLaidLine('Gate', 'lv-3x16', 'gate'), x: 0.4, up: 0.05 }] };
    const cable = (frost: number) => {
      const cold = { ...beside, reaches: beside.reaches.map((reach) => ({ ...reach, frost })) };
      return planRun(job, cold).findings.find(({ code, with: other }) => code === 'trench.cover' && other?.id === 'gate');
    };
    expect(say(cable(0)!, readerOf(job)).basis).toMatch(/^Usual cable-owner practice; ask the owner/);
    expect(say(cable(1.4)!, readerOf(job)).basis).toMatch(/^Frost depth set for this reach/);
    expect(say(cable(1.4)!, readerOf(job)).what).toMatch(/wants 1\.40 m$/);
  });
  test('the grade is found with cover under the track alone', async () => {
    // It runs out into the ditch: cover over its ends would put it below the bed.
    const open = run('drain-300');
    const one = { ...open, targets: { ...open.targets, receiving: 9.85 } };
    const found = findGrade(job, one, { solver: await loadSolver() });
    expect(found).toMatchObject({ kind: 'found' });
  });
  test('a pipe that ends in the bank says how long it has to be', () => {
    expect(said(run('drain-300'), 'trench.short')).toBeUndefined();
    expect(said(run('drain-300', { side: 3 }), 'trench.short')?.what).toMatch(
      /^The pipe is 10\.40 m long; through the bank it takes 12\.\d+ m$/,
    );
  });
});
