import fc from 'fast-check';
import type { CompactorId, Fact, FilledFact, Kept } from '../book';
import { Crew } from '../crew.testing';
import { metres, times } from '../generators.testing';
import { lengthOf } from '../geometry';
import { blankJob, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { entryRefusal } from '../site/refusals';
import { fillChecks } from '../site/fillRefusals';
import { supportsOut } from '../site/out';
import { registerOf } from '../site';
import { bookEntry, levelRun, withInverts } from '../testing';
import { findProduct } from '../catalogue';
import {
  fillAt,
  fillLadder,
  fillReport,
  fillSchoolsAt,
  fillSections,
  fillStretches,
  filledUp,
  fillTarget,
  firstPour,
  judgeFill,
  ladderOver,
  madeUpTester,
  maySoilGoBack,
  NO_TESTER_FAULTS,
  nextRung,
  reuseLacks,
  sayFillVerdict,
  sayLadderFault,
  sayRung,
  settlementAt,
  sunkAdvice,
  sunkIn,
  type FillWay,
} from '.';
import { filledFact as lift } from './facts.testing';

const job = blankJob('Yard', 'UK');
const rules = resolveRules('UK');
const REVISION = '10000000-0000-4000-8000-000000000001';

/** Cover 0.75 m, fine fill to 0.15 over the crown, 0.16 of surface. */
const base = levelRun({ length: 24, depth: 1.2, protection: 'none' });
const [reach] = base.reaches as [Reach];
const run: Run = {
  ...base,
  surface: 'road',
  spoil: { ...base.spoil, ground: 'loam' },
  reaches: [
    {
      ...reach,
      surround: 0.15,
      levels: { kind: 'cover', cover: 0.75 },
      restoration: [
        { material: 'asphalt', thickness: 0.06 },
        { material: 'subbase', thickness: 0.1 },
      ],
    },
  ],
};
const plan = planRun(job, run);
const sections = fillSections(job, run, plan.places);
const section = sections(10)!;
const way = (change: Partial<FillWay> = {}): FillWay => ({ school: 'thick', compactor: 'rammer', first: 'asIs', ...change });
const ladder = (change: Partial<FillWay> = {}) => fillLadder([section], way(change), 'loam', rules);
const fills = (change: Partial<FillWay> = {}) => ladder(change).rungs.filter(({ layer }) => layer === 'fill');

describe('the ladder of a section', () => {
  test('0.44 m in three lifts of 147 mm, 183 mm loose, marks 0.600, 0.453, 0.307 and 0.160 down', () => {
    const rungs = fills();
    expect(rungs.map(({ thickness }) => Number(thickness.toFixed(4)))).toEqual([0.1467, 0.1467, 0.1467]);
    expect(rungs[0]?.loose).toBeCloseTo(0.183, 3);
    expect([rungs[0]?.from, ...rungs.map(({ top }) => top)].map((mark) => Number(mark?.toFixed(3)))).toEqual([0.6, 0.453, 0.307, 0.16]);
  });
  test('the rammer’s 0.30 m is not met by the first lift (0.297): it says so, and offers 0.153 first or the hand tamper', () => {
    const { faults, ...rest } = ladder();
    expect(faults).toEqual([expect.objectContaining({ code: 'bears', compactor: 'rammer' })]);
    const [fault] = faults as [Extract<(typeof faults)[number], { code: 'bears' }>];
    expect(fault.over).toBeCloseTo(0.297, 3);
    expect(fault.fine).toBeCloseTo(0.153, 3);
    expect(sayLadderFault(fault, { faults, ...rest }, 'metric').why).toBe(
      'Bring the fine fill to 153 mm over the line first, or put that lift in by hand tamper.',
    );
    for (const first of ['fine', 'hand'] as const) expect(ladder({ first }).faults).toEqual([]);
  });
  test('125 mm loose come to 100 mm in four passes: the thin school in loam', () => {
    const rung = fills({ school: 'thin' })[0]!;
    expect(rung.thickness).toBeCloseTo(0.088, 9);
    expect(rung.loose / rung.thickness).toBeCloseTo(1.25, 9);
    expect([rung.passes, 0.1 * 1.25]).toEqual([4, 0.125]);
  });
  test('no lift is thicker than its compactor takes, they join without a gap, and none but hand tampers stand nearer than they may, over any section', () => {
    const asked = { thickest: 0, bears: 0 };
    fc.assert(
      fc.property(
        metres(0.5, 3),
        metres(0, 0.3),
        metres(0, 0.4),
        fc.constantFrom('thin' as const, 'thick' as const),
        fc.constantFrom<CompactorId>('hand', 'rammer', 'plate', 'roller'),
        fc.constantFrom('asIs' as const, 'fine' as const, 'hand' as const),
        (depth, fine, top, school, compactor, first) => {
          const bed = depth - 0.1;
          const crown = bed - 0.16;
          const own = {
            ...section,
            bottom: depth,
            bed,
            crown,
            fine: Math.max(0, crown - fine),
            surface: Math.min(top, Math.max(0, crown - fine)),
            layers: [],
          };
          const { rungs, faults } = fillLadder([own], { school, compactor, first }, 'loam', rules);
          let at = bed;
          for (const rung of rungs) {
            expect(rung.from).toBeCloseTo(at, 6);
            at = rung.top;
            const most = { hand: 0.1, rammer: 0.15, plate: 0.2, roller: 0.3 }[rung.compactor!];
            expect(rung.thickness).toBeLessThanOrEqual(most + 1e-6);
            asked.thickest = Math.max(asked.thickest, rung.thickness);
            const cover = { hand: 0.1, rammer: 0.3, plate: 0.3, roller: 0.6 }[rung.compactor!];
            if (rung.layer !== 'fine' && rung.over < cover - 1e-6) {
              asked.bears++;
              expect(faults.map(({ code }) => code)).toContain('bears');
            }
          }
          expect(at).toBeCloseTo(own.surface, 6);
        },
      ),
      { numRuns: times(300) },
    );
    expect(asked.thickest).toBeGreaterThan(0.25);
    expect(asked.bears).toBeGreaterThan(10);
  });
  test('1.10 m of loose clay at 90 %: a crown of 0.11 m; surface layers that do not fit are said', () => {
    const deep = { ...section, bed: 1.4, crown: 1.25, fine: 1.1, surface: 0, layers: [] };
    const loose = fillLadder([deep], way({ school: 'crown' }), 'clay', rules);
    expect(loose.crown).toBeCloseTo(0.11, 9);
    expect(fillLadder([{ ...section, fine: 0.1, surface: 0.1 }], way(), 'loam', rules).faults.map(({ code }) => code)).toContain('noRoom');
  });
  test('flowable fill is poured no deeper than its line stays down, and then against one that has set', () => {
    const product = findProduct('drain-160');
    const pour = firstPour(product);
    // Brute force: the wetted part of the circle weighs nine tenths of the pipe.
    const radius = product.od / 2;
    const strips = 20_000;
    let area = 0;
    for (let i = 0; i < strips; i++) {
      const y = ((i + 0.5) / strips) * pour;
      area += 2 * Math.sqrt(Math.max(0, radius ** 2 - (y - radius) ** 2)) * (pour / strips);
    }
    expect(area * 1900).toBeCloseTo(0.9 * product.mass, 2);
    const rungs = fills({ school: 'flow' });
    expect(rungs[0]?.thickness).toBeCloseTo(pour, 3);
    expect(rungs.every(({ thickness, compactor }) => thickness <= 0.5 + 1e-9 && compactor === null)).toBe(true);
  });
  test('schools beside one another: thin takes longest and settles least, none settles most', () => {
    const costs = fillSchoolsAt(section, 'rammer', 'loam', rules);
    const [thin, thick, crown] = costs as [(typeof costs)[0], (typeof costs)[0], (typeof costs)[0]];
    expect(costs.map(({ school }) => school)).toEqual(['thin', 'thick', 'crown', 'flow']);
    expect(thin.hours).toBeGreaterThan(thick.hours);
    expect(thick.hours).toBeGreaterThan(crown.hours);
    expect(thin.settles).toBeLessThan(thick.settles);
    expect(thick.settles).toBeLessThan(crown.settles);
  });
});

describe('readings', () => {
  const target = (tool: 'impact' | 'penetration' | 'density') => fillTarget(tool, 'fill', 'road', rules);
  test('their mean and each of them: one that is too low shuts however good the rest', () => {
    const read = (...values: number[]) =>
      judgeFill(
        values.map((value, station) => ({ tool: 'impact' as const, station, value })),
        target,
      );
    expect(read(15, 16).state).toBe('passed');
    expect(read(14, 15).state).toBe('below');
    expect(read(13, 30)).toMatchObject({ state: 'below', low: [0] });
    expect(judgeFill([], target).state).toBe('unread');
    expect(judgeFill([{ tool: 'penetration', station: 0, value: 0.02 }], target).state).toBe('below');
    expect(sayFillVerdict(read(13, 30), 'metric')).toBe('Impact value: mean 21.5, worst 13; asked for 15, each 13.5. Low at 0.0 m.');
  });
  test('the made-up tester passes what had its passes, and not what had one, in nearly every draw', () => {
    const own = target('impact');
    const share = (passes: number) =>
      Array.from({ length: 200 }, (_, seed) => madeUpTester('impact', own, NO_TESTER_FAULTS, seed).read(passes, 4)).filter(
        (value) => value >= own.mean,
      ).length / 200;
    expect(share(4)).toBeGreaterThan(0.95);
    expect(share(1)).toBeLessThan(0.05);
  });
  test('what may go back', () => {
    const soil = { foreign: false, largest: 0.05, squeeze: 'ball' as const };
    expect(reuseLacks(soil, rules)).toEqual([]);
    expect(maySoilGoBack(reuseLacks({ ...soil, squeeze: 'crumbles' }, rules))).toBe(true);
    expect(reuseLacks({ foreign: true, largest: 0.2, squeeze: 'wet' }, rules)).toEqual(['foreign', 'stones', 'wet']);
    expect(maySoilGoBack(['wet'])).toBe(false);
  });
});

/** What a falling run has of its own, on the reach of the level one. */
const pick = ({ stations, inverts, reaches }: Run) => ({ stations, inverts, reaches });
const WHOLE = { from: 0, to: 24 };
const fine = (at: number, change: Partial<FilledFact> = {}): FilledFact =>
  lift({ layer: 'fine', mark: { from: 'bed', at }, thickness: 0.08, compactor: 'hand', ...change });
const now = Date.parse('2026-11-02T12:00:00Z');
const inputs = (book: readonly Kept[]) => ({ job, rules, plan, run, book, now });
const refusal = (book: readonly Kept[], fact: Fact) => entryRefusal(bookEntry(fact).entry as never, inputs(book), fillChecks);
const report = (book: readonly Kept[]) => fillReport({ job, run, places: plan.places, rules, book, now });
/** Fine fill to 0.15 over the line: 0.31 over the bed, in four lifts of 78 mm. */
const fineDone = () => [0.0775, 0.155, 0.2325, 0.31].map((at) => bookEntry(fine(at, { thickness: 0.0775 })));

describe('what is put in', () => {
  test('goes up rung by rung: the one above before the one below is refused, with where and why', () => {
    expect(refusal([], lift())).toMatch(
      /^At 0\.0 m the lift below is missing: it is filled to 0\.91 m down, and this one begins at 0\.60 m\.$/,
    );
    const book = fineDone();
    expect(refusal(book, lift({ compactor: 'hand', thickness: 0.1, mark: { from: 'ground', at: 0.5 } }))).toBeUndefined();
    expect(refusal(book, lift({ mark: { from: 'ground', at: 0.307 } }))).toMatch(/the lift below is missing/);
    expect(refusal(book, fine(0.31))).toMatch(/filled already/);
  });
  test('heavier kit than the cover bears is refused; a lift thicker than its class says how many it must be', () => {
    const book = fineDone();
    expect(refusal(book, lift())).toMatch(/^At 0\.0 m 297 mm would lie over the line: a rammer needs 300 mm\./);
    expect(refusal(book, lift({ thickness: 0.15, mark: { from: 'ground', at: 0.45 } }))).toBeUndefined();
    expect(refusal(book, lift({ thickness: 0.44, mark: { from: 'ground', at: 0.16 } }))).toBe(
      '440 mm is more than a rammer gets through (150 mm): put it in as 3 lifts of 147 mm.',
    );
  });
  test('one side only is refused from the second lift on', () => {
    const left = (at: number) => fine(at, { side: 'left', thickness: 0.0775 });
    expect(refusal([], left(0.0775))).toBeUndefined();
    const one = [bookEntry(left(0.0775))];
    expect(refusal(one, left(0.155))).toMatch(/the other side is more than a lift behind: fill right of the line first/);
    const both = [...one, bookEntry(fine(0.0775, { side: 'right', thickness: 0.0775 }))];
    expect(refusal(both, left(0.155))).toBeUndefined();
  });
  test('a reading below its target shuts the stretch for the next lift until it is compacted again and read, or taken out', () => {
    const first = bookEntry(lift({ thickness: 0.15, mark: { from: 'ground', at: 0.45 } }));
    const { id } = first.entry;
    const read = (value: number) =>
      bookEntry({ kind: 'fillRead', lift: id, station: 6, tool: 'impact', value, revision: REVISION, note: '' });
    const next = lift({ thickness: 0.145, mark: { from: 'ground', at: 0.305 } });
    const book = [...fineDone(), first, read(9)];
    expect(refusal(book, next)).toMatch(/reads too low/);
    // Another reading beside it lifts nothing: mean and each count.
    expect(refusal([...book, read(30)], next)).toMatch(/reads too low/);
    const again = bookEntry({ kind: 'fillRedone', lift: id, how: 'again', passes: 4, note: '' });
    expect(refusal([...book, again], next)).toMatch(/reads too low/);
    expect(report([...book, again]).lifts.find((one) => one.id === id)?.state).toBe('again');
    expect(refusal([...book, again, read(18)], next)).toBeUndefined();
    const out = bookEntry({ kind: 'fillRedone', lift: id, how: 'out', passes: 0, note: '' });
    expect(fillAt(report([...book, out]), 6)?.left).toBeCloseTo(0.6, 6);
    expect(refusal([...book, out], next)).toMatch(/the lift below is missing/);
    expect(refusal([], read(9).entry.fact as Fact)).toBe('A reading is of a lift: enter the lift first.');
  });
  test('something found in the fill shuts it until it is settled', () => {
    const found = bookEntry({ kind: 'found', what: 'water', from: 4, to: 6, depth: null, note: 'it pumps' });
    const book = [...fineDone(), found];
    const next = lift({ thickness: 0.15, mark: { from: 'ground', at: 0.45 } });
    expect(refusal(book, next)).toMatch(/^At 4\.0 m something found is not settled/);
    expect(refusal(book, { ...next, from: 7 })).toBeUndefined();
    const settled = bookEntry({ kind: 'settled', found: found.entry.id, how: 'pumped dry' });
    expect(refusal([...book, settled], next)).toBeUndefined();
  });
  test('at any station the fill is what a naive stack of the same lifts makes of it, whatever their order of arrival', () => {
    const seen = { filled: 0, gap: 0 };
    const anyLift = fc
      .record({
        ends: fc.tuple(fc.integer({ min: 0, max: 24 }), fc.integer({ min: 0, max: 24 })),
        step: fc.integer({ min: 0, max: 5 }),
        side: fc.constantFrom('both' as const, 'both' as const, 'left' as const, 'right' as const),
      })
      .map(({ ends: [a, b], step, side }) => fine((step + 1) * 0.1, { from: Math.min(a, b), to: Math.max(a, b), thickness: 0.1, side }));
    fc.assert(
      fc.property(
        fc.array(anyLift, { maxLength: 25 }),
        fc.array(metres(0, 24), { minLength: 4, maxLength: 4 }),
        fc.nat(),
        (facts, stations, turn) => {
          const entries = facts.map((fact) => bookEntry(fact));
          const turned = entries.map((_, i) => entries[(i + turn) % entries.length]!);
          for (const at of stations) {
            const state = fillAt(report(entries), at)!;
            expect(fillAt(report(turned), at)).toMatchObject({ left: state.left, right: state.right });
            for (const side of ['left', 'right'] as const) {
              // Step after step, as long as somebody put the next one in.
              let step = 0;
              const lies = (n: number) =>
                facts.some(
                  (fact) =>
                    // As a stretch holds its ends: to a billionth of a metre.
                    fact.from <= at + 1e-9 &&
                    fact.to >= at - 1e-9 &&
                    fact.mark.from === 'bed' &&
                    Math.abs(fact.mark.at - (n + 1) * 0.1) < 1e-9 &&
                    (fact.side === 'both' || fact.side === side),
                );
              while (lies(step)) step++;
              expect(state[side]).toBeCloseTo(state.section.bed - step * 0.1, 9);
              seen.filled += step;
              if ([1, 2, 3, 4, 5].some((n) => n > step && lies(n))) seen.gap++;
            }
          }
        },
      ),
      { numRuns: times(150) },
    );
    expect(seen.filled).toBeGreaterThan(100);
    expect(seen.gap).toBeGreaterThan(20);
  });
  /** Under ground that rises and falls again. */
  const falling: Run = {
    ...run,
    ...pick(withInverts({ ...run, stations: [0, 9, 24].map((station, i) => ({ station, ground: [10, 10.3, 10.1][i]! })) }, 8.9, 8.6)),
  };
  test('what is said to come next on a stretch comes next at any station of it, whatever lies there and by whatever it was measured', () => {
    const { places } = planRun(job, falling);
    const seen = { stations: 0, cutInside: 0, full: 0, shut: 0 };
    const mark = fc.oneof(
      fc.oneof(fc.constant(0), metres(0, 1.2)).map((at) => ({ from: 'ground' as const, at })),
      metres(0.05, 1.2).map((at) => ({ from: 'bed' as const, at })),
    );
    const anyLift = fc
      .record({
        a: metres(0, 24),
        b: metres(0, 24),
        mark,
        thickness: metres(0.1, 1.6),
        side: fc.constantFrom('both' as const, 'both' as const, 'left' as const),
      })
      .map(({ a, b, ...rest }) => lift({ from: Math.min(a, b), to: Math.max(a, b), layer: 'fill', ...rest }));
    const something = metres(0, 20).map((from): Fact => ({ kind: 'found', what: 'water', from, to: from + 3, depth: null, note: '' }));
    fc.assert(
      fc.property(
        fc.array(anyLift, { maxLength: 12 }),
        fc.option(something),
        fc.array(metres(0, 24), { minLength: 12, maxLength: 12 }),
        (facts, found, stations) => {
          const book = [...facts, ...(found ? [found] : [])].map((fact) => bookEntry(fact));
          const known = fillReport({ job, run: falling, places, rules, book, now });
          const stretches = fillStretches(known, places);
          const ends = [...known.lifts, ...known.stops].flatMap(({ from, to }) => [from, to]);
          seen.cutInside += stretches.filter(({ from }) => from > 0.001 && !ends.some((end) => Math.abs(end - from) < 1e-6)).length;
          for (const at of stations) {
            const over = ladderOver(known, places[0]!)!;
            const state = fillAt(known, at);
            const own = stretches.find(({ from, to }) => from + 2e-6 < at && at < to - 2e-6);
            if (!state || !own) continue;
            seen.stations++;
            if (own.next === null) seen.full++;
            if (own.shut) seen.shut++;
            expect(own.next).toEqual(nextRung(state, over.ladder) ?? null);
            expect(own.shut).toEqual(state.shut);
          }
        },
      ),
      { numRuns: times(150) },
    );
    expect(seen.stations).toBeGreaterThan(1000);
    for (const count of [seen.cutInside, seen.full, seen.shut]) expect(count).toBeGreaterThan(20);
  });
  test('what comes next is offered stretch by stretch, and nothing that is offered is refused: level, falling, under ground that rises', () => {
    for (const shape of [run, falling]) {
      const planned = planRun(job, shape);
      const all = (book: readonly Kept[]) => fillReport({ job, run: shape, places: planned.places, rules, book, now });
      let book: Kept[] = [bookEntry({ kind: 'fillWay', school: 'thick', compactor: 'rammer', first: 'hand', note: '' })];
      let entered = 0;
      for (let i = 0; i < 80; i++) {
        const known = all(book);
        const stretch = fillStretches(known, planned.places).find(({ next }) => next !== null);
        if (!stretch?.next) break;
        // Half of what is offered, as a crew does it.
        const to = i % 3 === 0 && stretch.to - stretch.from > 6 ? (stretch.from + stretch.to) / 2 : stretch.to;
        const { layer, material, thickness, compactor, passes } = stretch.next;
        const fact = lift({ from: stretch.from, to, layer, material, mark: stretch.next.mark, thickness, compactor, passes });
        expect(
          entryRefusal(bookEntry(fact).entry as never, { job, rules, plan: planned, run: shape, book, now }, fillChecks),
        ).toBeUndefined();
        book = [...book, bookEntry(fact)];
        entered++;
      }
      expect(fillStretches(all(book), planned.places).every(({ next }) => next === null)).toBe(true);
      const filled = (by: readonly Kept[]) => filledUp({ job, run: shape, places: planned.places, rules, book: by, now });
      expect(filled(book)).toEqual([WHOLE]);
      // Less its last lift it is open where that lay.
      const { from, to } = (book.at(-1)?.entry.fact ?? WHOLE) as FilledFact;
      expect(lengthOf(filled(book.slice(0, -1)))).toBeCloseTo(WHOLE.to - WHOLE.from - (to - from), 1);
      expect(filled([])).toEqual([]);
      for (const at of [0.5, 7, 12, 20, 23.5]) expect(fillAt(all(book), at)?.left).toBeCloseTo(0, 9);
      expect(entered).toBeGreaterThan(8);
      const over = ladderOver(all(book), WHOLE)!;
      expect(sayRung(over.ladder.rungs[0]!, 'us')).toMatch(/hand tamper, 4 passes/);
      expect(nextRung(fillAt(all(book), 12)!, over.ladder)).toBeUndefined();
    }
  });
});

describe('supports out with the fill', () => {
  const held: Run = {
    ...run,
    reaches: run.reaches.map((one) => ({
      ...one,
      protection: 'shores' as const,
      kit: 'shores-light',
      soil: 'B' as const,
      bottomWidth: 0.9,
      levels: { kind: 'cover' as const, cover: 1.6 },
    })),
  };
  const planned = planRun(job, held);
  const [a, b] = ['30000000-0000-4000-8000-00000000000a', '30000000-0000-4000-8000-00000000000b'];
  const stands = () => [
    bookEntry({
      kind: 'delivered',
      kit: 'shores-light',
      pieces: [
        { id: a, name: 'Set 1' },
        { id: b, name: 'Set 2' },
      ],
    }),
    bookEntry({
      kind: 'standing',
      pit: null,
      pieces: [a, b].map((piece, i) => ({ piece, from: 2 + i * 8, to: 2 + i * 8, extensions: 0, frames: 0 })),
    }),
  ];
  const against = (book: readonly Kept[]) => ({ job, rules, plan: planned, run: held, book, now });
  const release = (book: readonly Kept[], fill: number) =>
    entryRefusal(bookEntry({ kind: 'released', pieces: [a], fill }).entry as never, against(book), fillChecks);
  test('what is typed of the fill is held against the lifts that are in, where something lies there; the fullest comes out first', () => {
    const filled = fillSections(job, held, planned.places);
    const section = filled(2)!;
    const lowest = Math.min(...(planned.supports[0]?.schedule as { cylinders: number[] }).cylinders);
    expect(lowest).toBeGreaterThan(0.2);
    // Nothing lies there yet: only what is typed is known.
    expect(release(stands(), lowest + 0.1)).toBeUndefined();
    const low = [...stands(), bookEntry(fine(0.1, { thickness: 0.1 }))];
    expect(release(low, lowest + 0.1)).toMatch(/^Set 1: the lifts that are in come to .* over the floor there\./);
    const full = [...stands(), ...Array.from({ length: 13 }, (_, i) => bookEntry(fine((i + 1) * 0.1, { to: 6, thickness: 0.1 })))];
    const over = section.bottom - section.bed + 1.3;
    expect(release(full, lowest)).toBeUndefined();
    const out = supportsOut(
      registerOf(full, now, rules),
      planned,
      fillReport({ job, run: held, places: planned.places, rules, book: full, now }),
    );
    expect(out.map(({ piece, ready }) => [piece.name, ready])).toEqual([
      ['Set 1', true],
      ['Set 2', false],
    ]);
    expect(out[0]?.filled).toBeCloseTo(over, 6);
  });
});

describe('settlement', () => {
  test('a crown that sank 0.04 of 0.11 is kept; what is down is done; what sank further is filled', () => {
    expect([0.04, 0.105, 0.15].map((down) => sunkAdvice(0.11, down))).toEqual(['keep', 'done', 'fill']);
  });
  test('by how each lift was put in; a return visit beside it', () => {
    const dumped = lift({ compactor: null, passes: 0, thickness: 0.44, mark: { from: 'ground', at: 0.16 } });
    const book = [...fineDone(), bookEntry(dumped), bookEntry({ kind: 'sunk', station: 12, down: 0.02, note: '' })];
    const expected = 0.31 * 0.005 + 0.44 * 0.08;
    expect(settlementAt(report(book), 12)?.predicted).toBeCloseTo(expected, 9);
    expect(sunkIn(report(book), book)).toEqual([expect.objectContaining({ advice: 'keep', left: expected - 0.02 })]);
    expect(settlementAt(report([]), 12)).toBeUndefined();
  });
});

test('what one device filled is there on another once both have met the server, and a reading it did not know of still shuts', () => {
  const crew = new Crew();
  const [one, two] = [crew.device('one'), crew.device('two', 60_000)];
  one.hear(now);
  two.hear(now);
  for (const { entry } of fineDone()) one.enter(entry.fact as Fact, now);
  const entered = one.enter(lift({ thickness: 0.15, mark: { from: 'ground', at: 0.45 } }), now);
  one.meet(now);
  two.meet(now);
  two.enter({ kind: 'fillRead', lift: entered.id, station: 3, tool: 'impact', value: 5, revision: REVISION, note: '' }, now);
  one.enter({ kind: 'fillRedone', lift: entered.id, how: 'again', passes: 4, note: '' }, now);
  one.meet(now);
  two.meet(now);
  one.meet(now);
  for (const device of [one, two]) expect(report(device.book()).lifts.at(-1)?.state).toBe('below');
});
