import fc from 'fast-check';
import type { Fact, Photo } from '../book';
import { Crew, type Device } from '../crew.testing';
import { designsOf } from '../dig';
import { times } from '../generators.testing';
import { blankJob, type Reach, type Run } from '../job';
import { jointsExpected } from '../lay';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { levelRun } from '../testing';
import { coverReasonsAt, prepareCover, readyToCover, type CoverPrepared } from './cover';
import { isHeard } from './hearing';
import { mayCover } from './coverOracle.testing';
import type { PlannedRevision } from './enter';

/*
 * Sequences of what a crew that lays a drain enters: several people, clocks that are off, entries that come late or never, things put right, joints cut out, tests that
 * fail, new issues. At the end, as every device sees it, no station is open that lacks a piece of evidence by the second opinion.
 */

const START = Date.parse('2026-11-02T06:00:00Z');
const MINUTE = 60_000;
const LENGTH = 24;
const job = blankJob('Yard', 'UK');
const base: Run = {
  ...levelRun({ length: LENGTH, depth: 1.2, protection: 'none', tapes: [{ id: 'Line', school: 'line', distance: 0.3 }] }),
  route: [
    { x: 0, y: 0 },
    { x: LENGTH, y: 0 },
  ],
};
const [reach] = base.reaches as [Reach];
const cover = reach.levels.kind === 'cover' ? reach.levels.cover : 1;
const lower = (change: Partial<Reach> = {}): Partial<Reach> => ({ levels: { kind: 'cover', cover: cover + 0.1 }, ...change });
const variants: Run[] = [
  base,
  { ...base, name: 'the same' },
  { ...base, reaches: [{ ...reach, ...lower() }] },
  { ...base, reaches: [reach, { ...reach, id: 'r9', from: 12, ...lower() }] },
  { ...base, reaches: [reach, { ...reach, id: 'r9', from: 12, bedding: reach.bedding + 0.05 }] },
  // As deep and as long, and from 12 m on in another place.
  {
    ...base,
    route: [
      { x: 0, y: 0 },
      { x: 12, y: 0 },
      { x: 12, y: LENGTH - 12 },
    ],
  },
];
const plans = variants.map((run) => ({ job, run, rules: resolveRules('UK'), plan: planRun(job, run) }));
const line = base.laid[0]?.id ?? '';

const photo: Photo = { hash: 'a'.repeat(64), width: 800, height: 600, taken: null };
const station = fc.integer({ min: 0, max: LENGTH });
const range = fc.tuple(station, station).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }));
const wide = fc.oneof({ weight: 3, arbitrary: fc.constant({ from: 0, to: LENGTH }) }, { weight: 1, arbitrary: range });
const mostly = fc.constantFrom(true, true, true, false);

const deed = fc.oneof(
  fc.record({ do: fc.constant('bed' as const), station, share: fc.constantFrom(1, 1, 1.2, 0.6) }),
  fc.record({ do: fc.constant('seen' as const), when: fc.constantFrom('before' as const, 'after' as const), range: wide, ok: mostly }),
  fc.record({ do: fc.constant('laid' as const), range: wide, ok: mostly, sleeved: fc.boolean() }),
  fc.record({ do: fc.constant('level' as const), station, off: fc.constantFrom(0, 0, 0.008, -0.05) }),
  fc.record({ do: fc.constant('joint' as const), which: fc.nat(2), home: mostly, replaces: fc.boolean() }),
  fc.record({ do: fc.constant('test' as const), range: wide, lost: fc.constantFrom(1200, 1200, 1600) }),
  fc.record({ do: fc.constant('ready' as const), range: wide, ok: mostly }),
  fc.record({ do: fc.constant('found' as const), range, what: fc.constantFrom('tiles' as const, 'drain' as const) }),
  fc.record({ do: fc.constant('settle' as const), which: fc.nat(5) }),
  fc.record({ do: fc.constant('lift' as const), range }),
  fc.record({ do: fc.constant('down' as const), which: fc.nat(5) }),
  fc.record({ do: fc.constant('hurt' as const), range }),
  fc.record({ do: fc.constant('unseen' as const), range }),
  fc.record({ do: fc.constant('note' as const), station }),
  fc.record({ do: fc.constant('wrong' as const), which: fc.nat(40) }),
);
type Deed = typeof deed extends fc.Arbitrary<infer T> ? T : never;
const step = fc.oneof(
  {
    weight: 8,
    arbitrary: fc.record({ by: fc.nat(1), deed, photo: fc.boolean(), meets: mostly, old: fc.constantFrom(false, false, false, true) }),
  },
  { weight: 1, arbitrary: fc.record({ by: fc.nat(1), turn: fc.constantFrom(-600, -2, 2, 600) }) },
  { weight: 1, arbitrary: fc.record({ issue: fc.nat(variants.length - 1) }) },
);
const story = fc.record({
  whole: fc.constantFrom(true, true, true, false),
  skew: fc.constantFrom(0, 0, -40, 3),
  steps: fc.array(step, { maxLength: 10 }),
  /** Who hears the server before the gate is asked. */
  hear: fc.tuple(fc.boolean(), fc.boolean()),
  // One of what a whole record has, left out: its place among them.
  without: fc.option(fc.nat(24)),
  asked: fc.array(
    fc.oneof(
      fc.integer({ min: 0, max: LENGTH * 100 - 1 }),
      // Near where a joint is.
      fc.tuple(fc.constantFrom(600, 1200, 1800), fc.integer({ min: -45, max: 45 })).map(([at, off]) => at + off),
    ),
    { minLength: 4, maxLength: 4 },
  ),
});

const points = (ids: readonly string[], ok: boolean) => ids.map((id, i) => ({ id, ok: ok || i > 0, note: '' }));

function factOf(what: Deed, of: PlannedRevision, crew: Crew, number: number): Fact | undefined {
  const revision = of.id;
  const design = (at: number) => designsOf(of.job, of.run, of.plan.places)(at, null);
  const named = { line, name: 'Drain' };
  switch (what.do) {
    case 'bed': {
      const asked = design(what.station);
      return { kind: 'bed', station: what.station, thickness: what.share * ((asked?.bed ?? 0) - (asked?.bottom ?? 0)), revision, note: '' };
    }
    case 'seen':
      return {
        kind: 'bedSeen',
        when: what.when,
        ...what.range,
        points: points(what.when === 'before' ? ['clean', 'dry'] : ['fallen', 'firm', 'haunch'], what.ok) as never,
        revision,
      };
    case 'laid':
      return {
        kind: 'laid',
        ...named,
        ...what.range,
        points: points(what.sleeved ? ['order', 'clean', 'sleeved'] : ['order', 'clean'], what.ok) as never,
        revision,
      };
    case 'level':
      return {
        kind: 'check',
        station: what.station,
        pit: null,
        layer: 'pipe',
        found: { as: 'level', value: (design(what.station)?.invert ?? 0) + what.off },
        widthBottom: null,
        widthTop: null,
        setUp: null,
        revision,
        sure: true,
        again: false,
        note: '',
      };
    case 'joint': {
      const at = jointsExpected(of.job, of.run)[what.which]?.station ?? 6;
      const before = crew.rows.findLast(({ entry: { fact } }) => fact.kind === 'joint' && fact.station === at);
      return {
        kind: 'joint',
        ...named,
        number: String(number),
        station: at,
        made: { as: 'pushFit', home: what.home },
        certificate: null,
        replaces: what.replaces ? (before?.entry.id ?? null) : null,
        revision,
        note: '',
      };
    }
    case 'test':
      return {
        kind: 'test',
        ...named,
        ...what.range,
        how: { of: 'air', method: 'LC', dry: false, water: 0, settled: 5, held: true },
        readings: [
          { minute: 0, value: 10_000 },
          { minute: 3, value: 10_000 - what.lost },
        ],
        gauge: null,
        repeats: null,
        witness: '',
        revision,
        note: '',
      };
    case 'ready':
      return { kind: 'coverReady', ...what.range, points: points(['tape', 'future'], what.ok) as never, revision };
    case 'found':
      return { kind: 'found', what: what.what, ...what.range, depth: null, note: '' };
    case 'settle':
    case 'down': {
      const kind = what.do === 'settle' ? 'found' : 'lifted';
      const all = crew.rows.filter(({ entry }) => entry.fact.kind === kind);
      const id = all[what.which % Math.max(1, all.length)]?.entry.id;
      if (id === undefined) return undefined;
      return what.do === 'settle' ? { kind: 'settled', found: id, how: 'owner came' } : { kind: 'setDown', lift: id, note: '' };
    }
    case 'lift':
      return { kind: 'lifted', what: 'pipe', mass: 40, ...what.range, note: '' };
    case 'hurt':
      return { kind: 'damage', ...named, ...what.range, note: 'bucket tooth' };
    case 'unseen':
      return { kind: 'unseen', ...what.range, reason: 'rain came' };
    case 'note':
      return { kind: 'note', station: what.station, note: '' };
    case 'wrong':
      return { kind: 'wrong', why: 'a mistake' };
  }
}

/** Everything in order and open, entered by one and heard by all. */
function wholeRecord(foreman: Device, of: PlannedRevision, crew: Crew, without: number | null = null): void {
  let place = 0;
  const enter = (what: Deed, i = 0, photos?: Photo[]) => {
    const fact = factOf(what, of, crew, i);
    if (fact && place++ !== without) foreman.enter(fact, START, undefined, photos);
  };
  const all = { from: 0, to: LENGTH };
  for (let at = 0; at <= LENGTH; at += 4) enter({ do: 'bed', station: at, share: 1 });
  enter({ do: 'seen', when: 'before', range: all, ok: true });
  enter({ do: 'laid', range: all, ok: true, sleeved: false }, 0, without === 23 ? undefined : [photo]);
  for (let at = 0; at <= LENGTH; at += 4) enter({ do: 'level', station: at, off: 0 });
  for (let i = 0; i < jointsExpected(of.job, of.run).length; i++) enter({ do: 'joint', which: i, home: true, replaces: false }, i + 1);
  enter({ do: 'seen', when: 'after', range: all, ok: true });
  enter({ do: 'test', range: all, lost: 1200 });
  enter({ do: 'ready', range: all, ok: true });
  foreman.meet(START);
}

const issueOf = (index: number, number: number): PlannedRevision => ({
  ...(plans[index] as (typeof plans)[number]),
  id: `10000000-0000-4000-8000-${String(number).padStart(12, '0')}`,
  number,
});

/** A share of the ten thousand books that `npm run soak` draws. */
const RUNS = times(1) > 1 ? times(170) : 150;
const seen = { open: 0, asked: 0, alone: 0 };

test('whatever a crew enters, nothing is open to be covered that lacks a piece of its evidence', () => {
  fc.assert(
    fc.property(story, ({ whole, without, skew, steps, hear, asked }) => {
      const crew = new Crew();
      const devices = [crew.device('foreman'), crew.device('layer', skew * MINUTE)] as [Device, Device];
      const revisions = [issueOf(0, 1)];
      let now = START;
      for (const device of devices) device.hear(now);
      if (whole) wholeRecord(devices[0], revisions[0] as PlannedRevision, crew, without);
      devices[1].hear(now);
      for (const [i, one] of steps.entries()) {
        now += 10 * MINUTE;
        if ('issue' in one) revisions.push(issueOf(one.issue, revisions.length + 1));
        else {
          const device = devices[one.by] as Device;
          if ('turn' in one) device.turnClock(one.turn * MINUTE);
          else {
            const of = (one.old ? revisions[0] : revisions.at(-1)) as PlannedRevision;
            const fact = factOf(one.deed, of, crew, 10 + i);
            if (!fact) continue;
            const corrects = one.deed.do === 'wrong' ? crew.rows[one.deed.which % Math.max(1, crew.rows.length)]?.entry.id : undefined;
            device.enter(fact, now, corrects, one.photo ? [photo] : undefined);
            if (one.meets) device.meet(now);
          }
        }
      }
      for (const [i, device] of devices.entries()) {
        if (hear[i]) device.hear(now);
        const inputs = { revisions, book: device.book(), device: device.id, heard: device.heardBy(now), now: device.clock(now) };
        const gate = readyToCover({ ...inputs, units: 'metric' });
        for (const hundredth of asked) {
          const x = hundredth / 100 + 0.0037;
          const open = gate.where.some(({ from, to }) => x > from && x < to);
          seen.asked++;
          if (!open) continue;
          seen.open++;
          if (!isHeard(inputs)) seen.alone++;
          if (!mayCover(inputs, x))
            throw new Error(`Open at ${x} m on ${device.id}, and something is missing: ${JSON.stringify(gate.where)}`);
        }
      }
    }),
    { numRuns: RUNS },
  );
  expect(seen.open / seen.asked).toBeGreaterThan(0.1);
  // Out of hearing too, for a while.
  expect(seen.alone).toBeGreaterThan(10);
});

test('the stretches of the gate say what the point says, at any station', () => {
  fc.assert(
    fc.property(story, ({ steps, asked }) => {
      const crew = new Crew();
      const foreman = crew.device('foreman');
      foreman.hear(START);
      const revisions = [issueOf(0, 1)];
      wholeRecord(foreman, revisions[0] as PlannedRevision, crew);
      for (const [i, one] of steps.entries()) {
        if ('issue' in one) revisions.push(issueOf(one.issue, revisions.length + 1));
        if (!('deed' in one)) continue;
        const fact = factOf(one.deed, revisions.at(-1) as PlannedRevision, crew, 10 + i);
        if (fact) foreman.enter(fact, START + i);
        foreman.meet(START + i);
      }
      const inputs = { revisions, book: foreman.book(), device: foreman.id, heard: START + 50, now: START + 100, units: 'metric' as const };
      const gate = readyToCover(inputs);
      const all = prepareCover(inputs);
      if (!all) throw new Error('A plan is issued');
      for (const hundredth of asked) {
        const x = hundredth / 100 + 0.0037;
        const open = gate.where.some(({ from, to }) => x >= from && x <= to);
        expect({ x, open }).toEqual({ x, open: coverReasonsAt(all, x).every(({ state }) => state !== 'stop') });
      }
    }),
    { numRuns: RUNS },
  );
});

test('where the line was moved since, what was laid and measured is of another place: open as far as it lies where it lay', () => {
  const crew = new Crew();
  const foreman = crew.device('foreman');
  foreman.hear(START);
  const revisions = [issueOf(0, 1), issueOf(variants.length - 1, 2)];
  wholeRecord(foreman, revisions[0] as PlannedRevision, crew);
  const inputs = { revisions, book: foreman.book(), device: foreman.id, heard: START, now: START, units: 'metric' as const };
  // Past the corner the two lines part by √2 of what each has gone.
  const apart = 12 + 0.5 / Math.SQRT2;
  expect(readyToCover(inputs).where).toEqual([{ from: 0, to: expect.closeTo(apart, 6) as number }]);
  const all = prepareCover(inputs) as CoverPrepared;
  const wanted = (at: number) => coverReasonsAt(all, at).map(({ id }) => id);
  expect(wanted(11)).toEqual([]);
  expect(wanted(20)).toEqual(expect.arrayContaining(['bed', 'before.never', `laid.${line}.never`, `level.${line}`, 'photo']));
  expect(readyToCover({ ...inputs, revisions: revisions.slice(0, 1) }).where).toEqual([{ from: 0, to: LENGTH }]);
});

test('out of hearing it stays open for an hour where it was asked on this device, and not where it was asked on another', () => {
  const crew = new Crew();
  const [foreman, layer] = [crew.device('foreman'), crew.device('layer')];
  const revisions = [issueOf(0, 1)];
  for (const device of [foreman, layer]) device.hear(START);
  wholeRecord(foreman, revisions[0] as PlannedRevision, crew);
  layer.hear(START);
  const at = (device: Device, now: number, clockBack = false) =>
    readyToCover({ revisions, book: device.book(), device: device.id, heard: device.heardBy(now), clockBack, now, units: 'metric' });
  const whole = [{ from: 0, to: LENGTH }];
  for (const device of [foreman, layer]) expect(at(device, START + MINUTE).where).toEqual(whole);
  expect(at(foreman, START + 59 * MINUTE)).toMatchObject({ where: whole, closes: new Date(START + 60 * MINUTE).toISOString() });
  expect(at(foreman, START + MINUTE).closes).toBeUndefined();
  expect(at(layer, START + 2 * MINUTE)).toMatchObject({ open: false, reasons: [{ id: 'hearing', where: whole }] });
  expect(at(foreman, START + 60 * MINUTE)).toMatchObject({ open: false, reasons: [{ id: 'hearing' }] });
  expect(at(foreman, START + 2 * MINUTE, true)).toMatchObject({ open: false, reasons: [{ id: 'clock' }] });
  // Asked again there, over a part: that is open for an hour more.
  const again = factOf({ do: 'ready', range: { from: 0, to: 12 }, ok: true }, revisions[0] as PlannedRevision, crew, 99) as Fact;
  foreman.enter(again, START + 90 * MINUTE);
  expect(at(foreman, START + 91 * MINUTE).where).toEqual([{ from: 0, to: 12 }]);
  // The server heard again, what was asked anywhere counts.
  for (const device of [foreman, layer]) device.meet(START + 200 * MINUTE);
  for (const device of [foreman, layer]) expect(at(device, START + 200 * MINUTE).where).toEqual(whole);
});
