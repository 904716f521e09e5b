import fc from 'fast-check';
import { findProduct } from '../catalogue';
import {
  straightBore,
  applyPatches,
  blankJob,
  blankLaidLine,
  blankExisting,
  blankPit,
  blankReach,
  blankRun,
  errorsOf,
  type LevelBook,
  type Reach,
  type Run,
} from '../job';
import { runSchema } from '../job/schema';
import { planRun } from '../plan/plan';
import { counting, findingIn, saidIn, levelRun, refusal, withInverts } from '../testing';
import type { CheckCode } from '../plan/checks';
import { parseFlow, parseRain } from '../units';
import {
  bendsOf,
  branchFrom,
  boresOf,
  chainages,
  designFlow,
  extent,
  fallForFlow,
  fallForVelocity,
  fitRoute,
  groundsAt,
  joinsOf,
  legsOf,
  levelsOn,
  lookAt,
  reachIndexAt,
  manning,
  placeAt,
  project,
  variantOf,
} from '.';
import { addPoint, movePoint, removePoint } from './routeEdits';
import { withRoute, withStations } from './restation';
import { groundFromBook, MISCLOSURE, reduceBook } from './levelBook';

const UK = blankJob('Test', 'UK');
const run = (change: Partial<Run> = {}, length = 40): Run => ({
  ...blankRun({ name: 'Run', length, product: 'drain-160', cover: 0.6, ruleSet: 'UK' }),
  ...change,
});
const finding = <K extends CheckCode>(of: Run, code: K) => findingIn(planRun(UK, of), code);
const told = (of: Run, code: CheckCode) => saidIn(UK, planRun(UK, of), code);
describe('flow in a pipe', () => {
  test('100 mm at 1:60, n 0.011, full: 1.00 m/s and 7.9 l/s', () => {
    const { velocity, flow } = manning(0.1, 1 / 60, 0.011);
    expect(velocity).toBeCloseTo(1.0034, 4);
    expect(flow * 1000).toBeCloseTo(7.881, 3);
  });
  test('half full it flows as fast and carries half', () => {
    const [full, half] = [manning(0.15, 0.01, 0.011), manning(0.15, 0.01, 0.011, 0.5)];
    expect(half.velocity).toBeCloseTo(full.velocity, 12);
    expect(half.flow).toBeCloseTo(full.flow / 2, 12);
  });
  test('rational method: 0.9 of 50 mm/h on 180 m² is 2.25 l/s, and half a litre besides', () => {
    const [rain, extra] = [parseRain('50', 'metric'), parseFlow('0.5', 'metric')];
    if (!rain.ok || !extra.ok) throw new Error('not read');
    expect(designFlow({ area: 180, runoff: 0.9, rain: rain.value, extra: extra.value }) * 1000).toBeCloseTo(2.75, 9);
  });
  test('the falls it asks for give what was asked', () => {
    expect(manning(0.1, fallForFlow(0.1, 0.01, 0.011), 0.011).flow).toBeCloseTo(0.01, 12);
    expect(manning(0.1, fallForVelocity(0.1, 0.7, 0.011), 0.011).velocity).toBeCloseTo(0.7, 12);
  });
  test('too slow and too small are cautions with a fall that mends them', () => {
    const slow = withInverts(
      run({ laid: [blankLaidLine('Line', 'drain-300')], flow: { area: 20000, runoff: 1, rain: 50 / 3.6e6, extra: 0 } }),
      8.5,
      8.09,
    );
    expect(told(slow, 'alignment.capacity')?.what).toMatch(/^Carries \d+\.\d l\/s full; 277.8 l\/s is to come$/);
    const fixes = finding(slow, 'alignment.capacity')?.fixes ?? [];
    expect(finding(applyPatches(slow, fixes[0]?.patches ?? []), 'alignment.capacity')).toBeUndefined();
  });
});

describe('levels reach by reach', () => {
  const mixed = (): Run => {
    const [reach] = run().reaches as [Run['reaches'][number]];
    return run({
      reaches: [reach, { ...reach, from: 20, levels: { kind: 'gravity' } }],
      inverts: [
        { id: 'a', station: 20, invert: 9, keep: false },
        { id: 'b', station: 30, invert: 8.8, keep: false },
        { id: 'c', station: 40, invert: 8.4, keep: false },
      ],
    });
  };
  test('cover in one, falling in the next, broken where a level is fixed', () => {
    const product = findProduct('drain-160');
    expect(levelsOn(mixed(), product, 10).cover).toBeCloseTo(0.6, 12);
    expect(levelsOn(mixed(), product, 25).invert).toBeCloseTo(8.9, 12);
    expect(legsOf(mixed()).map(({ from, to, fall }) => [from, to, Number(fall.toFixed(6))])).toEqual([
      [20, 30, 0.02],
      [30, 40, 0.04],
    ]);
  });
  test('a leg that falls backwards is told as such', () => {
    const back = withInverts(run(), 9, 8.4);
    const kinked = { ...back, inverts: back.inverts.toSpliced(1, 0, { id: 'kink', station: 20, invert: 9.2, keep: false }) };
    expect(told(kinked, 'alignment.fall')?.what).toContain('Falls backwards');
  });
  test('a fixed level that must be kept takes the easy fixes away', () => {
    const flat = withInverts(run(), 9, 8.9);
    expect(finding(flat, 'alignment.fall')?.fixes).toHaveLength(1);
    expect(finding({ ...flat, inverts: flat.inverts.map((level) => ({ ...level, keep: true })) }, 'alignment.fall')?.fixes).toEqual([]);
  });
  test('cover holds against the ground there is and as it will be: a cut of 0.3 m from 20 m on', () => {
    const cut = run({
      stations: [
        { station: 0, ground: 10 },
        { station: 20, ground: 10 },
        { station: 20.001, ground: 10, finished: 9.7 },
        { station: 40, ground: 10, finished: 9.7 },
      ],
    });
    expect(groundsAt(cut.stations, 30)).toEqual({ ground: 10, finished: 9.7 });
    const { depth, cover } = levelsOn(cut, findProduct('drain-160'), 30);
    expect(cover).toBeCloseTo(0.6, 12);
    expect(depth).toBeCloseTo(0.3 + 0.6 + 0.16 + 0.1, 12);
    const falling = withInverts(cut, 9.1, 9);
    expect(finding(falling, 'trench.cover')).toMatchObject({ where: [{ from: expect.closeTo(20, 2) as number, to: 40 }] });
  });
  test('frost asks for more cover than the line itself', () => {
    const [reach] = run().reaches as [Run['reaches'][number]];
    const cold = run({ reaches: [{ ...reach, frost: 0.9 }] });
    expect(told(cold, 'trench.cover')).toMatchObject({
      what: expect.stringContaining('0.90 m') as string,
      basis: expect.stringContaining('Frost') as string,
    });
  });
});

describe('pits and bores', () => {
  test('a 2 × 2 m pit 0.3 m deeper in a 0.6 m trench 1.2 deep adds 2·2·1.5 − 2·0.6·1.2 = 4.56 m³; a 1 m chamber stays in it', () => {
    const pit = blankPit(2, 2, 0.3);
    const withPit = {
      ...levelRun(),
      structures: [{ id: 'c1', name: 'C1', kind: 'chamber' as const, station: 15, diameter: 1, tail: 0, pit }],
    };
    const plan = planRun(UK, withPit);
    expect(plan.pits[0]).toMatchObject({ depth: expect.closeTo(1.5, 9) as number, dig: expect.closeTo(4.56, 9) as number });
    expect(plan.pits[0]?.fill).toBeCloseTo(4.56 - (Math.PI / 4) * 1.5, 9);
    expect(plan.balance.loose).toBeCloseTo((0.6 * 1.2 * 30 + 4.56) * 1.25, 9);
    const found = plan.findings.find(({ code, subject }) => code === 'protection.unprotected' && subject?.id === 'c1');
    expect(found?.severity).toBe('stop');
  });
  test('at the run’s end half the pit lies beyond it', () => {
    const pit = blankPit(2, 2);
    const end = { ...levelRun(), structures: [{ id: 'c1', name: 'C1', kind: 'chamber' as const, station: 30, diameter: 0, tail: 0, pit }] };
    expect(planRun(UK, end).pits[0]?.dig).toBeCloseTo(2 * 2 * 1.2 - 1 * 0.6 * 1.2, 9);
  });
  const bored = (): Run => {
    const method = { ...straightBore, bore: 0.16, rod: 1.5, launch: blankPit(2, 1), receiving: blankPit(1, 1) };
    return run({ reaches: [blankReach(0.6), { ...blankReach(0.6, 10), method }, blankReach(0.6, 30)] });
  };
  test('17 m between the pits take 12 rods of 1.5 m; only the pits are dug', () => {
    expect(boresOf(bored())).toMatchObject([{ from: 12, to: 29, length: 17, rods: 12 }]);
    const plan = planRun(UK, bored());
    const depth = plan.deepest.depth;
    expect(plan.volumes.trench).toBeCloseTo(20 * 0.6 * depth, 9);
    expect(plan.pits.map(({ dig }) => dig)).toEqual([expect.closeTo(2 * depth, 9), expect.closeTo(depth, 9)]);
  });
  test('a bore is straight under a dip, and its cover is mended by lying deeper at both ends', () => {
    const dip = {
      ...bored(),
      stations: [
        { station: 0, ground: 10 },
        { station: 20, ground: 9.5 },
        { station: 40, ground: 10 },
      ],
    };
    const product = findProduct('drain-160');
    // Ground 9.75 at both ends of the reach and 9.5 in the middle: 0.6 less 0.25.
    expect(levelsOn(dip, product, 20).cover).toBeCloseTo(0.35, 12);
    const short = planRun(UK, dip).findings.find(({ code, subject }) => code === 'trench.cover' && subject?.id === 'r10');
    const mended = applyPatches(dip, short?.fixes[0]?.patches ?? []);
    expect(levelsOn(mended, product, 20).cover).toBeCloseTo(0.6, 9);
  });
  test('a line the bore passes unseen stops it until there is a trial pit', () => {
    const crossed = { ...bored(), existing: [blankExisting('Main', 20)] };
    const stop = finding(crossed, 'clearance.bore');
    expect(stop?.severity).toBe('stop');
    expect(finding(applyPatches(crossed, stop?.fixes[0]?.patches ?? []), 'clearance.bore')?.severity).toBe('caution');
  });
  test('pits that meet leave nothing to bore', () => {
    const [first, middle, last] = bored().reaches as [Run['reaches'][number], Run['reaches'][number], Run['reaches'][number]];
    expect(finding(run({ reaches: [first, middle, { ...last, from: 12.5 }] }), 'alignment.pitsMeet')?.severity).toBe('stop');
  });
});

describe('the line on the plan', () => {
  const bent = (): Run =>
    run({
      route: [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ],
    });
  test('stations lie along it, and points fall on the nearest place, right positive', () => {
    expect(placeAt(bent(), 30)).toMatchObject({ x: 20, y: 10, heading: Math.PI / 2 });
    expect(project(bent(), { x: 23, y: 10 })).toEqual({ station: 30, offset: 3, gap: 3 });
    expect(project(bent(), { x: 5, y: 1 })).toEqual({ station: 5, offset: -1, gap: 1 });
    expect(bendsOf(bent())).toMatchObject([{ station: 20, turn: Math.PI / 2 }]);
  });
  test('a rigid drain turns only at a chamber; a cable needs room for its bend', () => {
    const stop = finding(bent(), 'alignment.bend');
    expect(told(bent(), 'alignment.bend')?.what).toBe('Turns 90° at 20.0 m with nothing there to turn in');
    expect(finding(applyPatches(bent(), stop?.fixes[0]?.patches ?? []), 'alignment.bend')).toBeUndefined();
    const duct = run({
      laid: [blankLaidLine('Line', 'duct-110')],
      route: [
        { x: 0, y: 0 },
        { x: 38, y: 0 },
        { x: 38, y: 2 },
      ],
    });
    expect(told(duct, 'alignment.bendRoom')?.what).toBe('A turn of 90° needs 2.50 m each side; there is 2.00 m');
  });
  test('moving a corner stretches what stands on its legs, and nothing else', () => {
    const base = {
      ...bent(),
      existing: [blankExisting('Main', 30)],
      structures: [],
      stations: [
        { station: 0, ground: 10 },
        { station: 10, ground: 11 },
        { station: 40, ground: 10 },
      ],
    };
    const moved = runSchema.parse(
      applyPatches(
        base,
        withRoute(
          base,
          [
            { x: 0, y: 0 },
            { x: 20, y: 0 },
            { x: 20, y: 40 },
          ],
          [0, 1, 2],
        ),
      ),
    );
    expect(moved.stations.map(({ station }) => station)).toEqual([0, 10, 60]);
    expect(moved.existing[0]?.where).toMatchObject({ station: 40 });
  });
  test('a bend is put in where the line is touched, moved, and taken out again; the stations of the rest stay', () => {
    const base = run({
      stations: [
        { station: 0, ground: 10 },
        { station: 10, ground: 11 },
        { station: 40, ground: 12 },
      ],
    });
    const { index, patches } = addPoint(base, { x: 20, y: 0 });
    const bent20 = runSchema.parse(applyPatches(base, patches));
    expect([index, bent20.route]).toEqual([
      1,
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 40, y: 0 },
      ],
    ]);
    const moved = runSchema.parse(applyPatches(bent20, movePoint(bent20, 1, { x: 20, y: 15 })));
    // Both legs are now 25 m: the level at 10 m of the first 20 m lies half-way along it.
    expect(moved.stations.map(({ station }) => station)).toEqual([0, 12.5, 50]);
    const straight = runSchema.parse(applyPatches(moved, removePoint(moved, 1)));
    expect(extent(straight).length).toBeCloseTo(40, 9);
    expect(movePoint(bent20, 1, { x: 0.01, y: 0 })).toEqual([]);
    const cut = runSchema.parse(applyPatches(moved, removePoint(moved, 2)));
    expect(extent(cut).length).toBeCloseTo(25, 9);
  });
  test('for any route cut or drawn out to a length, it has that length and keeps its first leg', () => {
    const point = fc.record({ x: fc.double({ min: 0, max: 99, noNaN: true }), y: fc.double({ min: 0, max: 99, noNaN: true }) });
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 6 }), fc.double({ min: 1, max: 500, noNaN: true }), (route, length) => {
        fc.pre(chainages(route).every((at, i, all) => i === 0 || at - (all[i - 1] as number) > 0.1));
        const fitted = fitRoute(route, length);
        expect(chainages(fitted).at(-1)).toBeCloseTo(length, 6);
        expect(fitted[0]).toEqual(route[0]);
      }),
    );
  });
  test('a drawn line and its stations must agree', () =>
    expect(
      runSchema.safeParse({
        ...bent(),
        stations: [
          { station: 0, ground: 1 },
          { station: 30, ground: 1 },
        ],
      }).error?.issues[0]?.message,
    ).toBe('The line measures 40.00 m on the plan, and its stations 30.00 m; they must agree.'));
  test('other ground levels take the ends, fixed levels and the drawn line along', () => {
    const next = runSchema.parse(
      applyPatches(
        withInverts(bent(), 9, 8),
        withStations(withInverts(bent(), 9, 8), [
          { station: 0, ground: 10 },
          { station: 50, ground: 10 },
        ]),
      ),
    );
    expect(next.inverts.map(({ station }) => station)).toEqual([0, 50]);
    expect(next.route.at(-1)).toEqual({ x: 20, y: 30 });
  });
});

describe('level book', () => {
  const book = (rows: LevelBook['rows'], benchmark = 10): LevelBook => ({ benchmark, tolerance: MISCLOSURE, rows });
  const row = (point: string, rest: Partial<LevelBook['rows'][number]>) => ({ point, ...rest });
  test('BM 10.000, BS 1.250 → HI 11.250; FS 2.105 → 9.145', () => {
    const { rows } = reduceBook(book([row('BM', { back: 1.25 }), row('A', { fore: 2.105 })]));
    expect(rows[0]?.instrument).toBeCloseTo(11.25, 12);
    expect(rows[1]?.level).toBeCloseTo(9.145, 12);
  });
  test('closing 6 mm high over 250 m is within 12·√0.25 = 6 mm, and is shared out by distance', () => {
    const closed = book([
      row('BM', { back: 1.5, distance: 0 }),
      row('A', { station: 0, inter: 1.2, distance: 50 }),
      row('TP', { station: 10, fore: 1.4, back: 1.6, distance: 100 }),
      row('BM', { fore: 1.694, known: 10, distance: 250 }),
    ]);
    const result = reduceBook(closed);
    expect(result.misclosure).toBeCloseTo(0.006, 9);
    expect(result.allowed).toBeCloseTo(0.006, 9);
    expect(result.closes).toBe(true);
    // A: 11.5 − 1.2 = 10.300, less 50/250 of 6 mm; TP: 10.100 less 100/250.
    expect(groundFromBook(closed)).toEqual([
      { station: 0, ground: expect.closeTo(10.2988, 9) },
      { station: 10, ground: expect.closeTo(10.0976, 9) },
    ]);
  });
  test('without distances it is shared out by set-ups, and a book that is 50 mm out does not close', () => {
    const result = reduceBook(
      book([row('BM', { back: 1 }), row('TP', { station: 0, fore: 1, back: 1 }), row('BM', { station: 9, fore: 1.05, known: 10 })]),
    );
    expect(result.closes).toBe(false);
    expect(result.rows.map(({ adjusted }) => Number(adjusted.toFixed(4)))).toEqual([10, 10.025, 10]);
  });
  test.each<[string, LevelBook['rows'], string]>([
    ['a foresight first', [row('A', { fore: 1 })], 'Line 1: read before any backsight'],
    ['nothing read', [row('BM', { back: 1 }), row('A', {})], 'Line 2: no reading'],
    ['both in one line', [row('BM', { back: 1 }), row('A', { inter: 1, fore: 1 })], 'Line 2: an intermediate and a foresight'],
    ['a backsight in the air', [row('BM', { back: 1 }), row('A', { back: 1 })], 'Line 2: a backsight alone'],
    [
      'distances that go back',
      [row('BM', { back: 1, distance: 10 }), row('A', { fore: 1, distance: 5 })],
      'Line 2: the distance goes back',
    ],
  ])('%s is told with its line', (_, rows, sentence) => expect(refusal(() => reduceBook(book(rows)))).toContain(sentence));
  test('a station booked twice is told', () =>
    expect(
      refusal(() => groundFromBook(book([row('BM', { back: 1 }), row('A', { station: 5, inter: 1 }), row('B', { station: 5, fore: 1 })]))),
    ).toContain('5 m is booked twice'));
  test('for any round of levels with no error, it closes and nothing is adjusted', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.2, max: 3, noNaN: true }), fc.double({ min: 0.2, max: 3, noNaN: true })), {
          minLength: 1,
          maxLength: 8,
        }),
        (legs) => {
          let level = 10;
          const rows = legs.map(([back], i): LevelBook['rows'][number] =>
            i === 0 ? row('BM', { back }) : row('TP', { fore: legs[i - 1]?.[1] ?? 1, back }),
          );
          legs.forEach(([back, fore]) => (level += back - fore));
          const result = reduceBook(book([...rows, row('BM', { fore: legs.at(-1)?.[1] ?? 1, known: level })]));
          expect(result.closes).toBe(true);
          for (const { level: read, adjusted } of result.rows) expect(adjusted).toBeCloseTo(read, 9);
        },
      ),
    );
  });
});

describe('runs joined at a chamber', () => {
  const at = (name: string, station: number) => ({ id: name, name, kind: 'chamber' as const, station, diameter: 0, tail: 0, pit: null });
  const main = withInverts(run({ name: 'Main', structures: [at('C1', 20)] }), 9, 8.4);
  const branch = (end: number, x = 0) =>
    withInverts(
      run({
        name: 'Branch',
        structures: [at('C1', 40)],
        route: x
          ? [
              { x, y: 40 },
              { x, y: 0 },
            ]
          : [],
      }),
      9.5,
      end,
    );
  test('one that comes in above the one passing through fits', () =>
    expect(joinsOf(blankJob('Yard', 'UK'), [main, branch(8.75)])).toMatchObject([
      { name: 'C1', ends: [{ way: 'through' }, { way: 'in' }], faults: [] },
    ]));
  test('one that comes in below is told by how much, and lines drawn apart too', () => {
    expect(joinsOf(blankJob('Yard', 'UK'), [main, branch(8.6)])[0]?.faults).toEqual([
      '“Branch” comes in at 8.600 m, 0.10 m below “Main” at 8.700 m.',
    ]);
    const drawn = {
      ...main,
      route: [
        { x: 0, y: 0 },
        { x: 40, y: 0 },
      ],
    };
    expect(joinsOf(blankJob('Yard', 'UK'), [drawn, branch(8.75, 23)])[0]?.faults).toEqual([
      '“Branch” and “Main” are drawn 3 m apart there.',
    ]);
  });
  test('structures only one run has join nothing', () => expect(joinsOf(blankJob('Yard', 'UK'), [main])).toEqual([]));
});

describe('branches and variants', () => {
  const main = withInverts(
    run({
      name: 'Main',
      route: [
        { x: 0, y: 0 },
        { x: 40, y: 0 },
      ],
    }),
    9,
    8.4,
  );
  test('a branch ends at a new fitting on the run, at its invert, and the two join without a fault', () => {
    const { branch, patches } = branchFrom(blankJob('Yard', 'UK'), main, 20, ['Main', 'Main branch'], counting());
    expect(branch.name).toBe('Main branch 2');
    const joined = runSchema.parse(applyPatches(main, patches));
    expect(branch.route).toEqual([
      { x: 20, y: 10 },
      { x: 20, y: 0 },
    ]);
    expect(joinsOf(blankJob('Yard', 'UK'), [joined, runSchema.parse(branch)])).toMatchObject([{ name: 'J1', faults: [] }]);
    expect(branch.inverts[1]?.invert).toBeCloseTo(8.7, 12);
  });
  test('a chamber near by takes it', () => {
    const withChamber = {
      ...main,
      structures: [{ id: 'c1', name: 'C1', kind: 'chamber' as const, station: 20.3, diameter: 0, tail: 0, pit: null }],
    };
    expect(branchFrom(blankJob('Yard', 'UK'), withChamber, 20, [], counting())).toMatchObject({
      patches: [],
      branch: { structures: [{ id: 'c1', name: 'C1', station: 10 }] },
    });
  });
  test('a variant is the same run under a name of its own', () =>
    expect(variantOf(main, ['Main', 'Main (variant)'])).toEqual({ ...main, name: 'Main (variant) 2' }));
  test('a name as long as one may be is cut for its variants, and each is one a run may have', () => {
    let run: Run = { ...main, name: 'M'.repeat(120) };
    const names = [run.name];
    for (let i = 0; i < 12; i++) {
      run = variantOf(run, names);
      expect(errorsOf(runSchema, run)).toEqual([]);
      expect(names).not.toContain(run.name);
      names.push(run.name);
    }
  });
});

describe('every laid line is asked, not only the one that leads', () => {
  const bent = (beside: string, from?: number, to?: number): Run => ({
    ...levelRun({ length: 40, bottomWidth: 1.2 }),
    route: [
      { x: 0, y: 0 },
      { x: 20, y: 0 },
      { x: 20, y: 20 },
    ],
    laid: [
      blankLaidLine('Cable', 'lv-4x25'),
      { ...blankLaidLine('Drain', beside), x: 0.4, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) },
    ],
  });
  const said = (run: Run) =>
    planRun(UK, run)
      .findings.filter(({ code }) => code.startsWith('alignment.'))
      .map(({ code, with: line }) => [code, line?.id]);
  test('a drain beside a cable on constant cover follows every rise, and turns where nothing is', () => {
    const drain = bent('drain-110').laid[1]?.id;
    expect(said(bent('drain-110'))).toEqual(
      expect.arrayContaining([
        ['alignment.onCover', drain],
        ['alignment.bend', drain],
      ]),
    );
    expect(told(bent('drain-110'), 'alignment.bend')?.what).toBe('Drain: turns 90° at 20.0 m with nothing there to turn in');
  });
  test('only where it goes', () => {
    expect(said(bent('drain-110', 0, 15)).map(([code]) => code)).not.toContain('alignment.bend');
    expect(said(bent('drain-110', 10, 30)).map(([code]) => code)).toContain('alignment.bend');
  });
});

test('what is said of a reach at its very end is looked at inside it: there the next one holds already', () => {
  const base = levelRun({ length: 40 });
  const [first] = base.reaches as [Reach];
  const run = { ...base, reaches: [first, { ...first, id: 'second', from: 22 }] };
  const seen = (about: string | undefined, station: number) => reachIndexAt(run, lookAt(run, about, station));
  expect(reachIndexAt(run, 22)).toBe(1);
  expect([seen(first.id, 22), seen('second', 22), seen(undefined, 22), seen('second', 40)]).toEqual([0, 1, 1, 1]);
  expect(lookAt(run, first.id, 10)).toBe(10);
});
