import fc from 'fast-check';
import { findProduct, type Conductor } from '../../catalogue';
import { demoFile } from '../../demo';
import { blankLaidLine, type Circuit, type Run } from '../../job';
import { levelsOn } from '../../alignment';
import { planRun } from '../../plan/plan';
import { levelRun } from '../../testing';
import {
  againstFloating,
  conduitFill,
  deflection,
  fillLoad,
  fillLimit,
  floatingStages,
  floatSafety,
  groundRating,
  holdDown,
  jams,
  lineChecks,
  nextSize,
  pastTables,
  pullAlong,
  pullParts,
  resistanceAt,
  reversed,
  sharedLimit,
  sideSupport,
  together,
  trenchLoad,
  uplift,
  voltDrop,
  waterAt,
  wheelPressure,
  type PullPart,
} from '.';
import { formatForce, INCH } from '../../units';

const { job, runs } = demoFile;
const checksOf = (run: Run, index = 0) => lineChecks(job, run, planRun(job, run))[index]?.checks ?? [];
const check = (run: Run, id: string, index = 0) => checksOf(run, index).find((item) => item.id === id);

test('a pipe flattens less where its haunch was seen knifed in: by K, 0.083 of 0.1', () => {
  const run = levelRun({ length: 20, depth: 2 });
  const share = (of: Run) => parseFloat(check(of, 'deflection')?.result ?? '');
  const haunched = share({ ...run, haunched: [{ from: 0, to: 20, ok: true }] });
  expect(haunched / share(run)).toBeCloseTo(0.83, 2);
  // Half of it: the worst is in the other half.
  expect(share({ ...run, haunched: [{ from: 0, to: 10, ok: true }] })).toBe(share(run));
});

describe('floating', () => {
  const empty = { od: 0.315, mass: 26, cover: 0.75, water: 0.75 };
  test('PE 315 under water: π/4 · 0.315² · 9,810 = 764 N/m', () => expect(uplift(empty)).toBeCloseTo(764.5, 1));
  test('held by the pipe and a submerged prism: 26·9.81 + 0.75·0.315·9,690 + 0.107·0.315²·9,690', () => {
    expect(holdDown(empty)).toBeCloseTo(26 * 9.81 + 0.75 * 0.315 * 9690 + 0.107 * 0.315 ** 2 * 9690, 9);
  });
  test('the cover it names brings 1.2 exactly, and so does the ballast', () => {
    const shallow = { ...empty, cover: 0.1, water: 0.1 };
    const { cover, ballast } = againstFloating(shallow);
    expect(floatSafety({ ...shallow, cover, water: cover })).toBeCloseTo(1.2, 9);
    expect((holdDown(shallow) + ballast * 9.81) / uplift(shallow)).toBeCloseTo(1.2, 9);
  });
  test('before the fill is on: 26·9.81/764 = 0.33 in an open flooded trench; flowable fill of 20 kN/m³ asks for 164.7 kg of ballast, for the same 1.2', () => {
    const { open, fine, flowable } = floatingStages(empty, 0.15);
    expect(open).toBeCloseTo((26 * 9.81) / 764.5, 3);
    expect(fine).toBeCloseTo(floatSafety({ ...empty, cover: 0.15, water: 0.15 }), 9);
    expect(flowable).toBeCloseTo((1.2 * (Math.PI / 4) * 0.315 ** 2 * 20e3) / 9.81 - 26, 9);
  });
  test('dry ground lifts nothing; water half way up lifts half', () => {
    expect(floatSafety({ ...empty, water: -1 })).toBe(Infinity);
    expect(uplift({ od: 0.3, water: -0.15 })).toBeCloseTo(uplift({ od: 0.3, water: 0 }) / 2, 9);
  });
});

describe('earth and wheels on a pipe', () => {
  test('modified Iowa, soil part: 1.5 · 0.1 · 28.5 / (0.149 · 320 + 0.061 · 2,800) = 1.96 %, and the same from US figures', () => {
    const part = (stiffness: number, support: number, prism: number) =>
      deflection({ stiffness, support, prism, live: 0, lag: 1.5, bedding: 0.1 });
    expect(part(320e3, 2.8e6, 19e3 * 1.5) * 100).toBeCloseTo(1.96, 2);
    const psi = 6894.757;
    const pcf = 157.0875;
    expect(part(46.412 * psi, 406.1 * psi, 120.953 * pcf * (1.5 / 0.3048) * 0.3048)).toBeCloseTo(part(320e3, 2.8e6, 28.5e3), 4);
  });
  test('side support runs from dumped to dense', () => {
    expect([sideSupport('clean', 'dumped'), sideSupport('clean', 'dense')]).toEqual([1.4e6, 21e6]);
    expect(sideSupport('crushed', 'moderate')).toBeCloseTo(14e6, 0);
  });
  test('a lorry wheel under 0.9 m: 72 · 1.3 / (1.15 · 1.40) = 58.1 kPa', () =>
    expect(wheelPressure('road', 0.9)).toBeCloseTo(93_600 / (1.15 * 1.4), 6));
  test('Marston, 1 m wide under 2 m of 18 kN/m³: C = (1 − e^−0.6)/0.3 = 1.504, W = 27.1 kN/m', () =>
    expect(trenchLoad(1, 2, 18e3)).toBeCloseTo(((1 - Math.exp(-0.6)) / 0.3) * 18e3, 6));
});

describe('cables', () => {
  const circuit: Pick<Circuit, 'phases' | 'amps' | 'powerFactor'> = { phases: 1, amps: 32, powerFactor: 1 };
  test('230 V, 32 A, 85 m, 16 mm² at 1.15 mΩ/m: 2 · 32 · 85 · 0.00115 = 6.26 V = 2.7 %', () => {
    expect(voltDrop(circuit, 85, 0.00115, 0)).toBeCloseTo(6.256, 9);
    expect((voltDrop(circuit, 85, 0.00115, 0) / 230) * 100).toBeCloseTo(2.72, 2);
  });
  test('three phases take √3 instead of 2; the reactance counts with the sine', () => {
    expect(voltDrop({ ...circuit, phases: 3, powerFactor: 0.8 }, 100, 0.001, 0.0001)).toBeCloseTo(
      Math.sqrt(3) * 32 * 100 * (0.0008 + 0.00006),
      9,
    );
  });
  const lv = findProduct('lv-4x25').conductor as Conductor;
  test('warm copper resists more: 0.727 · (1 + 0.00393 · 70) at 90 °C', () =>
    expect(resistanceAt(lv, 90) * 1000).toBeCloseTo(0.727 * 1.2751, 4));
  const bed = { depth: 0.8, resistivity: 1.2, temperature: 15, circuits: 1, apart: true, inDuct: false };
  test('at the table’s conditions the rating is the table’s; dry soil, depth, neighbours, ducts and warm ground all lower it', () => {
    expect(groundRating(lv, bed)).toBe(115);
    for (const worse of [{ resistivity: 2 }, { depth: 1.25 }, { circuits: 2 }, { inDuct: true }, { temperature: 25 }])
      expect(groundRating(lv, { ...bed, ...worse })).toBeLessThan(115);
    expect(groundRating(lv, { ...bed, circuits: 3, apart: false })).toBeLessThan(groundRating(lv, { ...bed, circuits: 3 }));
  });
  test('the next size up that passes, of the same kind', () => {
    expect(nextSize(findProduct('lv-4x25'), ({ rating }) => rating >= 150)?.id).toBe('lv-4x50');
    expect(nextSize(findProduct('lv-4x400'), () => true)).toBeUndefined();
  });
  test('three cables of 20 mm in a bore of 60: 33 %, within 40 %, and they may jam', () => {
    expect(conduitFill(0.06, 0.02, 3)).toBeCloseTo(1 / 3, 9);
    expect([fillLimit(1), fillLimit(2), fillLimit(3), fillLimit(7)]).toEqual([0.53, 0.31, 0.4, 0.4]);
    expect([jams(0.06, 0.02, 3), jams(0.06, 0.02, 2), jams(0.07, 0.02, 3)]).toEqual([true, false, false]);
  });
});

describe('cables drawn together', () => {
  const of = (count: number) => Array.from({ length: count }, () => 0.018);
  test('three cradled: K = 1 + (4/3)·(18/84)² = 1.061 in a bore of 102 mm; 1.33 in one of 54; two lie in a triangle', () => {
    expect(together(0.102, of(3))?.k).toBeCloseTo(1 + (4 / 3) * (18 / 84) ** 2, 9);
    expect(together(0.054, of(3))?.k).toBeCloseTo(4 / 3, 9);
    expect(together(0.054, of(2))?.k).toBeCloseTo(1 / Math.sqrt(0.75), 9);
    expect(together(0.054, of(1))).toEqual({ k: 1, pressed: 1 });
    // Two that do not pass each other, one that does not go in.
    expect([together(0.036, of(2)), together(0.018, of(1))]).toEqual([undefined, undefined]);
  });
  test('they do not take even shares of a pull: 1, 1.6, 2.4 and 2.4 of what one may take', () =>
    expect([1, 2, 3, 4].map((count) => sharedLimit(1000, count))).toEqual([1000, 1600, expect.closeTo(2400, 9), expect.closeTo(2400, 9)]));
  /** 60 m with a right angle half way, one line in it. */
  const bent = (line: Partial<Run['laid'][number]>): Run => ({
    ...levelRun({ length: 60 }),
    route: [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 30, y: 30 },
    ],
    laid: [{ ...blankLaidLine('Feeder', 'conduit-4in'), id: 'l1', ...line }],
  });
  const circuit: Circuit = {
    fedFrom: 'start',
    loads: [],
    phases: 3,
    volts: 400,
    amps: 200,
    powerFactor: 0.9,
    limit: 0.05,
    resistivity: 1.2,
    temperature: 15,
  };
  test('three of 250 kcmil through 4 in with a right angle: 30 m, × e^(K·0.35·π/2), 30 m more, of all three: at least 240 lbf', () => {
    const run = bent({ holds: [{ id: 'h', product: 'single-250', count: 3, circuit: null }] });
    const cable = findProduct('single-250');
    const duct = findProduct('conduit-4in');
    const k = 1 + (4 / 3) * (cable.od / (duct.od - 2 * duct.wall - cable.od)) ** 2;
    const leg = 3 * cable.mass * 9.80665 * 30 * 0.35 * k;
    const tension = leg * Math.exp(k * 0.35 * (Math.PI / 2)) + leg;
    expect(tension / 4.44822).toBeGreaterThan(240);
    const pull = check(run, 'pull');
    expect(pull?.result).toContain(formatForce(tension, 'metric'));
    expect(pull?.title).toContain('3 × ');
    expect(check(bent({ holds: [{ id: 'h', product: 'single-250', count: 1, circuit: null }] }), 'pull')?.result).not.toContain(
      formatForce(tension, 'metric'),
    );
  });
  test('200 A on 25 mm² in a duct: 115 A × 0.85 and the depth carries half of it, and it says by how much; the duct counts', () => {
    const inDuct = bent({ product: 'duct-110', holds: [{ id: 'h', product: 'lv-4x25', count: 1, circuit }] });
    const rating = check(inDuct, 'rating');
    const cover = 1.2 - 0.1 - 0.11;
    const carries = groundRating(findProduct('lv-4x25').conductor as Conductor, {
      depth: cover + 0.11 / 2,
      resistivity: 1.2,
      temperature: 15,
      circuits: 1,
      apart: true,
      inDuct: true,
    });
    expect(carries).toBeLessThan(100);
    expect(rating).toMatchObject({ state: 'fails', limit: '200 A at least' });
    expect(Math.abs(Number(rating?.result.replace(' A', '')) - carries)).toBeLessThan(2);
    expect(rating?.advice).toMatch(/^10\d A too much\. /);
    expect(check(inDuct, 'volts')).toBeDefined();
    // Two of them warm each other.
    const two = check(bent({ product: 'duct-110', holds: [{ id: 'h', product: 'lv-4x25', count: 2, circuit }] }), 'rating');
    expect(Number(two?.result.replace(' A', ''))).toBeLessThan(carries * 0.8);
  });
  test('what is offered instead passes everything: a larger one that does not go into the duct is none', () => {
    const load = { ...circuit, amps: 110 };
    expect(
      check(bent({ product: 'duct-110', holds: [{ id: 'h', product: 'lv-4x25', count: 1, circuit: load }] }), 'rating')?.advice,
    ).toContain('4 × 35 mm² carries it');
    const tight = { ...findProduct('duct-110'), id: 'own-duct', name: 'Own duct', od: 0.04, wall: 0.002, dn: 0.04 };
    const own = { ...job, products: [tight as (typeof job.products)[number]] };
    const run = bent({ product: 'own-duct', holds: [{ id: 'h', product: 'lv-4x25', count: 1, circuit: load }] });
    const [line] = lineChecks(own, run, planRun(own, run));
    expect(line?.checks.find(({ id }) => id === 'rating')?.advice).toContain('No larger one of its kind in the catalogue passes');
  });
  test('single conductors make one circuit of three: they are not counted thrice', () => {
    const three = check(bent({ holds: [{ id: 'h', product: 'single-250', count: 3, circuit }] }), 'rating');
    expect(three?.inputs.find(({ name }) => name === 'Loaded circuits')?.value).toBe('1');
  });
});

describe('pulling', () => {
  const weight = 1.9 * 9.81;
  const straight: PullPart = { kind: 'straight', to: 90, length: 90, slope: 0 };
  const bend: PullPart = { kind: 'bend', to: 90, angle: Math.PI / 2, radius: 2 };
  test('90 m level, 1.9 kg/m, friction 0.35: 587 N; then a right-angle bend × e^(0.35·π/2) = 1,017 N, 509 N/m sideways on 2 m', () => {
    expect(pullAlong([straight], 0, weight).tension).toBeCloseTo(587.1, 1);
    const both = pullAlong([straight, bend], 0, weight);
    expect(both.tension).toBeCloseTo(1017.4, 0);
    expect(both.sidewall).toBeCloseTo(both.tension / 2, 9);
  });
  test('drawn the other way the bend comes first, at no tension: 587 N', () => {
    const back = reversed([straight, bend], 0);
    expect(back.map(({ kind }) => kind)).toEqual(['bend', 'straight']);
    expect(pullAlong(back, 90, weight).tension).toBeCloseTo(587.1, 1);
  });
  test('uphill weighs more, and a cable that would run down by itself is held at nothing', () => {
    const hill = (slope: number): PullPart => ({ ...straight, slope });
    expect(pullAlong([hill(0.1)], 0, weight).tension).toBeCloseTo(weight * 90 * (0.35 * Math.cos(0.1) + Math.sin(0.1)), 9);
    expect(pullAlong([hill(-0.6)], 0, weight).tension).toBe(0);
  });
  test('the way of a run: its bends on the drawn line, its slopes from the ground, and back the same length', () => {
    const run = runs[1] as Run;
    const parts = pullParts(run, findProduct('lv-4x25'), 0.5, 0, 85);
    expect(parts.filter(({ kind }) => kind === 'bend')).toMatchObject([{ to: 40, angle: expect.closeTo(Math.PI / 7.2, 9) as number }]);
    const length = (of: readonly PullPart[]) => of.reduce((sum, part) => sum + (part.kind === 'straight' ? part.length : 0), 0);
    expect(length(parts)).toBeGreaterThanOrEqual(85);
    expect(length(reversed(parts, 0))).toBeCloseTo(length(parts), 9);
  });
});

describe('the checks of a run', () => {
  test('the outfall floats with the tide unless it is covered, says what holds it, and stays down with more cover', () => {
    const outfall = runs[3] as Run;
    const shallow = {
      ...outfall,
      water: [{ station: 0, level: 10 }],
      inverts: outfall.inverts.map((level) => ({ ...level, invert: level.invert + 1 })),
    };
    expect(check(shallow, 'float')).toMatchObject({ state: 'fails', advice: expect.stringContaining('ballast') as string });
    // Filled it holds; bare in the flooded trench it does not, which is no tick.
    expect(check(outfall, 'float')).toMatchObject({ state: 'note', advice: expect.stringContaining('until the fill is on') as string });
    expect(check({ ...outfall, water: [{ station: 0, level: -5 }] }, 'float')?.result).toBe('Water does not reach it');
  });
  test('the worst place to float is found wherever it is: no station drawn at random is worse', () => {
    const outfall = runs[3] as Run;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.05, max: 0.95, noNaN: true }), fc.double({ min: 0.5, max: 4, noNaN: true })), {
          minLength: 1,
          maxLength: 4,
        }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (levels, share) => {
          const end = outfall.stations.at(-1)?.station as number;
          const water = levels
            .map(([at, level]) => ({ station: at * end, level }))
            .sort((a, b) => a.station - b.station)
            .filter(({ station }, i, all) => i === 0 || station - (all[i - 1]?.station ?? 0) > 0.01);
          const run = { ...outfall, water };
          const found = check(run, 'float')?.result as string;
          const worst = found.startsWith('FS') ? Number(found.slice(3)) : Infinity;
          const station = share * end;
          const { crown, cover } = levelsOn(run, findProduct(run.laid[0]?.product ?? ''), station);
          const { od, mass } = findProduct(run.laid[0]?.product ?? '');
          const over = Math.min(cover, (waterAt(run, station) as number) - crown);
          expect(worst).toBeLessThanOrEqual(floatSafety({ od, mass, cover, water: over }) + 0.005);
        },
      ),
    );
  });
  test('ground that will be raised loads a pipe and heats a cable by the finished level; cut, it lightens', () => {
    const finished = (by: number): Run => {
      // A line on constant cover goes by the lower ground: here it stays where it is.
      const run = levelRun({ depth: 1.2 + Math.min(0, by) });
      return {
        ...run,
        laid: [blankLaidLine('Pipe', 'concrete-300')],
        stations: run.stations.map((one) => ({ ...one, finished: one.ground + by })),
      };
    };
    const load = (run: Run) => Number(check(run, 'crushing')?.result.match(/[\d.]+/)?.[0]);
    const plain = load(finished(0));
    expect(load(finished(1.5))).toBeGreaterThan(plain * 1.1);
    const cable = (by: number) => {
      const run = finished(by);
      const circuit: Circuit = {
        fedFrom: 'start',
        loads: [],
        phases: 3,
        volts: 400,
        amps: 60,
        powerFactor: 0.9,
        limit: 0.05,
        resistivity: 1.2,
        temperature: 15,
      };
      const fed = { ...run, laid: [{ ...blankLaidLine('Cable', 'lv-4x25'), circuit }] };
      return Number(check(fed, 'rating')?.result.replace(' A', ''));
    };
    expect(cable(1.5)).toBeLessThan(cable(0));
    expect(cable(-0.3)).toBeGreaterThan(cable(0));
  });
  test('between sloped sides a rigid pipe carries the width at its crown, at most 1.4 prisms, at least one', () => {
    const pipe = { od: 0.4, cover: 1, weight: 18e3 };
    const prism = 18e3 * 0.4;
    expect(fillLoad({ ...pipe, width: 3 })).toBeCloseTo(1.4 * prism, 9);
    expect(fillLoad({ ...pipe, width: 0.45 })).toBeCloseTo(Math.max(prism, trenchLoad(0.45, 1, 18e3)), 9);
    expect(fillLoad({ ...pipe, width: 0.41, cover: 6 })).toBeCloseTo(18e3 * 0.4 * 6, 9);
    const sides = (ratio: number): Run => ({
      ...levelRun({ depth: 2, left: { kind: 'batter', ratio }, right: { kind: 'batter', ratio } }),
      laid: [blankLaidLine('Pipe', 'concrete-300')],
    });
    const load = (run: Run) => Number(check(run, 'crushing')?.result.match(/[\d.]+/)?.[0]);
    expect(load(sides(1))).toBeGreaterThan(load({ ...sides(1), reaches: levelRun({ depth: 2 }).reaches }));
  });
  test('past its tables a rating falls on, and says so', () => {
    const lv = findProduct('lv-4x25').conductor as Conductor;
    const bed = { depth: 0.8, resistivity: 1.2, temperature: 15, circuits: 1, apart: true, inDuct: false };
    for (const [key, edge] of [
      ['depth', 2],
      ['resistivity', 3],
      ['circuits', 6],
    ] as const)
      expect(groundRating(lv, { ...bed, [key]: edge + 2 })).toBeLessThan(groundRating(lv, { ...bed, [key]: edge }));
    expect(pastTables({ ...bed, depth: 3, circuits: 8 })).toEqual(['depth', 'neighbours']);
  });
  test('water between levels lies between, past them it is held', () => {
    const run = {
      water: [
        { station: 10, level: 2 },
        { station: 20, level: 3 },
      ],
    };
    expect([waterAt(run, 0), waterAt(run, 15), waterAt(run, 40), waterAt({ water: [] }, 5)]).toEqual([2, 2.5, 3, undefined]);
  });
  test('a drain in dumped sifted soil under a road flattens; the curve falls with compaction', () => {
    const run: Run = { ...levelRun({ depth: 1.2, beddingMaterial: 'sifted', compaction: 'dumped' }), surface: 'road' };
    const found = check(run, 'deflection');
    expect(found).toMatchObject({ state: 'fails', advice: expect.stringContaining('side fill keeps it within') as string });
    const values = found?.curves[0]?.points.map(({ value }) => value) ?? [];
    expect(values).toEqual([...values].sort((a, b) => b - a));
  });
  test('a concrete pipe carries its trench, or not when the trench is deep and wide', () => {
    const concrete = (depth: number, bottomWidth: number): Run => ({
      ...levelRun({ depth, bottomWidth }),
      laid: [blankLaidLine('Pipe', 'concrete-300')],
      surface: 'road',
    });
    expect(check(concrete(1.5, 1), 'crushing')?.state).toBe('ok');
    expect(check(concrete(6, 3), 'crushing')?.state).toBe('fails');
  });
  test('the drain’s flow on its flattest leg: slow at 1:400, and only the leading line is asked', () => {
    const drain = runs[0] as Run;
    expect(check(drain, 'flow')).toMatchObject({ state: 'ok', limit: '0.70 m/s at least' });
    const flat = { ...drain, inverts: drain.inverts.map((level, i) => ({ ...level, invert: 2.06 + (i === 0 ? 0.12 : 0) })) };
    expect(check(flat, 'flow')).toMatchObject({ state: 'fails' });
    expect(check(runs[3] as Run, 'flow', 1)).toBeUndefined();
  });
  test('shore power: rating, volts over 85 m and two tails, the pull with its better end; fibre fills its duct', () => {
    const supply = runs[1] as Run;
    expect(
      checksOf(supply)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['pull', 'rating', 'traffic', 'volts']);
    // 85 m with 1 % slack, 2.5 and 3 m of tail: what the order cuts.
    expect(check(supply, 'volts')?.inputs[0]?.value).toBe('91.3 m');
    expect(check(supply, 'pull')?.curves[0]?.points.length).toBeGreaterThan(5);
    expect(check(supply, 'fill', 2)).toMatchObject({ result: '11.5 %', state: 'ok' });
    const heavy = {
      ...supply,
      laid: supply.laid.map((laying, i) =>
        i === 0 && laying.circuit ? { ...laying, circuit: { ...laying.circuit, amps: 140, limit: 0.03 } } : laying,
      ),
    };
    expect(check(heavy, 'rating')?.advice).toBe('28 A too much. LV armoured cable 4 × 50 mm² carries it.');
    expect(check(heavy, 'volts')?.state).toBe('fails');
  });
  test('three ways to lay a cable, the loose duct in whole lengths', () => {
    const supply = runs[1] as Run;
    const [line] = lineChecks(job, supply, planRun(job, supply));
    const { ways } = line as NonNullable<typeof line>;
    expect(ways.map(({ name, joints }) => [name, joints])).toEqual([
      ['Lay it directly', 0],
      ['Pull through a laid duct', 15],
      ['Thread the duct over it', 13],
    ]);
  });
});

test('an inch is what it is: US trade sizes sit in the catalogue in metres', () =>
  expect(findProduct('conduit-2in').od).toBeCloseTo(2.375 * INCH, 12));

test('a rating of its own table holds for the conditions there: at those it is the rating, elsewhere by the same factors', () => {
  const { conductor } = findProduct('lv-4x25');
  const bed = { depth: 0.8, resistivity: 1.2, temperature: 15, circuits: 1, apart: true, inDuct: false };
  const at = { depth: 1, resistivity: 2.5, temperature: 20 };
  const own = { ...(conductor as NonNullable<typeof conductor>), at };
  expect(groundRating(own, { ...bed, ...at })).toBeCloseTo(own.rating, 9);
  // From 2.5 to 1.2 K·m/W 1 / 0.74, from 1 to 0.8 m 1 / 0.98, from 20 to 15 °C √(75/70).
  expect(groundRating(own, bed)).toBeCloseTo((own.rating / 0.74 / 0.98) * Math.sqrt(75 / 70), 6);
});
