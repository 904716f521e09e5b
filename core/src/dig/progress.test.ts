import fc from 'fast-check';
import type { Fact, Kept } from '../book';
import { lastWorkingDay } from '../clearance';
import { applyPatches, blankJob, blankPit, reachSplit, straightBore, type Job, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { entryRefusal } from '../site/refusals';
import { metres } from '../generators.testing';
import { bookEntry, levelRun, withInverts } from '../testing';
import {
  countedBy,
  doneOf,
  dugOpen,
  dugPlan,
  dugRate,
  forecastOf,
  forecastWords,
  leftOf,
  nextStretch,
  paceOf,
  sameHole,
  sameHoles,
  staysOpen,
  type DugPlan,
} from '.';
import { REVISION } from './facts.testing';
import { lengthOf, shared } from '../geometry';

const NOW = Date.parse('2026-11-02T12:00:00Z');
const rules = resolveRules('UK');
const job = blankJob('Yard', 'UK');
const run = withInverts({ ...levelRun({ length: 40 }), stations: [0, 40].map((station) => ({ station, ground: 10 })) }, 9.2, 8.7);
const plan = planRun(job, run);
const open = dugOpen(plan.places);
const force = { id: REVISION, job, run, plan };
const counts = countedBy([force], force);

type Shift = Extract<Fact, { kind: 'shift' }>;
const shift = (from: number, to: number, more: Partial<Shift> = {}): Shift => ({
  kind: 'shift',
  work: 'dug',
  from,
  to,
  hours: null,
  machine: 't27',
  weather: 'dry',
  revision: REVISION,
  note: '',
  ...more,
});
const bookOf = (...facts: Fact[]): Kept[] => facts.map((fact) => bookEntry(fact));

describe('progress', () => {
  test('what overlaps counts once; the pace is all metres over all hours, with how far shifts lie from it', () => {
    const [dug] = doneOf(bookOf(shift(0, 12, { hours: 4 }), shift(10, 20, { hours: 5 }), shift(30, 32)), open, counts);
    expect(dug).toMatchObject({
      length: 22,
      of: 40,
      ranges: [
        { from: 0, to: 20 },
        { from: 30, to: 32 },
      ],
    });
    expect(dug?.pace?.rate).toBeCloseTo(22 / 9, 9);
    // 3 m/h for 4 h and 2 m/h for 5 h about 2.444.
    const square = (4 * (3 - 22 / 9) ** 2 + 5 * (2 - 22 / 9) ** 2) / 9;
    expect(dug?.pace?.spread).toBeCloseTo(Math.sqrt(square * 2), 9);
    expect(paceOf([{ metres: 5, hours: null }])).toBeUndefined();
    expect(paceOf([{ metres: 5, hours: 2 }])).toMatchObject({ rate: 2.5, spread: undefined });
  });

  test('done and left are all there is, and share nothing: against metre by metre', () => {
    const range = fc.tuple(fc.nat({ max: 40 }), fc.nat({ max: 40 })).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }));
    fc.assert(
      fc.property(fc.array(range, { maxLength: 6 }), (ranges) => {
        const left = leftOf(ranges, open);
        for (let m = 0; m < 40; m++) {
          const holds = (list: readonly { from: number; to: number }[]) => list.some(({ from, to }) => from <= m && to >= m + 1);
          const done = ranges.some(({ from, to }) => from <= m && to >= m + 1);
          expect(holds(left)).toBe(!done);
        }
        expect(shared(left, ranges)).toEqual([]);
      }),
    );
    expect(nextStretch([{ from: 0, to: 12 }], open, 1)).toEqual({ from: 12, to: 40 });
    expect(nextStretch([{ from: 30, to: 40 }], open, -1)).toEqual({ from: 0, to: 30 });
    expect(nextStretch([{ from: 0, to: 40 }], open, 1)).toBeUndefined();
  });

  test('12 m in 4 h, 28 m left, shifts of 8 h: two working days; the permit that ends before is said', () => {
    const [dug] = doneOf(bookOf(shift(0, 12, { hours: 4 })), open, counts);
    const of = (to: string): Pick<Job, 'pace' | 'clearance'> => ({
      pace: { ...job.pace, shift: 8 },
      clearance: { ...job.clearance, permit: { number: '7', issuer: '', covers: '', from: '2026-10-01', to } },
    });
    const friday = '2026-11-06';
    expect(forecastOf(dug, of('2026-11-30'), rules, friday)).toMatchObject({ left: 28, days: 28 / 3 / 8, finish: '2026-11-10', ends: [] });
    expect(lastWorkingDay(friday, 2, [])).toBe('2026-11-10');
    expect(forecastOf(dug, of('2026-11-09'), rules, friday)?.ends).toEqual([{ what: 'permit', day: '2026-11-09' }]);
    // A shift of 10 m/h and one of 0.5 m/h: less its spread the pace is none, and a permit may always end before.
    const [uneven] = doneOf(bookOf(shift(0, 10, { hours: 1 }), shift(10, 11, { hours: 2 })), open, counts);
    const unsure = forecastOf(uneven, of('2027-11-30'), rules, friday);
    expect(unsure).toMatchObject({ late: undefined, ends: [{ what: 'permit', day: '2027-11-30' }] });
    expect(unsure && forecastWords(unsure, 'metric')).toEqual({
      says: '29 m left, 1 day of work at this pace: dug by 2026-11-09; shifts went so differently that nobody can say how much later.',
      alarms: ['The permit ends on 2027-11-30, which may be before that: renew in time.'],
    });
    expect(forecastOf(doneOf(bookOf(shift(0, 12)), open, counts)[0], of('2026-11-30'), rules, friday)).toBeUndefined();
    const [all] = doneOf(bookOf(shift(0, 40, { hours: 10 })), open, counts);
    expect(forecastOf(all, of('2026-11-01'), rules, friday)).toMatchObject({ left: 0, finish: friday, ends: [] });
  });

  test('what the crew dug an hour is measured in the bank of the plan, of this machine only', () => {
    const book = bookOf(shift(0, 20, { hours: 4 }), shift(20, 40, { hours: 6 }), shift(0, 40, { hours: 1, machine: null }));
    expect(dugRate(book, counts, plan.profile, 't27')?.amount).toBeCloseTo(plan.volumes.trench, 9);
    expect(dugRate(book, counts, plan.profile, 't27')?.hours).toBe(10);
    const wedge = dugRate(bookOf(shift(0, 10, { hours: 1 })), counts, plan.profile, 't27')?.amount ?? NaN;
    expect(wedge).toBeLessThan(plan.volumes.trench / 4);
    expect(dugRate(book, counts, plan.profile, 't17')).toBeUndefined();
  });

  test('what was dug to an older plan counts where that has the same hole, and of a plan nobody has here nowhere', () => {
    const older = '00000000-0000-4000-8000-00000000000b';
    const deeper = applyPatches(run, reachSplit(run, run.reaches[0]?.id ?? '', { from: 10, to: 20 }, { bedding: 0.4 }));
    const now = { id: REVISION, job, run: deeper, plan: planRun(job, deeper) };
    const book = bookOf(shift(0, 24, { revision: older, hours: 8 }), shift(24, 30, { hours: 2 }));
    const [dug] = doneOf(book, open, countedBy([{ ...force, id: older }, now], now));
    expect(dug?.ranges.map(({ from, to }) => [from, to])).toEqual([
      [0, expect.closeTo(10, 5)],
      [expect.closeTo(20, 5), 30],
    ]);
    expect(dug?.older).toEqual([{ from: expect.closeTo(10, 5) as number, to: expect.closeTo(20, 5) as number }]);
    expect(dug?.length).toBeCloseTo(20, 5);
    expect(dugRate(book, countedBy([{ ...force, id: older }, now], now), now.plan.profile, 't27')?.hours).toBe(2);
    expect(staysOpen(dug, [{ from: 4, to: 12 }])).toEqual([
      { from: 0, to: 4 },
      { from: 12, to: 30 },
    ]);
    expect(staysOpen(undefined, [])).toEqual([]);
    const [unknown] = doneOf(book, open, countedBy([now], now));
    expect(unknown).toMatchObject({ ranges: [{ from: 24, to: 30 }], older: [{ from: 0, to: 24 }] });
  });

  test('a shift over a stretch that is bored went as fast as what it dug open, by the plan it was dug to', () => {
    const method = { ...straightBore, bore: 0.16, rod: 1.5, launch: blankPit(2, 1), receiving: blankPit(1, 1) };
    const bored = applyPatches(run, reachSplit(run, run.reaches[0]?.id ?? '', { from: 10, to: 30 }, { method }));
    const now = { id: REVISION, job, run: bored, plan: planRun(job, bored) };
    const openNow = dugOpen(now.plan.places);
    expect(lengthOf(openNow)).toBeCloseTo(20, 9);
    const paceIn = (book: Kept[], plans = [now]) => doneOf(book, openNow, countedBy(plans, now))[0]?.pace;
    expect(paceIn(bookOf(shift(0, 40, { hours: 10 })))).toMatchObject({ rate: expect.closeTo(2, 9) as number, hours: 10, shifts: 1 });
    // Nothing of it is dug open: of how fast it goes it says nothing.
    expect(paceIn(bookOf(shift(0, 10, { hours: 5 }), shift(12, 28, { hours: 3 })))).toMatchObject({ rate: 2, hours: 5, shifts: 1 });
    // It was dug open all along, then.
    const older = '00000000-0000-4000-8000-00000000000b';
    const before = bookOf(shift(0, 40, { hours: 10, revision: older }));
    expect(paceIn(before, [now, { ...force, id: older }])).toMatchObject({ rate: 4, hours: 10 });
    expect(paceIn(before)).toMatchObject({ rate: expect.closeTo(2, 9) as number });
  });

  /** 40 m of line, east and then turned by an angle, radians. */
  const lineOf = (at: number, by: number) => [
    { x: 0, y: 0 },
    { x: at, y: 0 },
    { x: at + (40 - at) * Math.cos(by), y: (40 - at) * Math.sin(by) },
  ];
  test('what was dug by an older plan is done as far as the line lies where it lay; elsewhere it is older work', () => {
    const older = '00000000-0000-4000-8000-00000000000b';
    const lines = [lineOf(20, 0), lineOf(10, Math.PI / 2)].map((route) => ({ ...run, route })) as [Run, Run];
    const [was, is] = [
      { ...force, id: older, run: lines[0] },
      { ...force, run: lines[1] },
    ] as const;
    const [dug] = doneOf(bookOf(shift(0, 30, { revision: older })), open, countedBy([was, is], is));
    // Past the corner two lines at a right angle part by √2 of what each has gone.
    expect(dug?.ranges).toEqual([{ from: 0, to: expect.closeTo(10 + 0.5 / Math.SQRT2, 5) as number }]);
    expect(dug?.older).toEqual([{ from: expect.closeTo(10 + 0.5 / Math.SQRT2, 5) as number, to: 30 }]);
  });

  test('two plans have the same hole exactly where one asked at a station says so', () => {
    const change = fc.record({
      within: fc.tuple(metres(0, 40), metres(0, 40)).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) + 1 })),
      what: fc.constantFrom<Partial<Reach>>(
        { bedding: 0.3 },
        { bottomWidth: 0.9 },
        { left: { kind: 'batter', ratio: 1 } },
        { protection: 'sheets' },
      ),
    });
    const changed = (its: Run, all: readonly { within: { from: number; to: number }; what: Partial<Reach> }[]) =>
      all.reduce((made, { within, what }) => {
        const reach = made.reaches.findLast(({ from }) => from <= within.from) as Reach;
        return applyPatches(made, reachSplit(made, reach.id, within, what));
      }, its);
    fc.assert(
      fc.property(
        fc.array(change, { maxLength: 3 }),
        fc.array(change, { maxLength: 3 }),
        fc.option(metres(8.6, 9.1)),
        fc.array(metres(0, 40), { minLength: 20, maxLength: 20 }),
        fc.constantFrom('dug' as const, 'protected' as const),
        // Where the line turns, and by how much: that of the other goes straight.
        fc.option(fc.tuple(metres(5, 35), metres(-0.2, 0.2))),
        (one, two, invert, stations, work, turn) => {
          const [a, b] = [changed(run, one), changed(run, two)];
          const kink = invert === null ? [] : [{ id: 'kink', station: 25, invert, keep: false }];
          const bent = { ...b, inverts: b.inverts.toSpliced(1, 0, ...kink), ...(turn && { route: lineOf(...turn) }) };
          const [x, y] = [{ ...a, route: lineOf(20, 0) }, bent].map((its) => dugPlan({ job, run: its, plan: planRun(job, its) })) as [
            DugPlan,
            DugPlan,
          ];
          const ranges = sameHoles(x, y, work);
          for (const at of stations) {
            if (ranges.some(({ from, to }) => Math.min(Math.abs(at - from), Math.abs(at - to)) < 1e-5)) continue;
            expect([at, ranges.some(({ from, to }) => from < at && at < to)]).toEqual([at, sameHole(x, y, work, at)]);
          }
        },
      ),
    );
  });

  test('floors that part and are one again where a floor steps are not the same between', () => {
    const { bedding } = run.reaches[0] as Reach;
    const invert = 9.2 - 0.5 / 2 - bedding / 2;
    // Half a bed deeper at 20 m; from there on half a bed less.
    const kinked = { ...run, inverts: run.inverts.toSpliced(1, 0, { id: 'kink', station: 20, invert, keep: false }) };
    const stepped = applyPatches(kinked, reachSplit(kinked, run.reaches[0]?.id ?? '', { from: 20, to: 40 }, { bedding: bedding / 2 }));
    const [a, b] = [run, stepped].map((its) => dugPlan({ job, run: its, plan: planRun(job, its) })) as [DugPlan, DugPlan];
    expect([19.9, 20, 20.2].map((at) => sameHole(a, b, 'dug', at))).toEqual([false, true, false]);
    expect(lengthOf(sameHoles(a, b, 'dug'))).toBeLessThan(0.1);
  });

  test('done twice, off the run, of no issued plan: a sentence; a shift put right takes the place of what it corrects', () => {
    const before = bookEntry(shift(0, 12));
    const refusal = (fact: Fact, corrects?: string, issued = true) => {
      const { entry } = bookEntry(fact);
      return entryRefusal({ ...entry, ...(corrects ? { corrects } : {}) } as never, {
        ...{ job, rules, book: [before], now: NOW },
        plan: issued ? plan : undefined,
        run: issued ? run : undefined,
      });
    };
    expect(refusal(shift(8, 20))).toMatch(/^Dug, 8\.0 m to 12\.0 m, is in the book already/);
    expect(refusal(shift(8, 20), before.entry.id)).toBeUndefined();
    expect(refusal(shift(12, 20))).toBeUndefined();
    expect(refusal(shift(8, 20, { work: 'protected' }))).toBeUndefined();
    expect(refusal(shift(12, 44))).toBe('44.0 m is off the run: it goes from 0.0 m to 40.0 m.');
    expect(refusal(shift(12, 20), undefined, false)).toMatch(/^Issue the plan first/);
  });
});
