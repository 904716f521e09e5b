import fc from 'fast-check';
import { type Fact, type Kept } from '../book';
import { normal, seeded } from '../chance';
import { extent } from '../alignment';
import { anyDig, metres } from '../generators.testing';
import { blankExisting, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { bookEntry, levelRun, withInverts } from '../testing';
import { bucketPasses, type Passes } from '../trench';
import { INCH } from '../units';
import {
  benchmarksOf,
  cardLines,
  designsOf,
  digCard,
  digNotes,
  digReport,
  driftOf,
  gradeSheet,
  instrumentInForce,
  instrumentsOf,
  levelOf,
  offTheRod,
  offTheRodAt,
  passLines,
  passLineWords,
  pegsAt,
  planeAt,
  planeOf,
  readChecks,
  readingAt,
  stepAtMove,
  type Design,
  type DigCard,
} from '.';
import { check, setUp } from './facts.testing';
import { job, NOW, plan, rules, run } from './drain.testing';

const designs = designsOf(job, run, plan.places);
type Check = Extract<Fact, { kind: 'check' }>;
const dug = (book: Kept[]) => readChecks({ rules, machine: job.machine, designs, book, now: NOW }).all();

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

  test.each([
    ['a slope is missing in the machine', 1 / 80],
    ['the slope is right', 0],
  ])('%s: found so, or not, by the cuts as they were left, whatever stood there before they were dug on', (_, missing) => {
    const chance = seeded(5);
    const instrument = bookEntry(setUp({ means: 'sensors', fall: 1 / 80, set: 0 }));
    const [left, dugOn, readAgain]: Kept[][] = [[instrument], [instrument], [instrument]];
    for (let place = 0; place < 4; place++) {
      const strike = bookEntry({ kind: 'strike', setUp: instrument.entry.id, station: place * 3, note: '' });
      for (const book of [left, dugOn, readAgain]) book?.push(strike);
      for (const along of [0.2, 1.5, 2.8]) {
        const at = place * 3 + along;
        const before = bookEntry(found(at, 0.4 * chance()));
        const cut = bookEntry(found(at, missing * along + 0.003 * normal(chance)));
        left?.push(cut);
        dugOn?.push(before, cut);
        readAgain?.push(cut, bookEntry(found(at, 0.002, { again: true })));
      }
    }
    const faultIn = (book: Kept[] = []) => digReport({ job, run, places: plan.places, rules, book, now: NOW }).fault;
    const plain = faultIn(left);
    expect(plain?.kind).toBe(missing > 0 ? 'slope' : undefined);
    expect(faultIn(dugOn)).toEqual(plain);
    // A second reading of a cut is no cut of its own, and takes the first nothing away.
    expect(faultIn(readAgain)).toEqual(plain);
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
