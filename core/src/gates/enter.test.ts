import type { Kept } from '../book';
import { HOUR, NO_REVISION, type Fact, type Inspection } from '../book';
import { Crew, type Device } from '../crew.testing';
import { blankJob, blankPit, type Job, type PitBody, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { inspectionItems } from '../protection';
import { resolveRules } from '../rules';
import { firmClay, keysTurned, levelRun } from '../testing';
import { registerOf } from '../site';
import { waysOutWanted } from './waysOut';
import { inForce, safeToEnter, type PlannedRevision } from './enter';
import { IN_HEARING } from './hearing';
import type { SafeGate } from './stretches';

const DAY = Date.parse('2026-11-02T00:00:00Z');
const at = (hour: number, minute = 0): number => DAY + hour * HOUR + minute * 60_000;
const job: Job = blankJob('Yard', 'US');
const issued = (run: Run, number = 1, its: Job = job): PlannedRevision => ({
  id: `10000000-0000-4000-8000-${String(number).padStart(12, '0')}`,
  number,
  job: its,
  run,
  rules: resolveRules(its.ruleSet, its.overrides),
  plan: planRun(its, run),
});
const clay = firmClay(40);
/** All questions of a stretch answered yes but those named. */
const inspect = (
  { run, rules, plan, id }: PlannedRevision,
  {
    from = 0,
    to = 40,
    no = [],
    until = at(17),
    ladders = [6, 18, 30],
    ...more
  }: Partial<Omit<Inspection, 'until'>> & { no?: string[]; until?: number } = {},
): Inspection => ({
  kind: 'inspection',
  from,
  to,
  until: new Date(until).toISOString(),
  revision: id,
  ladders,
  items: inspectionItems(run, rules, plan, { from, to }, 'metric').map((item) => ({
    ...item,
    ok: !no.some((one) => item.id.startsWith(one)),
    note: '',
  })),
  ...more,
});
/** The gate as a device sees it. */
const gateOn = (device: Device, revisions: readonly PlannedRevision[], now: number): SafeGate =>
  safeToEnter({ revisions, book: device.book(), device: device.id, heard: device.heard, now: device.clock(now), units: 'metric' });
const stops = (gate: SafeGate): string[] => [...new Set(gate.reasons.flatMap(({ id, state }) => (state === 'stop' ? [id] : [])))];
const round = (metres: number) => Math.round(metres * 1e6) / 1e6;
const open = (gate: SafeGate): [number, number][] => gate.where.map(({ from, to }) => [round(from), round(to)]);
const happening = (what: 'rain' | 'fall', where: { from: number; to: number } | null = null): Fact => ({
  kind: 'happening',
  what,
  where,
  note: '',
});

// Boxes 3.0 m long in 2.2 m of type B: with open ends, for it is no deeper than 4 m.
const boxed = levelRun({ length: 40, depth: 2.2, bottomWidth: 0.9, soil: 'B', protection: 'shield', kit: 'box-medium', panel: 0.1 });
const one = issued(boxed);
const delivered = (count: number): Fact => ({
  kind: 'delivered',
  kit: 'box-medium',
  pieces: Array.from({ length: count }, (_, i) => ({ id: `b${i + 1}`, name: `Box ${i + 1}` })),
});
const boxes = (from: number, names: readonly number[]): Fact => ({
  kind: 'standing',
  pit: null,
  pieces: names.map((name, i) => ({ piece: `b${name}`, from: from + 3 * i, to: from + 3 * i + 3, extensions: 1, frames: 0 })),
});
/** A foreman's device, four boxes from 12 to 24 m, looked at and signed at seven. */
function morning(crew: Crew, revision = one, ...more: Fact[]): Device {
  const foreman = crew.device('foreman');
  foreman.meet(at(6));
  for (const fact of [clay, delivered(4), boxes(12, [1, 2, 3, 4]), ...more, inspect(revision)]) foreman.enter(fact, at(7));
  foreman.meet(at(7));
  return foreman;
}

describe('Safe to enter', () => {
  test('four boxes with open ends from 12 to 24 m: open in the middle two only, 15 to 21 m, until the shift ends', () => {
    const foreman = morning(new Crew());
    foreman.hear(at(9));
    const gate = gateOn(foreman, [one], at(9));
    expect(open(gate)).toEqual([[15, 21]]);
    expect(gate.closes).toBe('2026-11-02T17:00:00.000Z');
    expect(gate.stretches.find(({ from }) => from === 0)?.reasons.map(({ id, who }) => [id, who])).toEqual([
      [`stands.${boxed.reaches[0]?.id}`, 'Whoever works there'],
    ]);
  });
  test('no plan issued, none inspected, none standing: shut, with what is missing and who can give it', () => {
    const foreman = new Crew().device('foreman');
    foreman.meet(at(7));
    expect(stops(gateOn(foreman, [], at(7)))).toEqual(['issue']);
    foreman.enter(clay, at(7));
    expect(stops(gateOn(foreman, [one], at(7)))).toEqual(['inspection', `stands.${boxed.reaches[0]?.id}`]);
  });
  test('the last box moved on: shut where it stood and where it went, open there after a look', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.hear(at(9));
    foreman.enter(boxes(24, [1]), at(9));
    // Of the row from 15 to 27 m the three boxes up to 24 m stand where they were looked at: the middle of those.
    expect(open(gateOn(foreman, [one], at(9)))).toEqual([[18, 21]]);
    expect(stops(gateOn(foreman, [one], at(9)))).toContain(`moved.${boxed.reaches[0]?.id}`);
    foreman.enter({ kind: 'look', from: 10, to: 30, revision: one.id, ladders: [20] }, at(9, 1));
    expect(open(gateOn(foreman, [one], at(9, 1)))).toEqual([[18, 24]]);
  });
  test('a gap between boxes, and a row of two, protect nobody with open ends', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.enter(boxes(25, [4]), at(8));
    foreman.enter(inspect(one), at(8));
    foreman.meet(at(8));
    expect(open(gateOn(foreman, [one], at(8)))).toEqual([[15, 18]]);
    foreman.enter(boxes(30, [3]), at(8));
    foreman.enter(inspect(one), at(8));
    expect(open(gateOn(foreman, [one], at(8)))).toEqual([]);
  });
  test('a box of another table, and one without the extension the depth asks for, protect nobody', () => {
    const deep = issued({ ...boxed, reaches: [{ ...(levelRun({ depth: 3, length: 40 }).reaches[0] as Reach), ...pick(boxed) }] });
    const foreman = morning(new Crew(), deep);
    const low: Fact = { kind: 'standing', pit: null, pieces: [{ piece: 'b2', from: 15, to: 18, extensions: 0, frames: 0 }] };
    foreman.enter(low, at(8));
    foreman.enter(inspect(deep), at(8));
    foreman.meet(at(8));
    const gate = gateOn(foreman, [deep], at(8));
    expect(open(gate)).toEqual([]);
    expect(gate.reasons.map(({ why }) => why).join(' ')).toContain('Box 2 has 0 of 1 extensions');
  });
  const pick = ({ reaches: [reach] }: Run) => {
    const { protection, kit, panel, soil, bottomWidth } = reach as Reach;
    return { protection, kit, panel, soil, bottomWidth };
  };
  test('a question not answered, or answered for less than was looked at, opens nothing there', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const whole = inspect(one, { ladders: [16, 20] });
    foreman.enter(
      { kind: 'wrong', why: 'once more' },
      at(8),
      foreman.book().find(({ entry }) => entry.fact.kind === 'inspection')?.entry.id,
    );
    foreman.enter({ ...whole, items: whole.items.filter(({ id }) => id !== 'water') }, at(8));
    foreman.meet(at(8));
    const gate = gateOn(foreman, [one], at(8));
    expect([open(gate), stops(gate)]).toEqual([[], expect.arrayContaining(['item.water'])]);
    expect(gate.reasons.find(({ id }) => id === 'item.water')?.what).toBe('Not answered: No water stands or runs in; the pump works');
    const short = { ...whole, items: whole.items.map((item) => (item.id === 'water' ? { ...item, to: 17 } : item)) };
    foreman.enter(short, at(8, 4));
    expect(open(gateOn(foreman, [one], at(8, 4)))).toEqual([[15, 17]]);
    foreman.enter(whole, at(8, 5));
    expect(open(gateOn(foreman, [one], at(8, 5)))).toEqual([[15, 21]]);
  });
  test('shuts by itself at the end of the shift, and a shift is 14 hours at most', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.hear(at(17));
    expect(stops(gateOn(foreman, [one], at(17)))).toContain('inspection');
    foreman.enter(inspect(one, { until: at(60) }), at(8));
    foreman.meet(at(21, 59));
    expect(open(gateOn(foreman, [one], at(21, 59)))).toEqual([[15, 21]]);
    foreman.hear(at(22));
    expect(open(gateOn(foreman, [one], at(22)))).toEqual([]);
  });
  test('moments are moments: written with or without a fraction they are the same one', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.hear(at(9));
    const book = foreman.book().map((kept): Kept => {
      const { fact } = kept.entry;
      return {
        ...kept,
        entry: {
          ...kept.entry,
          at: kept.entry.at.replace('.000Z', 'Z'),
          fact: fact.kind === 'inspection' ? { ...fact, until: '2026-11-02T09:00:00Z' } : fact,
        } as Kept['entry'],
      };
    });
    const gate = (now: number) => safeToEnter({ revisions: [one], book, device: 'foreman', heard: now, now, units: 'metric' });
    expect([open(gate(at(9) - 1)), open(gate(at(9)))]).toEqual([[[15, 21]], []]);
  });
  test('of an older issue it holds where the two say the same at every station, and nowhere else', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.hear(at(9));
    const [reach] = boxed.reaches as [Reach];
    // Parted in two at 20 m, nothing else: the same trench.
    const parted = issued({ ...boxed, reaches: [reach, { ...reach, id: 'r9', from: 20 }] }, 2);
    expect(open(gateOn(foreman, [one, parted], at(9)))).toEqual([[15, 21]]);
    // 5 cm deeper from 39 m on: another plan of the place that was inspected.
    const deeper = issued({ ...boxed, reaches: [reach, { ...reach, id: 'r9', from: 39, levels: lower(reach, 0.05) }] }, 3);
    expect(stops(gateOn(foreman, [one, parted, deeper], at(9)))).toContain('changed');
    // As deep and as long, but its end swung aside: nobody looked at the trench that will be there. A hand's breadth is nothing.
    const drawn = (end: number): Run => ({
      ...boxed,
      route: [
        { x: 0, y: 0 },
        { x: Math.sqrt(40 ** 2 - end ** 2), y: end },
      ],
    });
    const [straight, nudged, aside] = [0, 0.3, 3].map((end, i) => issued(drawn(end), 6 + i)) as [
      PlannedRevision,
      PlannedRevision,
      PlannedRevision,
    ];
    expect(open(gateOn(foreman, [one, straight], at(9)))).toEqual([[15, 21]]);
    foreman.enter(inspect(straight), at(8, 55));
    foreman.hear(at(9));
    expect(open(gateOn(foreman, [straight, nudged], at(9)))).toEqual([[15, 21]]);
    expect(stops(gateOn(foreman, [straight, nudged, aside], at(9)))).toContain('changed');
    const stricter = issued(boxed, 4, { ...job, overrides: [{ rule: 'shieldRow', value: 4, by: 'client', reason: 'site rules' }] });
    expect(stops(gateOn(foreman, [one, stricter], at(9)))).toContain('changed');
    // Through a database that sorts keys it is the same plan.
    const stored = issued(keysTurned(boxed), 5, keysTurned(job));
    expect(open(gateOn(foreman, [one, stored], at(9)))).toEqual([[15, 21]]);
    expect(inForce([one, stored, parted])?.number).toBe(5);
    // An issue nobody here has, or none at all, opens nothing.
    foreman.enter(inspect({ ...one, id: NO_REVISION }), at(9));
    expect(
      stops(safeToEnter({ revisions: [stored], book: foreman.book(), device: 'foreman', heard: at(9), now: at(9), units: 'metric' })),
    ).toContain('changed');
  });
  const lower = ({ levels }: Reach, by: number): Reach['levels'] =>
    levels.kind === 'cover' ? { kind: 'cover', cover: levels.cover + by } : levels;
});

describe('bad news and clocks', () => {
  test('a “no” from a phone whose clock is 40 minutes slow shuts, until somebody who knows of it looks again', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const slow = crew.device('operator', -40 * 60_000);
    slow.enter(inspect(one, { no: ['water'] }), at(7, 20));
    slow.meet(at(7, 30));
    foreman.hear(at(7, 31));
    const gate = gateOn(foreman, [one], at(7, 31));
    expect(stops(gate)).toContain('item.water');
    expect(gate.reasons.find(({ id }) => id === 'item.water')?.why).toContain('40 min off');
    slow.hear(at(7, 31));
    expect(gateOn(slow, [one], at(7, 31)).open).toBe(false);
    foreman.enter(inspect(one), at(7, 40));
    foreman.meet(at(7, 40));
    slow.hear(at(7, 41));
    for (const device of [foreman, slow]) expect(open(gateOn(device, [one], at(7, 41)))).toEqual([[15, 21]]);
  });
  test.each([
    ['slow', -55 * 60_000],
    ['right', 0],
    ['fast', 55 * 60_000],
    ['years ahead', 973 * 365 * 24 * HOUR],
  ])('rain from a device with a clock that is %s shuts, and one look that knows of it opens again', (_, skew) => {
    const crew = new Crew();
    const foreman = morning(crew);
    const other = crew.device('other', skew);
    other.enter(happening('rain'), at(8));
    other.send(at(8));
    foreman.hear(at(8));
    expect(gateOn(foreman, [one], at(8)).open).toBe(false);
    foreman.enter(inspect(one), at(8, 10));
    expect(open(gateOn(foreman, [one], at(8, 10)))).toEqual([[15, 21]]);
  });
  test('what happened in one place shuts there only, and a look elsewhere does not open it', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.enter(happening('fall', { from: 19, to: 30 }), at(8));
    foreman.meet(at(8));
    expect(open(gateOn(foreman, [one], at(8)))).toEqual([[15, 19]]);
    foreman.enter(inspect(one, { from: 0, to: 18 }), at(8, 5));
    foreman.meet(at(8, 5));
    expect(open(gateOn(foreman, [one], at(8, 5)))).toEqual([[15, 19]]);
    foreman.enter(inspect(one, { from: 16, to: 26 }), at(8, 10));
    expect(open(gateOn(foreman, [one], at(8, 10)))).toEqual([[15, 21]]);
  });
  test('an inspection made without hearing of the rain does not lift it, however late its clock', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const other = crew.device('other');
    other.meet(at(7, 30));
    foreman.enter(inspect(one), at(8, 30));
    other.enter(happening('rain'), at(8));
    other.meet(at(8, 35));
    foreman.meet(at(8, 40));
    const gate = gateOn(foreman, [one], at(8, 40));
    expect(gate.open).toBe(false);
    expect(gate.reasons.find(({ what }) => what === 'It rained')?.why).toContain('Nobody did anything wrong');
  });
  test('good news of a device whose clock turns out further off than the rule is doubtful, nearer it counts when it comes', () => {
    for (const [minutes, opens] of [
      [-20, false],
      [-3, true],
      [3, true],
      [20, false],
    ] as const) {
      const crew = new Crew();
      const helper = crew.device('helper');
      helper.meet(at(6));
      for (const fact of [clay, delivered(4), boxes(12, [1, 2, 3, 4])]) helper.enter(fact, at(6));
      helper.meet(at(6));
      const off = crew.device('foreman', 0);
      off.hear(at(6));
      off.turnClock(minutes * 60_000);
      off.enter(inspect(one), at(7));
      off.send(at(7, 30));
      helper.hear(at(7, 30));
      expect([minutes, gateOn(helper, [one], at(7, 30)).open]).toEqual([minutes, opens]);
    }
  });
  test('an inspection from the year 2999 opens nothing, and shuts nothing for ever', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const wild = crew.device('wild', 973 * 365 * 24 * HOUR);
    wild.enter(inspect(one), at(8));
    wild.send(at(8));
    foreman.hear(at(8));
    expect(open(gateOn(foreman, [one], at(8)))).toEqual([[15, 21]]);
    const alone = new Crew();
    const device = alone.device('wild', 973 * 365 * 24 * HOUR);
    for (const fact of [clay, delivered(4), boxes(12, [1, 2, 3, 4]), inspect(one)]) device.enter(fact, at(8));
    device.meet(at(8));
    expect(gateOn(device, [one], at(8)).open).toBe(false);
  });
  test('said to be wrong it opens nothing any more, at once and whatever the clock of who said so', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const signed = foreman.book().find(({ entry }) => entry.fact.kind === 'inspection')?.entry.id;
    const fast = crew.device('fast', 5 * HOUR);
    fast.enter({ kind: 'wrong', why: 'signed for the other trench' }, at(8), signed);
    fast.send(at(8));
    foreman.hear(at(8));
    expect(stops(gateOn(foreman, [one], at(8)))).toContain('inspection');
  });
  test('an entry of a newer program, or with a word this one does not know, shuts what it may be about', () => {
    for (const [fact, left] of [
      [{ kind: 'quake', from: 19, to: 25 }, [[15, 19]]],
      [{ kind: 'quake' }, []],
      [{ kind: 'happening', what: 'flood', where: null, note: '' } as Readonly<Record<string, unknown>>, []],
    ] as const) {
      const crew = new Crew();
      const foreman = morning(crew);
      const newer = crew.device('newer');
      newer.enter(fact, at(8));
      newer.send(at(8));
      foreman.hear(at(8));
      expect(open(gateOn(foreman, [one], at(8)))).toEqual(left);
      foreman.enter(inspect(one), at(8, 5));
      expect(open(gateOn(foreman, [one], at(8, 5)))).toEqual(left);
      expect(gateOn(foreman, [one], at(8, 5)).reasons.some(({ what }) => what.startsWith('Entered by a newer program'))).toBe(true);
    }
  });
  test('what was refused shuts on the device that made it, and opens nothing', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    foreman.hear(at(8));
    const other = crew.device('foreman');
    other.enter(happening('rain'), at(8));
    const refused = { ...(other.book().at(-1) as Kept), refused: true };
    const again = { ...refused, entry: { ...refused.entry, count: 999 } };
    const gate = (book: Kept[]) => safeToEnter({ revisions: [one], book, device: 'foreman', heard: at(8), now: at(8), units: 'metric' });
    expect(gate([...foreman.book(), again]).open).toBe(false);
    const without = foreman.book().map((kept) => (kept.entry.fact.kind === 'inspection' ? { ...kept, refused: true } : kept));
    expect(stops(gate(without))).toContain('inspection');
  });
  test('two devices that say where a box stands without hearing each other: nobody knows, until somebody says again', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const other = crew.device('other');
    other.meet(at(8));
    other.enter(boxes(24, [1]), at(8));
    foreman.enter(boxes(27, [1]), at(8));
    other.meet(at(8));
    foreman.meet(at(8));
    foreman.enter(inspect(one), at(8, 5));
    // Without the first the row is 15 to 24 m.
    expect(open(gateOn(foreman, [one], at(8, 5)))).toEqual([[18, 21]]);
    foreman.enter(boxes(12, [1]), at(8, 6));
    foreman.enter(inspect(one), at(8, 7));
    expect(open(gateOn(foreman, [one], at(8, 7)))).toEqual([[15, 21]]);
  });
});

describe('out of hearing', () => {
  test('the device that signed keeps open for the rule’s time, others are shut and say since when', () => {
    const crew = new Crew();
    const foreman = morning(crew);
    const operator = crew.device('operator');
    operator.meet(at(7));
    expect(open(gateOn(operator, [one], at(7) + IN_HEARING))).toEqual([[15, 21]]);
    const later = gateOn(operator, [one], at(7) + IN_HEARING + 1);
    expect(stops(later)).toContain('hearing');
    expect(later.reasons.find(({ id }) => id === 'hearing')?.what).toBe('Out of hearing since 07:00 UTC');
    const mine = gateOn(foreman, [one], at(7, 59));
    expect([open(mine), mine.closes]).toEqual([[[15, 21]], '2026-11-02T08:00:00.000Z']);
    expect(stops(gateOn(foreman, [one], at(8)))).toContain('hearing');
    foreman.enter({ kind: 'look', from: 0, to: 40, revision: one.id, ladders: [18] }, at(8, 5));
    expect(open(gateOn(foreman, [one], at(8, 5)))).toEqual([[15, 21]]);
    expect(gateOn(foreman, [one], at(9, 5)).open).toBe(false);
    foreman.meet(at(9, 6));
    expect(open(gateOn(foreman, [one], at(9, 6)))).toEqual([[15, 21]]);
  });
  test('a clock set back out of hearing opens nothing', () => {
    const foreman = morning(new Crew());
    const inputs = { revisions: [one], book: foreman.book(), device: 'foreman', heard: at(7), now: at(7, 30), units: 'metric' as const };
    expect([safeToEnter(inputs).open, safeToEnter({ ...inputs, clockBack: true }).open]).toEqual([true, false]);
  });
});

describe('what stands, the air and the way out', () => {
  const shored = issued(
    levelRun({ length: 20, depth: 2.2, bottomWidth: 0.9, soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 }),
  );
  const sets = [2, 4, 6, 8, 10];
  const shoresAt = (stations: readonly number[]): Fact[] => [
    { kind: 'delivered', kit: 'shores-light', pieces: stations.map((_, i) => ({ id: `s${i + 1}`, name: `Set ${i + 1}` })) },
    {
      kind: 'standing',
      pit: null,
      pieces: stations.map((station, i) => ({ piece: `s${i + 1}`, from: station, to: station, extensions: 0, frames: 0 })),
    },
  ];
  const hold = (set: number, low = 5e6, minutes = 5): Fact => ({
    kind: 'pressure',
    piece: `s${set}`,
    readings: [
      { minute: 0, pressure: 5e6 },
      { minute: minutes, pressure: low },
    ],
  });
  const can = (ok = true): Fact => ({ kind: 'can', ok, note: '' });
  const day = (facts: readonly Fact[], revision = shored, ladders = [3, 9]) => {
    const foreman = new Crew().device('foreman');
    foreman.meet(at(6));
    facts.forEach((fact, i) => foreman.enter(fact, at(6, i)));
    foreman.enter(inspect(revision, { to: 20, ladders }), at(7));
    foreman.meet(at(7));
    return foreman;
  };
  const whereOf = (facts: readonly Fact[], revision = shored, ladders = [3, 9]) =>
    open(gateOn(day(facts, revision, ladders), [revision], at(7)));
  const soil = { ...clay, to: 20 };
  const all = (stations = sets) => [soil, ...shoresAt(stations), can(), ...stations.map((_, i) => hold(i + 1))];
  test('shores: from the first to the last set, 2 to 10 m', () => expect(whereOf(all())).toEqual([[2, 10]]));
  test('a gap of 3 m over the spacing of 8 ft parts the row; two sets are no row', () =>
    expect(whereOf(all([2, 4, 6, 9, 11]))).toEqual([[2, 6]]));
  test('a set that fell, was not tested, tested before the can, or too short a time holds nothing', () => {
    expect(whereOf([...all(), hold(3, 4e6)])).toEqual([]);
    expect(whereOf([...all(), hold(3, 4e6), hold(3)])).toEqual([[2, 10]]);
    expect(whereOf(all().slice(0, -1))).toEqual([[2, 8]]);
    expect(whereOf([...all().slice(0, -1), hold(5, 5e6, 3)])).toEqual([[2, 8]]);
    expect(whereOf([soil, ...shoresAt(sets), ...sets.map((_, i) => hold(i + 1)), can()])).toEqual([]);
    expect(whereOf([soil, ...shoresAt(sets), can(false), ...sets.map((_, i) => hold(i + 1))])).toEqual([]);
  });
  test('a test made before the set was moved says nothing of it where it stands now', () => {
    const moved: Fact = { kind: 'standing', pit: null, pieces: [{ piece: 's5', from: 10.2, to: 10.2, extensions: 0, frames: 0 }] };
    expect(whereOf([...all(), moved])).toEqual([[2, 8]]);
    expect(whereOf([...all(), moved, hold(5)])).toEqual([[2, 10.2]]);
  });
  test('released or taken out it holds nothing', () => {
    const released: Fact = { kind: 'released', pieces: ['s5'], fill: 1 };
    expect(whereOf([...all(), released])).toEqual([[2, 8]]);
    expect(whereOf([...all(), { kind: 'takenOut', pieces: ['s1'] }])).toEqual([[4, 10]]);
  });
  test('a way out: 25 ft (7.62 m) of a ladder inside what is open, and no further', () => {
    expect(whereOf(all(), shored, [])).toEqual([]);
    expect(whereOf(all(), shored, [11])).toEqual([]);
    const row = Array.from({ length: 9 }, (_, i) => 2 + 2 * i);
    expect(whereOf(all(row), shored, [2])).toEqual([[2, 9.62]]);
    // Behind a stretch that is shut a ladder is no way out.
    expect(whereOf([...all(row), hold(4, 1e6)], shored, [3])).toEqual([[2, 6]]);
  });
  test('ways out are offered where what stands lets people be, and would open it', () => {
    const { plan, rules } = shored;
    const register = registerOf(day(all()).book(), at(7), rules);
    expect(waysOutWanted(plan, register, rules, { from: 0, to: 20 })).toEqual([6]);
    expect(waysOutWanted(plan, register, rules, { from: 4, to: 20 })).toEqual([7]);
    expect(waysOutWanted(plan, [], rules, { from: 0, to: 20 })).toEqual([]);
    expect(whereOf(all(), shored, [6])).toEqual([[2, 10]]);
    const row = Array.from({ length: 9 }, (_, i) => 2 + 2 * i);
    const offered = waysOutWanted(plan, registerOf(day(all(row)).book(), at(7), rules), rules, { from: 0, to: 20 });
    expect(offered).toEqual([6, 14]);
    expect(whereOf(all(row), shored, offered)).toEqual([[2, 18]]);
  });
  test('air: good where it was read, within half of 6 m, and a bad reading shuts the whole hole until it is good there', () => {
    const smelly = issued({ ...shored.run, conditions: { ...shored.run.conditions, badAir: true } });
    const air = (stations: readonly number[], oxygen = 0.209): Fact => ({
      kind: 'air',
      from: 0,
      to: 20,
      points: stations.map((station) => ({ station, oxygen, flammable: 0, sulphide: 0, monoxide: 0 })),
    });
    expect(whereOf(all(), smelly)).toEqual([]);
    expect(whereOf([...all(), air([4])], smelly)).toEqual([[2, 7]]);
    expect(whereOf([...all(), air([4, 10])], smelly)).toEqual([[2, 10]]);
    expect(whereOf([...all(), air([4, 10]), air([19], 0.18)], smelly)).toEqual([]);
    expect(whereOf([...all(), air([4, 10], 0.18), air([4])], smelly)).toEqual([]);
    expect(whereOf([...all(), air([4, 10], 0.18), air([3, 9])], smelly)).toEqual([[2, 10]]);
  });
  test('ground weaker than planned or not tested shuts it, where it is', () => {
    const [, ...untested] = all();
    expect(whereOf(untested)).toEqual([]);
    expect(whereOf([...all(), { ...soil, from: 5, to: 9, water: 'seeping' }])).toEqual([]);
    expect(whereOf([{ ...soil, to: 6 }, ...all().slice(1)])).toEqual([[2, 6]]);
  });
  test('a short-time cut shuts when its hours are over, and needs the hour it was opened', () => {
    const wall = { kind: 'batter', ratio: 0.5 } as const;
    const steep = issued(levelRun({ length: 20, depth: 2.2, bottomWidth: 0.9, soil: 'A', left: wall, right: wall, shortTerm: 4 }));
    const foreman = new Crew().device('foreman');
    foreman.meet(at(6));
    foreman.enter({ ...soil, thumb: 'hard' }, at(6));
    const look = (opened?: number) =>
      foreman.enter(
        inspect(steep, { to: 20, ladders: [5, 15], ...(opened === undefined ? {} : { opened: new Date(opened).toISOString() }) }),
        at(7),
      );
    const shut = (now: number) => {
      foreman.meet(now);
      return stops(gateOn(foreman, [steep], now)).includes('opened');
    };
    look();
    expect(shut(at(8))).toBe(true);
    look(at(6));
    expect([shut(at(9, 59)), shut(at(10))]).toEqual([false, true]);
    expect(gateOn(foreman, [steep], at(9, 30)).closes).toBe('2026-11-02T10:00:00.000Z');
  });
  const pit: PitBody = { ...blankPit(1.2, 1.2, 0.3), protection: 'shield', kit: 'box-pit', panel: 0.06 };
  test('a pit is held by what stands in it, a slot beside it by nobody going in', () => {
    const wall = { kind: 'batter', ratio: 1 } as const;
    const run: Run = {
      ...levelRun({ length: 20, depth: 1.1, bottomWidth: 0.9, soil: 'B', left: wall, right: wall }),
      structures: [{ id: 'c1', name: 'C1', kind: 'chamber', station: 10, diameter: 0.6, tail: 0, pit }],
    };
    const chamber = issued(run);
    const place: Fact[] = [
      { kind: 'delivered', kit: 'box-pit', pieces: [{ id: 'p1', name: 'Pit box' }] },
      { kind: 'standing', pit: 'c1', pieces: [{ piece: 'p1', from: 9.4, to: 10.6, extensions: 1, frames: 0 }] },
    ];
    expect(whereOf([soil], chamber, [10])).toEqual([
      [0, 9.4],
      [10.6, 20],
    ]);
    expect(whereOf([soil, ...place], chamber, [10])).toEqual([[0, 20]]);
    const slot = issued({ ...run, reaches: run.reaches.map((reach) => ({ ...reach, entry: false })) });
    expect(whereOf([soil, ...place], slot, [10])).toEqual([[9.4, 10.6]]);
  });
});
