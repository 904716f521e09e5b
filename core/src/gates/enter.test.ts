import fc from 'fast-check';
import { kits, type ShoreKit } from '../catalogue';
import { blankJob, blankPit, type Entry, type Fact, type Inspection, type Job, type PitBody, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { holdFault, inspectionItems, inspectionPrint, piecesOf, type PlaceSupport } from '../protection';
import { resolveRules } from '../rules';
import { bookEntry, levelRun } from '../testing';
import { safeToEnter, setsHolding } from './enter';

const us = resolveRules('US');
const shores = kits.find(({ id }) => id === 'shores-light') as ShoreKit;

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
  const shored = plan.supports[0] as PlaceSupport;
  const sets = piecesOf(shored).map(({ id }) => id);
  const pressureOf = (number: number) => `pressure.${sets[number - 1]}`;
  const place = shored.place;
  const pressures = (low = 5e6, time = at(6, 30), its = plan) =>
    piecesOf(its.supports[0] as PlaceSupport).map(({ id: set }) =>
      bookEntry(
        {
          kind: 'pressure',
          place,
          set,
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
    expect(stopsOf([...good, bad])).toEqual([pressureOf(1)]);
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
    const numbers = (range: { from: number; to: number }) => setsHolding(shored, range).map(({ number }) => number);
    // 20 m, 8 ft apart: the first set stands 0.25 m in, the next at 2.69 m.
    expect(numbers({ from: 1, to: 2 })).toEqual([1, 2]);
    expect(numbers({ from: 0, to: 0.1 })).toEqual([1]);
    expect(numbers({ from: 2, to: 6 })).toEqual([1, 2, 3, 4]);
    const between = { from: 1, to: 2 };
    const seen = bookEntry(inspection({ ...between, plan: inspectionPrint(run, us, plan, between) }), at(7));
    expect(stopsOf([soil, seen])).toEqual([pressureOf(1), pressureOf(2)]);
  });
  test('where nobody is to go in it opens for nobody: beside a slot only the reach people enter', () => {
    const [reach] = run.reaches as [Reach];
    const slot = { ...reach, id: 'slot', from: 12, entry: false, protection: 'none', kit: null, panel: null } as const;
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
      book: [soil, ...pressures(5e6, at(6, 30), its), look],
      planned: true,
      now: at(9),
    });
    expect(open).toMatchObject({ open: true, where: [{ from: 0, to: 12 }] });
    const closed: Run = { ...run, reaches: [{ ...reach, entry: false }] };
    expect(stopsOf(good, at(9), { run: closed })).toContain('entry');
  });
  const chamber = (change: Partial<PitBody> = {}): Run => ({
    ...run,
    structures: [{ id: 'c1', name: 'C1', kind: 'chamber', station: 10, diameter: 1, tail: 0, pit: { ...boxedPit, ...change } }],
  });
  const boxedPit: PitBody = { ...blankPit(2, 2, 0.3), protection: 'shield', kit: 'box-pit', panel: 0.06 };
  test('pits are asked about like any other place, and one of another size is another plan', () => {
    const its = planRun(job, chamber());
    const asked = inspectionItems(chamber(), us, its, whole, 'metric').map(({ ask }) => ask);
    expect(asked).toContain('C1 at 10.0 m is no deeper than 2.50 m, no longer than 2.00 m, no wider than 2.00 m');
    expect(asked).toContain('C1 has its own ladder, tied, 0.915 m above the lip');
    expect(asked).toContain('Trench shield of C1 as planned, no part bent, missing or struck');
    expect(inspectionItems(chamber(), us, its, { from: 0, to: 8 }, 'metric').some(({ ask }) => ask.includes('C1'))).toBe(false);
    expect(inspectionPrint(chamber(), us, its, whole)).not.toBe(
      inspectionPrint(chamber(), us, planRun(job, chamber({ length: 3 })), whole),
    );
  });
  test('a pit nobody made safe shuts the gate of the stretch it stands in', () => {
    const bare = chamber({ protection: 'none', kit: null, panel: null });
    expect(stopsOf(good, at(9), { run: bare })).toContain('protection.unprotected place:c1');
    expect(stopsOf(good, at(9), { run: chamber() }).filter((id) => id.startsWith('protection'))).toEqual([]);
  });
  test('a cut that counts on a short time shuts when its hours are over, and needs the hour it was opened', () => {
    const wall = { kind: 'batter', ratio: 0.5 } as const;
    const steep = levelRun({ length: 20, depth: 2.2, bottomWidth: 0.9, soil: 'A', left: wall, right: wall, shortTerm: 4 });
    const its = planRun(job, steep);
    const items = inspectionItems(steep, us, its, whole, 'metric').map((item) => ({ ...item, ok: true, note: '' }));
    const hard = bookEntry({ ...(soil.fact as Fact & { kind: 'soil' }), thumb: 'hard', strength: null }, at(6));
    const look = (opened?: string) =>
      bookEntry(inspection({ plan: inspectionPrint(steep, us, its, whole), items, ...(opened === undefined ? {} : { opened }) }), at(7));
    const shut = (opened: string | undefined, now: string) =>
      stopsOf([hard, look(opened)], now, { run: steep }).filter((id) => id === 'opened');
    expect(shut(undefined, at(8))).toEqual(['opened']);
    expect(shut(at(6), at(9, 59))).toEqual([]);
    expect(shut(at(6), at(10))).toEqual(['opened']);
    // Opened after it was looked at is no answer: it counts from the look.
    expect(shut(at(10), at(11))).toEqual(['opened']);
    expect(gate([hard, look(at(6))], at(8), { run: steep })).toMatchObject({ open: true, closes: '2026-11-02T10:00:00.000Z' });
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
  test('inputs that make no plan shut it', () => expect(stopsOf(good, at(9), { planned: false })).toEqual(['plan']));
  test('a change of plan shuts it', () => {
    const changed = { ...run, spoil: { ...run.spoil, setback: run.spoil.setback + 0.5 } };
    expect(stopsOf(good, at(9), { run: changed })).toEqual(['inspection']);
  });
  test('a set that falls, is out of its band or was not read shuts it', () => {
    const falling = bookEntry(
      {
        kind: 'pressure',
        place,
        set: sets[1] as string,
        readings: [
          { minute: 0, pressure: 5e6 },
          { minute: 5, pressure: 4.5e6 },
        ],
      },
      at(8),
    );
    expect(stopsOf([...good, falling])).toEqual([pressureOf(2)]);
    expect(stopsOf([soil, ...pressures(5e6, at(1)), bookEntry(inspection(), at(7))])).toHaveLength(sets.length);
    const steadyAt = (pressure: number) => ({ readings: [0, 5].map((minute) => ({ minute, pressure })) });
    expect(holdFault(steadyAt(8e6), shores.pressure, us, 'metric')).toContain('is over');
    expect(holdFault(steadyAt(3e6), shores.pressure, us, 'metric')).toContain('is under');
  });
  test('a no, a question not answered, and ground weaker than planned shut it', () => {
    const items = inspection().items;
    const no = items.map((item) => (item.id === 'spoil' ? { ...item, ok: false, note: 'heap slid' } : item));
    expect(stopsOf([soil, ...pressures(), bookEntry(inspection({ items: no }), at(7))])).toEqual(['item.spoil']);
    expect(stopsOf([soil, ...pressures(), bookEntry(inspection({ items: items.slice(1) }), at(7))])).toEqual(['item.clear']);
    const weak = bookEntry({ ...(soil.fact as Fact & { kind: 'soil' }), water: 'seeping' }, at(8));
    expect(stopsOf([...good, weak])).toEqual([`ground.claim place:${place}`]);
    expect(stopsOf(good.slice(1))).toEqual([`ground.untested place:${place}`]);
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
      place: fc.constant(place),
      set: fc.constantFrom(...sets),
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
