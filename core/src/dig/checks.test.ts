import fc from 'fast-check';
import { inOrder, type Fact, type Kept } from '../book';
import { seeded } from '../chance';
import { Crew } from '../crew.testing';
import { entryRefusal } from '../site/refusals';
import { bookEntry } from '../testing';
import { designsOf, digLevels, ONE_STATION, readChecks, setUpCautions } from '.';
import { check, REVISION, setUp } from './facts.testing';
import { NOW, rules, job, run, plan } from './drain.testing';

const designs = designsOf(job, run, plan.places);
type SetUp = Extract<Fact, { kind: 'setUp' }>;
const dug = (book: Kept[]) => readChecks({ rules, machine: job.machine, designs, book, now: NOW }).all();

describe('checks as dug', () => {
  test('off the design, and good within what the line allows', () => {
    const bottom = designs(10, null)?.bottom as number;
    const told = (off: number, station = 10) => bookEntry(check(station, { found: { as: 'level', value: bottom + off } }));
    expect(dug([told(0.009)]).checks[0]).toMatchObject({ good: true, within: 0.01, off: expect.closeTo(0.009, 9) as number });
    expect(dug([told(-0.011)]).checks[0]).toMatchObject({ good: false });
    const deep = bookEntry(check(10, { found: { as: 'depth', value: 10 - bottom } }));
    expect(dug([deep]).checks[0]?.off).toBeCloseTo(0, 9);
  });

  test('read anew at a station: the later stands, unless it is doubtful; of two apart the one further off', () => {
    const level = (value: number, more = {}) => bookEntry(check(10, { found: { as: 'level', value } }), '2026-11-02T07:00:00Z', more);
    const standing = (book: Kept[]) => dug(book).checks.flatMap(({ over, level: its }) => (over ? [] : its));
    const first = level(8.9);
    const second = level(8.95);
    expect(standing([first, second])).toEqual([8.95]);
    const elsewhere = level(8.7, { device: 'd2', known: 0, count: 1 });
    expect(standing([first, elsewhere])).toEqual([8.7]);
    const future = bookEntry(check(10, { found: { as: 'level', value: 8.99 } }), '2027-11-02T07:00:00Z');
    expect(standing([first, future])).toEqual([8.9]);
  });

  test('the same for every order in which entries arrive', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 8 }), fc.integer({ min: 0, max: 2 }), fc.double({ min: 8, max: 10, noNaN: true })), {
          maxLength: 12,
        }),
        fc.integer(),
        (made, seed) => {
          const crew = new Crew();
          const devices = ['a', 'b', 'c'].map((id) => crew.device(id));
          made.forEach(([station, who, value]) => devices[who]?.enter(check(station * 5, { found: { as: 'level', value } }), NOW - 1000));
          for (const device of devices) device.send(NOW - 500);
          const chance = seeded(seed);
          const shuffled = [...crew.rows]
            .map((row) => ({ row, by: chance() }))
            .sort((x, y) => x.by - y.by)
            .map(({ row }) => row);
          expect(
            dug(shuffled)
              .checks.filter(({ over }) => !over)
              .map(({ id }) => id)
              .sort(),
          ).toEqual(
            dug([...crew.rows])
              .checks.filter(({ over }) => !over)
              .map(({ id }) => id)
              .sort(),
          );
        },
      ),
    );
  });
});

describe('the checks of one station', () => {
  const places = [...plan.places];
  const layers = ['bottom', 'bed', 'pipe', 'finished'] as const;
  // Stations so close that one is of two neighbours' station while they are not of each other's; off the run there is no design.
  const made = fc.record({
    station: fc.integer({ min: 0, max: 30 }).map((step) => 9.9 + step * 0.04),
    layer: fc.constantFrom(...layers),
    value: fc.double({ min: 8, max: 10, noNaN: true }),
    who: fc.integer({ min: 0, max: 2 }),
    age: fc.integer({ min: 0, max: 5 }),
    off: fc.boolean(),
    again: fc.boolean(),
    corrects: fc.boolean(),
    meets: fc.boolean(),
  });
  const levelsOf = (book: Kept[]) => digLevels({ job, run, places, rules, book, now: NOW });

  test('are those of all the checks, with the same said of them, at any station', () => {
    fc.assert(
      fc.property(
        fc.array(made, { maxLength: 30 }),
        fc.array(fc.double({ min: 9.8, max: 11.2, noNaN: true }), { minLength: 5 }),
        (all, stations) => {
          const crew = new Crew();
          const devices = ['a', 'b', 'c'].map((id) => crew.device(id));
          const ids: string[] = [];
          for (const { station, layer, value, who, age, off, again, corrects, meets } of all) {
            const device = devices[who] as ReturnType<Crew['device']>;
            const fact = check(off ? station + 100 : station, { layer, found: { as: 'level', value }, again });
            ids.push(device.enter(fact, NOW - age * 1000, corrects ? ids.at(-1) : undefined).id);
            if (meets) device.meet(NOW);
          }
          for (const device of devices) device.send(NOW);
          const book = [...crew.rows];
          const { checks, unplaced } = dug(book);
          for (const station of [...stations, ...checks.map((one) => one.station)])
            expect(levelsOf(book).near(station)).toEqual(checks.filter((one) => Math.abs(one.station - station) <= ONE_STATION));
          // The last: of all that were made, in their order, the last a level can be told from.
          const order = inOrder([...checks, ...unplaced].map(({ kept }) => kept).filter(({ entry }) => !entry.fact.again));
          const placed = order.flatMap(({ entry }) => checks.find(({ id }) => id === entry.id) ?? []);
          expect(levelsOf(book).last).toEqual(placed.at(-1));
        },
      ),
    );
  });

  test('are told without working out the others', () => {
    const asked: number[] = [];
    const counted = (station: number, pit: string | null) => (asked.push(station), designs(station, pit));
    const book = Array.from({ length: 300 }, (_, i) => bookEntry(check(1 + i / 10, { found: { as: 'level', value: 9 } })));
    const { near, last } = readChecks({ rules, machine: job.machine, designs: counted, book, now: NOW });
    expect([near(10).length, last()?.station]).toEqual([3, 30.9]);
    expect(asked.length).toBeLessThan(20);
  });
});

describe('what cannot be true', () => {
  const instrument = bookEntry(setUp());
  const refused = (fact: Fact, book: Kept[] = [instrument]) =>
    entryRefusal(bookEntry(fact).entry as never, { job, rules, plan, run, book, now: NOW });
  const bottom = designs(10, null)?.bottom as number;
  const good = check(10, { found: { as: 'level', value: bottom } });

  test.each<[string, Fact, string | undefined]>([
    ['as designed', good, undefined],
    ['off the run', { ...good, station: 45 }, 'is off the run'],
    ['a reading with no set-up', { ...good, found: { as: 'reading', value: 1 } }, 'Set the instrument up first'],
    ['off the staff', { ...good, setUp: instrument.entry.id, found: { as: 'reading', value: 5.2 } }, 'is not on the staff'],
    ['top narrower than bottom', { ...good, widthBottom: 0.9, widthTop: 0.6 }, 'narrower than the bottom'],
    ['a pit that is not there', { ...good, pit: 'p9' }, 'Nothing is dug open'],
    ['off by more than a slip', { ...good, found: { as: 'level', value: bottom - 0.62 } }, 'Is it the unit, or the station?'],
    ['the same, and it is so', { ...good, found: { as: 'level', value: bottom - 0.62 }, sure: true }, undefined],
    ['a sight back on another benchmark of a level plane', sightOn('bm-2'), undefined],
    ['a set-up nobody entered', { kind: 'strike', setUp: REVISION, station: 3, note: '' }, 'not in the book'],
  ])('%s', (_, fact, sentence) => {
    if (sentence === undefined) expect(refused(fact)).toBeUndefined();
    else expect(refused(fact)).toContain(sentence);
  });
  function sightOn(id: string): Fact {
    return { kind: 'sightBack', setUp: instrument.entry.id, benchmark: { id, name: id, level: 10.1 }, reading: 1.225, note: '' };
  }
  test('a plane that falls is closed where it began', () => {
    const falling = bookEntry(setUp({ fall: 0.0125 }));
    const sight: Fact = { ...sightOn('bm-2'), setUp: falling.entry.id } as Fact;
    expect(refused(sight, [falling])).toContain('sight back on BM 1');
  });
  test('nothing is issued: there is no plan to dig to', () =>
    expect(entryRefusal(bookEntry(good).entry as never, { job, rules, plan: undefined, run: undefined, book: [], now: NOW })).toContain(
      'Issue the plan first',
    ));

  test('before anybody digs by a set-up it says what its plane does', () => {
    const cautions = (more: Partial<SetUp>) => setUpCautions(setUp(more), { run, places: plan.places, designs }, 'metric').join(' ');
    expect(cautions({ fall: 1 / 80 })).toBe('');
    // Level along a line that falls 1:80: an eighth of a metre too high after 10 m.
    expect(cautions({})).toContain('0.125 m too high after 10 m');
    expect(cautions({ fall: -1 / 80 })).toContain('0.250 m too high');
    expect(cautions({ fall: 1 / 80, rod: 2 })).toContain('off the staff');
    expect(cautions({ fall: 1 / 80, backsight: -3 })).toContain('over the plane');
    expect(cautions({ fall: 1 / 80, means: 'sensors', set: 0 })).toContain('a step of 0.038 m at every move of 3 m');
  });
});
