import fc from 'fast-check';
import type { Fact, Kept } from '../book';
import { findProduct, machineIds, machines } from '../catalogue';
import { times } from '../generators.testing';
import { blankJob, blankRun, placedLines, type Job, type PlacedLine, type Run } from '../job';
import { liftAt } from '../machine';
import { cutsOf } from '../order';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { fusionRow } from '../rules/fusion';
import { bookEntry, levelRun, withInverts } from '../testing';
import {
  bedReport,
  cableNeeded,
  cornerLoad,
  drumFaults,
  hangs,
  holeFaults,
  jointFaults,
  jointsExpected,
  knownPlan,
  labelsOf,
  layReport,
  layTasks,
  legLoad,
  liftAlong,
  liftFaults,
  matchJoints,
  passes,
  pullLimit,
  ringTooFlat,
  rollersFor,
  sayDrumFault,
  sayHoleFault,
  sayJointFault,
  sayLiftFault,
  spokenAt,
  swerveRadius,
  threadings,
  type IssuedPlan,
  type JointFault,
  type LoggedJoint,
} from '.';

const REVISION = '10000000-0000-4000-8000-000000000001';
const NOW = Date.parse('2026-11-02T12:00:00Z');
const rules = resolveRules('UK');
const job: Job = blankJob('Yard', 'UK');
const issued = (run: Run, of: Job = job): IssuedPlan => ({
  id: REVISION,
  number: 1,
  job: of,
  run,
  rules: resolveRules(of.ruleSet, of.overrides),
  plan: planRun(of, run),
});
const report = (run: Run, book: readonly Kept[]) => layReport({ revisions: [issued(run)], force: issued(run), book, now: NOW });
const bed = (station: number, thickness: number) => bookEntry({ kind: 'bed', station, thickness, revision: REVISION, note: '' });

describe('the bed', () => {
  const run = levelRun({ length: 12, depth: 1.2, bedding: 0.15, bottomWidth: 0.6 });
  const of = (book: readonly Kept[]) => bedReport(knownPlan(issued(run)), book, rules, NOW, () => true);
  test('100 asked 150 over 12 m, 0.6 m wide: 0.36 m³ to bring', () => {
    const [short] = of([0, 4, 8, 12].map((at) => bed(at, 0.1))).short;
    expect(short?.fill.volume).toBeCloseTo(0.36, 9);
    expect(short).toMatchObject({ from: 0, to: 12 });
  });
  test('measured again at a station the later stands, with nothing left to bring', () => {
    const before = [0, 4, 8, 12].map((at) => bed(at, 0.1));
    expect(of([...before, ...[0, 4, 8, 12].map((at) => bed(at, 0.15))]).short).toEqual([]);
    expect(of([...before, bed(0, 0.15)]).short[0]?.fill.volume).toBeCloseTo(0.36 - (0.05 * 4 * 0.6) / 2, 9);
  });
  test('nothing is said of what lies between readings too far apart; what they may be off is nothing to bring', () => {
    expect(of([bed(0, 0.1), bed(12, 0.1)]).short).toEqual([]);
    expect(of([0, 4, 8, 12].map((at) => bed(at, 0.142))).short).toEqual([]);
  });
  test('the volume is what is missing, in thin slices', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 60, max: 200 }), { minLength: 5, maxLength: 5 }), (millimetres) => {
        const read = millimetres.map((mm, i) => bed(i * 3, mm / 1000));
        const { short, readings } = of(read);
        let sliced = 0;
        let unsaid = 0;
        const STEP = 0.005;
        for (let x = STEP / 2; x < 12; x += STEP) {
          const missing = 0.15 - (spokenAt(readings, 5, x, { from: 0, to: 12 }) as number);
          if (short.some(({ from, to }) => x >= from && x <= to)) sliced += Math.max(0, missing) * 0.6 * STEP;
          else unsaid = Math.max(unsaid, missing);
        }
        // What is not said to be short lacks no more than readings may be off.
        expect(unsaid).toBeLessThanOrEqual(0.01 + 1e-6);
        expect(short.reduce((sum, { fill }) => sum + fill.volume, 0)).toBeCloseTo(sliced, 3);
      }),
      { numRuns: times(30) },
    );
  });
});

describe('what readings say', () => {
  test('between neighbours near enough, half the distance beyond; and where it changes', () => {
    const readings = [
      { station: 0, value: 1 },
      { station: 5, value: 2 },
      { station: 20, value: 4 },
    ];
    expect([-3, -2.5, 2.5, 7.5, 8, 17, 17.5, 23].map((at) => spokenAt(readings, 5, at, { from: -Infinity, to: Infinity }))).toEqual([
      undefined,
      1,
      1.5,
      2,
      undefined,
      undefined,
      4,
      undefined,
    ]);
    expect(passes(readings, 1.5)).toEqual([2.5]);
  });
});

describe('joints', () => {
  const falling = withInverts(levelRun({ length: 30, depth: 1.4 }), 8.8, 8.5);
  test('counted from the low end, as many as the plan of cutting has', () => {
    expect(jointsExpected(job, falling).map(({ station }) => station)).toEqual([6, 12, 18, 24]);
    const uneven = withInverts(levelRun({ length: 20, depth: 1.4 }), 8.5, 8.8);
    expect(jointsExpected(job, uneven).map(({ station }) => station)).toEqual([6, 12, 18]);
    expect(
      jointsExpected(job, { ...uneven, inverts: [...uneven.inverts].map((one, i) => ({ ...one, invert: i === 0 ? 8.8 : 8.5 })) }).map(
        ({ station }) => station,
      ),
    ).toEqual([2, 8, 14]);
  });
  test('for any lengths and chambers there are as many between pieces as couplers are bought', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 80 }), fc.array(fc.integer({ min: 1, max: 79 }), { maxLength: 4 }), (length, stations) => {
        const structures = [...new Set(stations)]
          .filter((at) => at < length)
          .map((station, i) => ({ id: `s${i}`, name: `C${i}`, kind: 'chamber' as const, station, diameter: 0.6, tail: 0, pit: null }));
        const run = { ...levelRun({ length, depth: 1.4 }), structures };
        const expected = jointsExpected(job, run);
        const [cut] = cutsOf(job, run, placedLines(job, run));
        expect(expected.filter(({ what }) => what === 'joint')).toHaveLength(cut?.kind === 'sticks' ? cut.cutting.joints : NaN);
        expect(expected.filter(({ what }) => what === 'connection')).toHaveLength(2 * structures.length);
      }),
      { numRuns: times(50) },
    );
  });
  test('a cable is terminated at both its ends, a duct’s cables each', () => {
    const run = blankRun({ name: 'Feeder', length: 40, product: 'lv-4x16', cover: 0.6, ruleSet: 'UK' });
    expect(jointsExpected(job, run).map(({ what, station }) => `${what} ${station}`)).toEqual(['termination 0', 'termination 40']);
  });
  test('each counts once, where it is nearest: what is missing is missing where the plan has it', () => {
    const logged = (station: number): LoggedJoint =>
      ({
        id: String(station),
        station,
        line: 'l',
        state: 'good',
        faults: [],
        kept: { entry: { fact: { made: { as: 'pushFit' } } } },
      }) as unknown as LoggedJoint;
    const expected = [3, 4.2, 5.4].map((station) => ({ line: 'l', station, what: 'joint' as const, as: 'pushFit' as const }));
    const missing = (at: number[]) =>
      matchJoints(expected, at.map(logged), () => true)
        .filter(({ by }) => !by)
        .map(({ expected: { station } }) => station);
    expect(missing([4.2, 5.4])).toEqual([3]);
    expect(missing([2.9, 4, 5.2])).toEqual([]);
    expect(missing([4.2])).toEqual([3, 5.4]);
    expect(missing([])).toEqual([3, 4.2, 5.4]);
  });
  const faults = (
    made: Parameters<typeof jointFaults>[0]['made'],
    wall = 0.0058,
    certificate: Parameters<typeof jointFaults>[0]['certificate'] = { name: 'F 1', until: '2027-01-01' },
  ) => jointFaults({ made, certificate }, { wall }, '2026-11-02').map(({ code }) => code);
  test('fusion by the table of its wall: plate, bead, soak, cooling', () => {
    const good = { as: 'butt' as const, celsius: 210, bead: 0.001, soak: 60, minutes: 8 };
    expect(faults(good)).toEqual([]);
    expect(faults({ ...good, celsius: 190 })).toEqual(['plate']);
    expect(faults({ ...good, celsius: 225 })).toEqual(['plate']);
    expect(faults({ ...good, minutes: 5 })).toEqual(['cooled']);
    expect(faults(good, 0.01)).toEqual(['bead', 'soak', 'cooled']);
    expect([0.004, 0.0045, 0.0046, 0.02].map((wall) => fusionRow(wall).cool)).toEqual([6, 6, 6, 24]);
  });
  test('certificates: none, without an end, ended; not asked of who pushes a pipe home', () => {
    const welded = { as: 'electrofusion' as const, scraped: true, minutes: 10, asked: 10 };
    expect(faults(welded, 0.005, null)).toEqual(['certificate']);
    expect(faults(welded, 0.005, { name: 'x', until: null })).toEqual(['certificate']);
    expect(faults(welded, 0.005, { name: 'x', until: '2026-11-01' })).toEqual(['ended']);
    expect(faults({ as: 'pushFit', home: true }, 0.005, null)).toEqual([]);
    expect(faults({ as: 'pushFit', home: false }, 0.005, null)).toEqual(['notHome']);
    expect(faults({ as: 'compression', square: false, turns: 0.5 }, 0.005, null)).toEqual(['notSquare', 'turns']);
    expect(faults({ as: 'cableJoint', kit: '', phases: false, ohms: null })).toEqual(['noKit', 'phases']);
  });
  test('every fault is said in a sentence', () => {
    const all: JointFault[] = [
      { code: 'notHome' },
      { code: 'plate', was: 190, least: 200, most: 220 },
      { code: 'bead', was: 0.0004, least: 0.001 },
      { code: 'soak', was: 40, least: 70 },
      { code: 'cooled', was: 5, least: 10 },
      { code: 'turns', was: 3, least: 0.75, most: 1.5 },
      { code: 'certificate', why: 'noEnd' },
      { code: 'ended', until: '2026-01-01' },
    ];
    for (const units of ['metric', 'us'] as const) for (const one of all) expect(sayJointFault(one, units)).toMatch(/^[A-Z0-9].*\.$/);
    expect(sayJointFault({ code: 'plate', was: 190, least: 200, most: 220 }, 'us')).toBe('The plate had 374 °F: 392 °F to 428 °F.');
  });
});

describe('lifting', () => {
  const slung = { mass: 240, sling: 12, legs: 2, angle: Math.PI / 3, factor: 1.1 };
  test('240 kg and a sling of 12 at 1.1, two legs at 60°: 277 kg hanging, 160 a leg', () => {
    expect(hangs(slung)).toBeCloseTo(277.2, 6);
    expect(legLoad(slung)).toBeCloseTo(160.04, 2);
    expect(legLoad({ ...slung, legs: 4 })).toBeCloseTo(160.04, 2);
  });
  test('the least along a swing is found exactly: no bearing between is weaker', () => {
    const bearing = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom(...machineIds.map((id) => machines[id])),
        bearing,
        bearing,
        fc.double({ min: 1.5, max: 4, noNaN: true }),
        fc.boolean(),
        (machine, a, b, radius, blade) => {
          const { worst } = liftAlong(machine, { radius: 1.5, bearing: a }, { radius, bearing: b }, blade);
          for (let i = 0; i <= 300; i++)
            expect(liftAt(machine, Math.max(radius, 1.5), a + ((b - a) * i) / 300, blade).rated).toBeGreaterThanOrEqual(worst.rated - 1e-6);
        },
      ),
      { numRuns: times(50) },
    );
  });
  test('what stands against it is said: too heavy, the sling, too flat', () => {
    const machine = machines[machineIds[0]];
    const lift = liftAlong(machine, { radius: 2, bearing: 0 }, { radius: 3, bearing: Math.PI / 2 });
    const found = liftFaults({ ...slung, mass: 5000, angle: 0.4 }, lift, 100);
    expect(found.map(({ code }) => code)).toEqual(['tooHeavy', 'sling', 'flatter']);
    for (const one of found) expect(sayLiftFault(one, 'metric')).toMatch(/^[A-Z0-9].*\.$/);
    expect(liftFaults({ ...slung, mass: 5, angle: 0.6 }, lift, undefined)).toEqual([{ code: 'flat' }]);
  });
});

describe('cables', () => {
  const cable = findProduct('lv-4x16');
  test('41.2 m of way, tails 2.5 + 3, a loop of 1.5: a drum labelled 47 m is 1.2 m short', () => {
    const needed = cableNeeded({ way: 41.2, tails: [2.5, 3], loops: 1.5 });
    expect(needed).toBeCloseTo(48.2, 9);
    const [fault] = drumFaults({ product: cable.id, cores: 4, length: 47, sheath: true, caps: true }, cable, needed);
    expect(fault && sayDrumFault(fault, 'metric')).toBe('It is 1.20 m short: 48.20 m are needed in one piece. Cut nothing.');
    expect(
      drumFaults({ product: 'lv-3x6', cores: 3, length: 50, sheath: false, caps: false }, cable, needed).map(({ code }) => code),
    ).toEqual(['product', 'cores', 'sheath', 'caps']);
  });
  test('rollers, corners, and the least of what holds it', () => {
    expect([rollersFor(40, 3), rollersFor(39, 3), rollersFor(0.5, 3)]).toEqual([15, 14, 2]);
    expect(cornerLoad(1000, Math.PI / 3)).toBeCloseTo(1000, 6);
    const by = pullLimit({ pull: { tension: 3000, sidewall: 4000 } }, { grip: 5000, rope: 2800, radius: 0.6 });
    expect(by).toEqual({ most: 2400, by: 'bend' });
    expect(pullLimit({ pull: null })).toBeUndefined();
  });
  test('ways into a duct, what works first; threading over it takes no pull', () => {
    const run = blankRun({ name: 'Duct', length: 60, product: 'duct-110', cover: 0.6, ruleSet: 'UK' });
    const held: Run = {
      ...run,
      laid: run.laid.map((line) => ({ ...line, holds: [{ id: 'c1', product: 'lv-4x95', count: 1, circuit: null }] })),
    };
    const [line] = placedLines(job, held) as [PlacedLine];
    const ways = threadings(job, held, line, 3);
    expect(ways.map(({ id }) => id).sort()).toEqual(['direct', 'halves', 'over', 'through']);
    const by = (id: string) => ways.find((one) => one.id === id);
    expect(by('over')?.tension).toBe(0);
    expect(by('halves')?.tension).toBeLessThan(by('through')?.tension ?? 0);
    expect(by('direct')?.works).toBe(false);
  });
});

describe('holes and rings', () => {
  test('two equal arcs: 0.2 m aside within 3 m turn on 11.3 m, by their geometry', () => {
    const [leg, off] = [3, 0.2];
    const radius = swerveRadius(leg, off);
    expect(radius).toBeCloseTo(11.3, 1);
    // Half of the way: an arc that leaves along the line and has come half as far aside.
    expect(radius - Math.sqrt(radius ** 2 - (leg / 2) ** 2)).toBeCloseTo(off / 2, 9);
  });
  test('a hole off its place, too tight, and sealed before it was seen', () => {
    const asked = { level: 8.5, leg: 3, product: { od: 0.063, minBend: 20 } };
    const found = holeFaults({ bore: 0.08, level: 8.6, aside: 0.2, sealed: true, seen: false }, asked);
    expect(found.map(({ code }) => code)).toEqual(['aside', 'up', 'bore', 'bend', 'sealedUnseen']);
    for (const one of found) expect(sayHoleFault(one, 'us')).toMatch(/\.$/);
    expect(holeFaults({ bore: 0.1, level: 8.51, aside: 0, sealed: true, seen: true }, asked)).toEqual([]);
  });
  test('a pipe may lose a twentieth of its bore', () => {
    const pipe = { od: 0.16, wall: 0.005 };
    expect([0.1426, 0.1424].map((height) => ringTooFlat(pipe, height, rules))).toEqual([false, true]);
  });
});

describe('tasks', () => {
  const run = levelRun({ length: 24, depth: 1.2 });
  const line = run.laid[0]?.id ?? '';
  const open = (book: readonly Kept[]) => layTasks(report(run, book), book, 'metric').open;
  const enter = (fact: Fact) => bookEntry(fact);
  const points = (ok: boolean, note = '') => [{ id: 'fallen' as const, ok, note }];
  const named = { line, name: 'Drain', revision: REVISION };
  test('a stone after laying, a joint out of its band, a failed test: each until it is put right by evidence', () => {
    const laid = enter({ kind: 'laid', ...named, from: 0, to: 24, points: [{ id: 'order', ok: true, note: '' }] });
    const stone = enter({ kind: 'bedSeen', when: 'after', from: 6, to: 8, points: points(false, 'flint'), revision: REVISION });
    const joint = enter({
      kind: 'joint',
      ...named,
      number: '1',
      station: 6,
      made: { as: 'pushFit', home: false },
      certificate: null,
      replaces: null,
      note: '',
    });
    const how = { of: 'air' as const, method: 'LC' as const, dry: false, water: 0, settled: 5, held: true };
    const test = (lost: number) =>
      enter({
        kind: 'test',
        ...named,
        from: 0,
        to: 24,
        how,
        readings: [
          { minute: 0, value: 10_000 },
          { minute: 3, value: 10_000 - lost },
        ],
        gauge: null,
        repeats: null,
        witness: '',
        note: '',
      });
    const failed = test(2000);
    const book = [laid, stone, joint, failed];
    expect(open(book).map(({ about }) => about)).toEqual([
      `test.${failed.entry.id}`,
      `after.${stone.entry.id}.fallen`,
      `joint.${joint.entry.id}`,
    ]);
    const owed = enter({ kind: 'owed', about: `joint.${joint.entry.id}`, what: 'joint 1', owner: 'foreman', due: '2026-11-04' });
    expect(open([...book, owed]).find(({ about }) => about.startsWith('joint'))).toMatchObject({ owner: 'foreman', due: '2026-11-04' });
    const clear = enter({ kind: 'bedSeen', when: 'after', from: 0, to: 24, points: points(true), revision: REVISION });
    const anew = enter({
      kind: 'joint',
      ...named,
      number: '1a',
      station: 6,
      made: { as: 'pushFit', home: true },
      certificate: null,
      replaces: joint.entry.id,
      note: '',
    });
    const passed = test(1000);
    const after = [...book, owed, clear, anew, passed];
    expect(open(after)).toEqual([]);
    expect(layTasks(report(run, after), after, 'metric').closed).toEqual([
      { about: `joint.${joint.entry.id}`, what: 'joint 1', owner: 'foreman' },
    ]);
  });
  test('a look that found half of a stretch in order leaves the rest to see to', () => {
    const stone = enter({
      kind: 'bedSeen',
      when: 'before',
      from: 0,
      to: 10,
      points: [{ id: 'clean', ok: false, note: '' }],
      revision: REVISION,
    });
    const half = enter({
      kind: 'bedSeen',
      when: 'before',
      from: 0,
      to: 6,
      points: [{ id: 'clean', ok: true, note: '' }],
      revision: REVISION,
    });
    expect(open([stone, half])).toHaveLength(1);
    expect(open([stone, half, enter({ ...half.entry.fact, from: 6, to: 10 } as Fact)])).toEqual([]);
  });
});

test('a label for both ends of every cable, from where to where', () => {
  const run = blankRun({ name: 'Duct', length: 60, product: 'duct-110', cover: 0.6, ruleSet: 'UK' });
  const held: Run = {
    ...run,
    laid: run.laid.map((line) => ({ ...line, name: 'D1', holds: [{ id: 'c1', product: 'lv-4x16', count: 2, circuit: null }] })),
  };
  const labels = labelsOf(job, held);
  expect(labels).toHaveLength(4);
  expect(labels[0]).toMatchObject({ way: '0.0 m – 60.0 m', end: 'at 0.0 m' });
  expect(new Set(labels.map(({ name }) => name)).size).toBe(2);
  expect(labelsOf(job, run).map(({ end }) => end)).toEqual(['at 0.0 m', 'at 60.0 m']);
});
