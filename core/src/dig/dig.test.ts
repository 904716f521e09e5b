import fc from 'fast-check';
import { inOrder, type Fact, type Kept } from '../book';
import { normal, seeded } from '../chance';
import { extent } from '../alignment';
import { Crew } from '../crew.testing';
import { anyDig, metres } from '../generators.testing';
import { blankExisting, blankJob, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { entryRefusal } from '../site/refusals';
import { bookEntry, levelRun, withInverts } from '../testing';
import { bucketPasses, type Passes } from '../trench';
import { INCH } from '../units';
import {
  benchmarksOf,
  bumps,
  cardLines,
  designsOf,
  digCard,
  digFault,
  digLevels,
  digNotes,
  digReport,
  driftOf,
  gradeSheet,
  holeFaults,
  instrumentInForce,
  instrumentsOf,
  isChecked,
  levelOf,
  ONE_STATION,
  offTheRod,
  offTheRodAt,
  passLines,
  passLineWords,
  pegsAt,
  offStretches,
  planeAt,
  planeOf,
  ponds,
  readChecks,
  readingAt,
  setUpCautions,
  stepAtMove,
  tPassed,
  unchecked,
  type Checked,
  type Design,
  type DigCard,
  type Struck,
} from '.';
import { check, REVISION, setUp } from './facts.testing';

const NOW = Date.parse('2026-11-02T12:00:00Z');
const rules = resolveRules('UK');
const job = blankJob('Yard', 'UK');
/** Falls 1:80 from 9.2 to 8.7 over 40 m under ground at 10. */
const run = withInverts({ ...levelRun({ length: 40 }), stations: [0, 40].map((station) => ({ station, ground: 10 })) }, 9.2, 8.7);
const plan = planRun(job, run);
const designs = designsOf(job, run, plan.places);
const within = () => 0.01;

type SetUp = Extract<Fact, { kind: 'setUp' }>;
type Check = Extract<Fact, { kind: 'check' }>;
const dug = (book: Kept[]) => readChecks({ rules, machine: job.machine, designs, book, now: NOW }).all();
const at = (station: number, off: number, width = 0.6, level = 10 + off): Checked => ({ station, off, width, level });

describe('the plane of an instrument', () => {
  test('benchmark, backsight, reading: the sums on the back of a docket', () => {
    const plane = planeOf(setUp());
    expect(plane.height).toBeCloseTo(11.325, 9);
    expect(readingAt(plane, 12, 8.64)).toBeCloseTo(2.685, 9);
    const falling = planeOf(setUp({ fall: 1 / 80 }));
    expect(planeAt(falling, 12)).toBeCloseTo(11.175, 9);
    expect(readingAt(falling, 12, 8.64)).toBeCloseTo(2.535, 9);
  });

  test('a fall on the wrong axis: with one reading kept, half a metre too high after 40 m', () => {
    const design = (station: number) => 8.8 - station / 80;
    expect(driftOf(planeOf(setUp()), design, 0, 40)).toBeCloseTo(0.5, 9);
    expect(driftOf(planeOf(setUp({ fall: 1 / 80 })), design, 0, 40)).toBeCloseTo(0, 9);
    expect(stepAtMove({ fall: 1 / 80 }, 0, 3)).toBeCloseTo(0.0375, 9);
  });
});

describe('the design people dig to', () => {
  test('is that of the plan at every station, in reach and pit', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 40, noNaN: true }), (station) => {
        const design = designs(station, null);
        const invert = 9.2 - station / 80;
        expect(design?.invert).toBeCloseTo(invert, 9);
        expect(design?.bottom).toBeLessThan(invert);
        expect((design?.bed ?? 0) - (design?.bottom ?? 0)).toBeCloseTo(run.reaches[0]?.bedding ?? NaN, 9);
      }),
    );
    expect(designs(-3, null)).toBeUndefined();
    expect(designs(10, 'no such pit')).toBeUndefined();
  });
});

describe('benchmarks and set-ups', () => {
  const bm = (level: number, more: object = {}): Fact => ({
    kind: 'benchmark',
    id: 'bm',
    name: 'BM 1',
    level,
    where: 'kerb',
    lost: false,
    ...more,
  });

  test('the last word on a benchmark counts; two who did not know of each other dispute it; what is lost is lost', () => {
    const first = bookEntry(bm(10));
    const second = bookEntry(bm(10.02));
    expect(benchmarksOf([first, second])).toMatchObject([{ level: 10.02, disputed: false, lost: false }]);
    const apart = bookEntry(bm(10.5), '2026-11-02T07:00:00Z', { device: 'd2', known: 0, count: 1 });
    expect(benchmarksOf([first, apart])).toMatchObject([{ disputed: true }]);
    expect(benchmarksOf([first, bookEntry(bm(10, { lost: true }))])).toMatchObject([{ lost: true }]);
  });

  test('a sight back that does not close makes doubtful what was read since the last that did', () => {
    const instrument = bookEntry(setUp());
    const sight = (reading: number): Fact => ({
      kind: 'sightBack',
      setUp: instrument.entry.id,
      benchmark: { id: 'bm', name: 'BM 1', level: 10 },
      reading,
      note: '',
    });
    const read = (station: number) => bookEntry(check(station, { setUp: instrument.entry.id, found: { as: 'reading', value: 2.3 } }));
    const book = [instrument, read(5), bookEntry(sight(1.327)), read(10), bookEntry(sight(1.34)), read(15)];
    expect(dug(book).checks.map(({ station, doubt }) => [station, doubt])).toEqual([
      [5, undefined],
      [10, 'notClosed'],
      [15, 'notClosed'],
    ]);
    const [state] = instrumentsOf(book, NOW, rules);
    expect(state?.closings.map(({ off, closes }) => [Number(off.toFixed(3)), closes])).toEqual([
      [0.002, true],
      [0.015, false],
    ]);
  });

  test('a set-up typed wrong and put right puts right every level read from it', () => {
    const wrong = bookEntry(setUp({ backsight: 1.235 }));
    const read = bookEntry(check(12, { setUp: wrong.entry.id, found: { as: 'reading', value: 2.685 } }));
    expect(dug([wrong, read]).checks[0]?.level).toBeCloseTo(8.55, 9);
    const right = bookEntry(setUp(), '2026-11-02T07:00:00Z', { corrects: wrong.entry.id });
    expect(dug([wrong, read, right]).checks[0]).toMatchObject({ doubt: undefined, level: expect.closeTo(8.64, 9) as number });
    expect(instrumentInForce(instrumentsOf([wrong, read, right], NOW, rules))?.id).toBe(right.entry.id);
    const gone = bookEntry({ kind: 'wrong', why: 'never stood' }, '2026-11-02T07:00:00Z', { corrects: wrong.entry.id });
    expect(dug([wrong, read, gone])).toMatchObject({ checks: [], unplaced: [{ why: 'noSetUp' }] });
  });
});

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

test('where a bottom is off the rod, over ground and grades of any kind: exactly where one asked at a station says so', () => {
  const reading = fc.record({ height: metres(6, 12), fall: metres(-0.05, 0.05), rod: metres(0.5, 4) });
  fc.assert(
    fc.property(
      anyDig,
      reading,
      fc.array(metres(0, 1), { minLength: 12, maxLength: 12 }),
      ({ job: its, run: of, plan: planned }, { height, fall, rod }, shares) => {
        const { start, end } = extent(of);
        const levels = designsOf(its, of, planned.places);
        // About the level of its own floor, so that some of it is over the plane and some under.
        const about = levels(start + (end - start) / 3, null)?.bottom ?? 9;
        const plane = { height: about + height - 9, from: start, fall };
        const ranges = offTheRod({ run: of, places: planned.places, designs: levels }, plane, rod);
        for (const share of shares) {
          const x = start + share * (end - start);
          if (ranges.some(({ from, to }) => Math.min(Math.abs(x - from), Math.abs(x - to)) < 1e-5)) continue;
          expect([x, ranges.find(({ from, to }) => from < x && x < to)?.why]).toEqual([x, offTheRodAt(levels, plane, rod, x)]);
        }
      },
    ),
  );
});

describe('the grade sheet and the report', () => {
  const sheet = (step: number, from?: Fact) => {
    const [instrument] = from ? instrumentsOf([bookEntry(from)], NOW, rules) : [];
    return gradeSheet({ run, places: plan.places, windows: [{ from: 12.3, to: 13.1 }], designs, instrument }, step);
  };
  test('a line at every step, and where something happens; levels are those of the plan', () => {
    const rows = sheet(5);
    expect(rows.map(({ station }) => station)).toEqual([0, 5, 10, 12.3, 13.1, 15, 20, 25, 30, 35, 40]);
    for (const { station, invert, cut, bottom, ground } of rows) {
      expect(invert).toBeCloseTo(9.2 - station / 80, 9);
      expect(cut).toBeCloseTo(ground - bottom, 9);
    }
    expect(rows.find(({ station }) => station === 12.3)?.events).toEqual([{ kind: 'window', name: '' }]);
  });
  test('what the rod reads from the set-up in force, only where it reaches', () => {
    const [first] = sheet(5, setUp());
    expect(first?.readings.pipe).toBeCloseTo(11.325 - 9.2, 9);
    expect(sheet(5, setUp({ rod: 1 })).every(({ readings }) => readings.bottom === undefined)).toBe(true);
  });

  const reportOf = (...facts: Fact[]) =>
    digReport({ job, run, places: plan.places, rules, book: facts.map((fact) => bookEntry(fact)), now: NOW });
  const found = (station: number, off: number, more: Partial<Check> = {}, of = designs) =>
    check(station, { found: { as: 'level', value: (of(station, null)?.bottom as number) + off }, widthBottom: 0.6, ...more });

  test('too deep: what fills it, as it is bought; a check that was put right counts no more', () => {
    const report = reportOf(found(0, -0.035), found(5, -0.015), found(20, 0.004));
    const [fill] = report.fills;
    expect(fill).toMatchObject({ volume: expect.closeTo(0.075, 9) as number });
    expect(fill?.bags).toBe(Math.ceil((fill?.mass ?? 0) / 25));
    expect(report.unchecked).toEqual([{ from: 5, to: 20 }]);
    const slip = bookEntry(found(0, -0.035));
    const right = bookEntry(found(0, 0), '2026-11-02T07:00:00Z', { corrects: slip.entry.id });
    expect(digReport({ job, run, places: plan.places, rules, book: [slip, right], now: NOW }).checks).toHaveLength(1);
  });

  test('a staircase is found by the strikes in the book, and its cause', () => {
    const instrument = bookEntry(setUp({ means: 'sensors', fall: 1 / 80, set: 0 }));
    const chance = seeded(3);
    const book: Kept[] = [instrument];
    for (let place = 0; place < 4; place++) {
      book.push(bookEntry({ kind: 'strike', setUp: instrument.entry.id, station: place * 3, note: '' }));
      for (const along of [0.2, 1.5, 2.8]) book.push(bookEntry(found(place * 3 + along, along / 80 + 0.003 * normal(chance))));
    }
    const report = digReport({ job, run, places: plan.places, rules, book, now: NOW });
    expect(report.fault).toMatchObject({ kind: 'slope', places: 4, checks: 12 });
    expect(report.last?.station).toBeCloseTo(11.8, 9);
    const reread = bookEntry(found(0.2, 0.02, { again: true }));
    expect(digReport({ job, run, places: plan.places, rules, book: [...book, reread], now: NOW }).rereads).toMatchObject([
      { off: expect.any(Number) as number },
    ]);
  });

  test('a cut read again is held against how it was left, and a fall is no error', () => {
    const reread = (book: Kept[], { run: of, plan: its } = { run, plan }) =>
      digReport({ job, run: of, places: its.places, rules, book, now: NOW }).rereads.map(({ off }) => off);
    // Its first level was 40 mm high, and it was dug on.
    const dugOn = [bookEntry(found(10, 0.04)), bookEntry(found(10, 0))];
    expect(reread([...dugOn, bookEntry(found(10.2, 0.002, { again: true }))])).toEqual([]);
    expect(reread([...dugOn, bookEntry(found(10.2, 0.04, { again: true }))])).toEqual([expect.closeTo(0.04, 9)]);
    // Who reads it again without knowing of the first level meant any of them.
    const unheard = bookEntry(found(10, 0.04, { again: true }), '2026-11-02T08:00:00Z', { device: 'd2', count: 1, known: 0 });
    expect(reread([...dugOn, unheard])).toEqual([expect.closeTo(0.04, 9)]);
    // 25 cm further down a fall of 1:10 the bottom is 25 mm deeper.
    const steep = withInverts(run, 9.2, 5.2);
    const steeply = { run: steep, plan: planRun(job, steep) };
    const onLevel = (station: number, again: boolean) =>
      bookEntry(found(station, 0, { again }, designsOf(job, steep, steeply.plan.places)));
    expect(reread([onLevel(10, false), onLevel(10.25, true)], steeply)).toEqual([]);
  });

  test('what is too deep over two reaches is filled with the bedding of each, as much as lies in it', () => {
    const [first] = run.reaches as [Reach];
    const both: Run = {
      ...run,
      reaches: [
        { ...first, beddingMaterial: 'sand' },
        { ...first, id: 'second', from: 11, beddingMaterial: 'granular' },
      ],
    };
    const its = planRun(job, both);
    const levels = designsOf(job, both, its.places);
    const book = [
      [8, -0.03],
      [12, -0.05],
      [16, 0.01],
    ].map(([station, off]) => bookEntry(found(station as number, off as number, {}, levels)));
    const report = digReport({ job, run: both, places: its.places, rules, book, now: NOW });
    const offAt = (x: number) => (x < 12 ? -0.03 - (0.02 * (x - 8)) / 4 : -0.05 + (0.06 * (x - 12)) / 4);
    const sliced = { sand: 0, granular: 0 };
    for (let x = 8.0005; x < 16; x += 0.001) sliced[x < 11 ? 'sand' : 'granular'] += Math.max(0, -offAt(x)) * 0.6 * 0.001;
    expect(report.fills.map(({ material, volume }) => [material, volume])).toEqual([
      ['sand', expect.closeTo(sliced.sand, 5)],
      ['granular', expect.closeTo(sliced.granular, 5)],
    ]);
    expect(report.overDug).toHaveLength(1);
    const [told] = digNotes({ report, places: its.places, supports: its.supports, rules, units: 'metric' }).filter(({ id }) =>
      id.includes('.deep.'),
    );
    expect(told?.todo).toMatch(/^Fill with .*, \d.\d{3} m³ compacted; .*, \d.\d{3} m³ compacted: never with spoil\.$/);
  });
});

describe('too deep, too high', () => {
  test('35 and 15 mm too deep, 5 m apart, 0.60 m wide: 0.075 m³ of bedding', () => {
    expect(offStretches([at(0, -0.035), at(5, -0.015)], 5, within)).toEqual([
      { from: 0, to: 5, side: 'deep', most: 0.035, at: 0, volume: expect.closeTo(0.075, 9) as number, beyond: true },
    ]);
  });

  test('what was dug less what was designed is over-dig less under-dig, by a count in thin slices', () => {
    const millimetres = (min: number, max: number) => fc.integer({ min, max }).map((value) => value / 1000);
    const off = millimetres(-100, 100).filter((value) => value !== 0);
    const checks = fc.array(fc.tuple(millimetres(500, 5000), off, millimetres(400, 1200)), { minLength: 2, maxLength: 10 });
    fc.assert(
      fc.property(checks, (list) => {
        let station = 0;
        const made = list.map(([step, off, width]) => at((station += step), off, width));
        const stretches = offStretches(made, 5, within);
        const signed = stretches.reduce((sum, { side, volume }) => sum + (side === 'deep' ? volume : -volume), 0);
        let counted = 0;
        for (let i = 1; i < made.length; i++) {
          const [a, b] = [made[i - 1] as Checked, made[i] as Checked];
          for (let k = 0; k < 400; k++) {
            const share = (k + 0.5) / 400;
            counted -= ((b.station - a.station) / 400) * (a.off + (b.off - a.off) * share) * (a.width + (b.width - a.width) * share);
          }
        }
        expect(signed).toBeCloseTo(counted, 5);
        for (const { from, to, side } of stretches) {
          const middle = (from + to) / 2;
          const i = made.findIndex(({ station: one }) => one > middle);
          const [a, b] = [made[i - 1] as Checked, made[i] as Checked];
          expect(Math.sign(a.off + (b.off - a.off) * ((middle - a.station) / (b.station - a.station)))).toBe(side === 'deep' ? -1 : 1);
        }
      }),
    );
  });

  test('nothing is said of what lies between checks too far apart', () => {
    expect(offStretches([at(0, -0.05), at(8, -0.05)], 5, within)).toEqual([]);
  });
});

describe('water that would stand', () => {
  const level = (station: number, its: number) => ({ station, level: its });

  test('8.640, 8.652, 8.560 at 0, 5, 10 m: 12 mm of water back to station 0', () => {
    expect(ponds([level(0, 8.64), level(5, 8.652), level(10, 8.56)], 1)).toEqual([
      { from: 0, to: 5, depth: expect.closeTo(0.012, 9) as number, at: 0, over: 5 },
    ]);
    expect(ponds([level(0, 8.64), level(5, 8.652), level(10, 8.66)], -1)).toEqual([]);
  });

  test('equals water poured in drop by drop', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 2, maxLength: 9 }),
        fc.constantFrom<1 | -1>(1, -1),
        (heights, flow) => {
          const checks = heights.map((height, i) => level(i * 10, height));
          const found = ponds(checks, flow);
          // Cells along the profile; water at a cell stands as high as the highest cell it has to pass on its way out.
          const cells = Array.from({ length: (heights.length - 1) * 40 + 1 }, (_, i) => {
            const [low, share] = [Math.floor(i / 40), (i % 40) / 40];
            const a = heights[low] as number;
            return { station: i / 4, level: share === 0 ? a : a + ((heights[low + 1] as number) - a) * share };
          });
          if (flow === -1) cells.reverse();
          let sill = -Infinity;
          const poured = cells.reverse().map(({ station, level: its }) => ({ station, depth: (sill = Math.max(sill, its)) - its }));
          const deepest = Math.max(0, ...poured.map(({ depth }) => depth));
          expect(Math.max(0, ...found.map(({ depth }) => depth))).toBeCloseTo(deepest, 9);
          const inPond = (station: number, slack: number) => found.some(({ from, to }) => station > from - slack && station < to + slack);
          const missed = poured.filter(({ station, depth }) => depth > 1e-9 && !inPond(station, 1e-9));
          const invented = poured.filter(({ station, depth }) => depth <= 0 && inPond(station, -1e-9));
          expect({ missed, invented }).toEqual({ missed: [], invented: [] });
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('humps, hollows and what nobody checked', () => {
  test('a level off the line of its neighbours', () => {
    expect(bumps([at(0, 0), at(5, 0.02), at(10, 0)], 5, within)).toEqual([{ station: 5, off: 0.02 }]);
    expect(bumps([at(0, 0), at(5, -0.03), at(10, -0.04)], 5, within)).toEqual([]);
    expect(bumps([at(0, 0), at(9, 0.02), at(18, 0)], 5, within)).toEqual([]);
  });

  test('the stretches nobody checked are exactly where a station is not checked', () => {
    const stations = fc.array(fc.double({ min: 0, max: 40, noNaN: true }), { maxLength: 8 }).map((list) => list.sort((a, b) => a - b));
    fc.assert(
      fc.property(stations, fc.double({ min: 0, max: 40, noNaN: true }), (list, station) => {
        const holes = unchecked(list, 5, { from: 0, to: 40 });
        const near = holes.some(({ from, to }) => Math.abs(station - from) < 1e-6 || Math.abs(station - to) < 1e-6);
        if (!near) expect(holes.some(({ from, to }) => station > from && station < to)).toBe(!isChecked(list, 5, station));
      }),
      { numRuns: 500 },
    );
  });
});

describe('what is wrong with how the machine digs', () => {
  /** Four places 3 m long, three checks in each, and what is wrong with them. */
  const checked = (seed: number, wrong: (along: number, station: number) => number, places = 4): Struck[] => {
    const chance = seeded(seed);
    return Array.from({ length: places }, (_, place) =>
      [0, 1.5, 3].map((along): Struck => {
        const station = place * 3 + along;
        return { station, place, struckAt: place * 3, off: wrong(along, station) + 0.004 * normal(chance) };
      }),
    ).flat();
  };
  const seeds = Array.from({ length: 100 }, (_, i) => i + 1);

  test('the slope is missing in the machine: it is named within 0.2 %', () => {
    for (const seed of seeds.slice(0, 50)) {
      const fault = digFault(
        checked(seed, (along) => along / 80),
        0.01,
      );
      expect(fault?.kind).toBe('slope');
      const { slope, error } = fault as Extract<typeof fault, { kind: 'slope' }>;
      expect(Math.abs(slope - 1 / 80)).toBeLessThan(Math.max(0.002, 3 * error));
    }
    const named = seeds.filter((seed) => {
      const fault = digFault(
        checked(seed, (along) => along / 80),
        0.01,
      );
      return fault?.kind === 'slope' && Math.abs(fault.slope - 1 / 80) <= 0.002;
    });
    expect(named.length).toBeGreaterThanOrEqual(90);
  });

  test('with the slope right it says nothing in 99 of 100', () => {
    expect(
      seeds.filter(
        (seed) =>
          digFault(
            checked(seed, () => 0),
            0.01,
          ) === undefined,
      ).length,
    ).toBeGreaterThanOrEqual(99);
  });

  test('the same 18 mm over four places is a bias, and no staircase', () => {
    const kinds = seeds.map(
      (seed) =>
        digFault(
          checked(seed, () => 0.018),
          0.01,
        )?.kind,
    );
    expect(kinds.filter((kind) => kind === 'bias').length).toBeGreaterThanOrEqual(90);
    expect(kinds.filter((kind) => kind === 'slope' || kind === 'plane').length).toBeLessThanOrEqual(1);
  });

  test('running off all along is the plane, not the machine', () => {
    const kinds = seeds.map(
      (seed) =>
        digFault(
          checked(seed, (_, station) => station / 80),
          0.01,
        )?.kind,
    );
    expect(kinds.filter((kind) => kind === 'plane').length).toBeGreaterThanOrEqual(99);
  });

  test('too few checks: nothing', () => {
    expect(
      digFault(
        checked(1, () => 0.05, 1),
        0.01,
      ),
    ).toBeUndefined();
    expect(digFault([], 0.01)).toBeUndefined();
  });

  test('Student’s t once in two hundred, by the table', () => {
    // Two-sided 0.5 %.
    for (const [freedom, t] of [
      [5, 4.773],
      [7, 4.029],
      [10, 3.581],
      [30, 3.03],
    ] as const)
      expect(Math.abs(tPassed(freedom) - t) / t).toBeLessThan(0.02);
  });
});

describe('the hole as it was found', () => {
  const boxed = (depth: number) =>
    planRun(
      job,
      levelRun({ length: 20, depth, bottomWidth: 0.9, soil: 'B', protection: 'shield', kit: 'box-light', panel: 0.06, entry: true }),
    );
  const judged = (made: ReturnType<typeof planRun>, of: typeof run, more: Partial<Check>) => {
    const ground = 10;
    const made_ = designsOf(job, of, made.places);
    const design = made_(5, null);
    const [found] = readChecks({
      rules,
      machine: job.machine,
      designs: made_,
      book: [bookEntry(check(5, { found: { as: 'depth', value: ground - (design?.bottom ?? 0) }, ...more }))],
      now: NOW,
    }).all().checks;
    const place = made.places[0];
    if (!found || !place) throw new Error('nothing was dug there');
    return holeFaults(
      found,
      place,
      made.supports.find((one) => one.place === place.id),
      rules,
    );
  };
  const light = levelRun({
    length: 20,
    depth: 2,
    bottomWidth: 0.9,
    soil: 'B',
    protection: 'shield',
    kit: 'box-light',
    panel: 0.06,
    entry: true,
  });

  test('wider than the supports open: it may not be packed out; narrower than planned: room to lay', () => {
    const made = boxed(2);
    expect(judged(made, light, { widthBottom: 1.0 }).map(({ kind }) => kind)).not.toContain('wide');
    expect(judged(made, light, { widthBottom: 1.7 })).toMatchObject([{ kind: 'wide', limit: 1.5 }]);
    expect(judged(made, light, { widthBottom: 0.75 }).map(({ kind }) => kind)).toEqual(expect.arrayContaining(['narrow', 'tight']));
  });

  test('dug deeper than the table of its supports goes: said, though the plan was within it', () =>
    expect(judged(boxed(2), light, { found: { as: 'depth', value: 2.7 }, sure: true }).map(({ kind }) => kind)).toContain('fault'));

  test('sides cut steeper than their class: by the widths as they were measured', () => {
    const battered = levelRun({
      length: 20,
      depth: 2,
      bottomWidth: 0.9,
      soil: 'B',
      left: { kind: 'batter', ratio: 1 },
      right: { kind: 'batter', ratio: 1 },
      entry: true,
    });
    const made = planRun(job, battered);
    expect(judged(made, battered, { widthBottom: 0.9, widthTop: 4.9 })).toEqual([]);
    expect(judged(made, battered, { widthBottom: 0.9, widthTop: 2.0 })).toMatchObject([{ kind: 'fault' }]);
  });
});

describe('the card in the cab', () => {
  const crossed = {
    ...run,
    existing: [{ ...blankExisting('Gas main', 18, 'x1'), kind: 'gas' as const }],
  };
  const planned = planRun(job, crossed);
  const cardAt = (station: number, look = 10) =>
    digCard({ job, run: crossed, plan: planned, designs: designsOf(job, crossed, planned.places), instrument: undefined }, station, look);
  const [window] = planned.handWindows as [(typeof planned.handWindows)[number]];

  test('counts down to the stretch hands dig, is in it, and lets it go behind', () => {
    expect(cardAt(window.from - 4)?.hand).toMatchObject({ away: expect.closeTo(4, 9) as number, lines: ['Gas main'] });
    expect(cardAt((window.from + window.to) / 2)?.hand?.away).toBe(0);
    expect(cardAt(window.to + 0.5)?.hand).toBeUndefined();
    expect(cardAt(window.from - 11)?.hand).toBeUndefined();
  });

  test('at every station: the levels of the design, one place after another, and a move no further than its place is long', () => {
    let before = 0;
    for (let station = 0; station <= 40; station += 0.25) {
      const card = cardAt(station);
      expect(card?.cut).toBeCloseTo((card?.design.ground ?? 0) - (card?.design.bottom ?? 0), 9);
      const place = card?.place;
      if (!place) continue;
      expect(place.number).toBeGreaterThanOrEqual(before);
      const { from, to } = planned.setUps.list[place.number - 1] as { from: number; to: number };
      expect(place.moveIn).toBeLessThanOrEqual(to - from + 1e-9);
      before = place.number;
    }
    expect(before).toBe(planned.setUps.list.length);
    expect(cardAt(55)).toBeUndefined();
  });

  test('says what the plan says STOP to as far as it looks ahead, and nowhere else', () => {
    const deep = levelRun({ length: 40, depth: 2, soil: 'B', entry: false });
    const [reach] = deep.reaches as [Reach];
    // People go in from the middle on.
    const half: Run = { ...deep, reaches: [reach, { ...reach, id: 'r2', from: 20, entry: true }] };
    const made = planRun(job, half);
    const designs = designsOf(job, half, made.places);
    const said = (station: number) => {
      const card = digCard({ job, run: half, plan: made, designs, instrument: undefined }, station, 10);
      return cardLines(card as DigCard, rules, 'metric').find(({ id }) => id === 'stop');
    };
    for (let station = 0.5; station < 40; station += 1)
      expect([station, /Unprotected/.test(said(station)?.says ?? '')]).toEqual([station, station + 10 >= 20]);
    expect(said(15)).toMatchObject({
      heed: true,
      says: expect.stringMatching(/Unprotected at 2\.00 m deep.*, 20\.0 m to 40\.0 m/) as string,
    });
  });

  test('says what to heed in the reader’s units', () => {
    const lines = cardLines(cardAt(window.from - 4) as DigCard, rules, 'metric');
    expect(lines.find(({ id }) => id === 'hand')).toMatchObject({ about: 'By hand in 4 m', heed: true });
    expect(
      cardLines(cardAt(window.from - 4) as DigCard, rules, 'us')
        .map(({ says }) => says)
        .join(' '),
    ).not.toMatch(/\d m\b/);
  });
});

describe('setting out', () => {
  test('pegs of a station are the hole’s own offsets, and the foot of its heap keeps off the lip', () => {
    const row = pegsAt(job, run, designs, 10);
    const design = designs(10, null) as Design;
    expect(row?.edge).toEqual({ left: -design.width / 2, right: design.width / 2 });
    expect(row?.lip.right).toBeCloseTo(design.lip.right, 9);
    expect(Math.abs(row?.toes[0] as number)).toBeCloseTo(design.lip.left + run.spoil.setback, 9);
    expect(pegsAt(job, run, designs, 60)).toBeUndefined();
  });

  test('two passes of a 24 in bucket overlapped by a 2 in tooth: 46 in', () => {
    const [passes] = bucketPasses([24 * INCH], 46 * INCH) as [Passes];
    expect(passes).toMatchObject({ buckets: [24 * INCH, 24 * INCH], overlap: expect.closeTo(2 * INCH, 9) as number });
    const [first, second] = passLines(passes) as [{ left: number; right: number }, { left: number; right: number }];
    expect(first.left).toBeCloseTo(-23 * INCH, 9);
    expect(first.right - second.left).toBeCloseTo(2 * INCH, 9);
    expect(second.right).toBeCloseTo(23 * INCH, 9);
    expect(passLineWords(passes, 'us')).toBe(`Pass 1: edge teeth 1' 11" left and 1" right. Pass 2: edge teeth 1" left and 1' 11" right`);
  });
});

describe('what the levels say, in sentences', () => {
  const notesOf = (facts: Fact[], units: 'metric' | 'us' = 'metric') => {
    const report = digReport({ job, run, places: plan.places, rules, book: facts.map((fact) => bookEntry(fact)), now: NOW });
    return digNotes({ report, places: plan.places, supports: plan.supports, rules, units });
  };
  const layer = (station: number, off: number, its: Check['layer'] = 'bottom') => {
    const design = designs(station, null) as Design;
    return check(station, { layer: its, found: { as: 'level', value: (levelOf(design, its) as number) + off } });
  };

  test('the gravest first: a pipe that falls back stops, a bottom too deep cautions, what nobody checked is noted', () => {
    const notes = notesOf([
      ...[0, 5, 10].map((station, i) => layer(station, [0, 0.08, 0][i] as number, 'pipe')),
      ...[0, 5, 12].map((station) => layer(station, -0.03)),
    ]);
    expect(notes.map(({ state }) => state)).toEqual(
      [...notes.map(({ state }) => state)].sort((a, b) => 'scn'.indexOf(a[0] as string) - 'scn'.indexOf(b[0] as string)),
    );
    const said = notes.map(({ what }) => what).join('\n');
    expect(said).toContain('The pipe falls back, 0.0 m to 5.0 m: 18 mm of water stands at 0.0 m');
    expect(said).toContain('The bottom is too deep, 0.0 m to 5.0 m: 30 mm');
    expect(said).toContain('Nobody checked 5.0 m to 12.0 m');
  });

  test('in feet for who reads feet', () => {
    const notes = notesOf([layer(0, -0.03), layer(5, -0.03)], 'us');
    expect(notes[0]?.what).toContain('0.10 ft');
    expect(notes.map(({ what, todo }) => `${what} ${todo}`).join(' ')).not.toMatch(/\d m(m|³)?\b/);
  });
});
