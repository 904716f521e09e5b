import { shiftWorkIds, type Kept, type ShiftFact, type ShiftWork } from '../book';
import { lastWorkingDay, requestDates } from '../clearance/dates';
import type { Day } from '../clearance';
import { EPSILON, lengthOf, shared, union, without, type Range } from '../geometry';
import type { Job } from '../job';
import { volumeDugTo } from '../plan/dugTo';
import type { Rules } from '../rules';
import { isPit } from '../trench/places';
import type { Place } from '../trench';
import { dugPlan, sameHoles, type HolePlan } from './sameHole';
import { shiftsIn } from './shifts';

/** How fast a kind of work went, metres of the run in an hour; `spread`: how far single shifts lie from it, one standard deviation weighed by hours. */
export interface Pace {
  rate: number;
  /** Undefined with fewer than two shifts. */
  spread: number | undefined;
  shifts: number;
  hours: number;
}

/** One kind of work along a run: where it was done, and how fast. Metres. */
export interface Done {
  work: ShiftWork;
  ranges: Range[];
  /** Done by a plan that has another hole there, or that is not known: it is still to be done by the one in force. */
  older: Range[];
  length: number;
  /** All there is to do. */
  of: number;
  pace: Pace | undefined;
}

/** What a shift was along the run. */
export interface Counted {
  /** Where what it did is what the plan in force asks for. */
  same: readonly Range[];
  /** Where the run was dug open, by the shift's own plan; by the one in force where that is not known. */
  open: readonly Range[];
}
export type Counts = (shift: Pick<ShiftFact, 'work' | 'revision'>) => Counted;

/**
 * Work done by an older plan counts where that has the same hole as the one people work to now; by a plan that is not known, nowhere.
 * @param plans that are known, by id.
 */
export function countedBy(plans: readonly (HolePlan & { id: string })[], force: HolePlan): Counts {
  const inForce = dugPlan(force);
  const known = new Map<string, Counted>();
  return ({ work, revision }) => {
    const before = known.get(`${revision} ${work}`);
    if (before) return before;
    const of = plans.find(({ id }) => id === revision);
    const made = { same: of ? sameHoles(dugPlan(of), inForce, work) : [], open: dugOpen((of ?? force).plan.places) };
    known.set(`${revision} ${work}`, made);
    return made;
  };
}

/** Where a run is dug open, ascending. */
export const dugOpen = (places: readonly Place[]): Range[] => union(places.filter((place) => !isPit(place)));

/**
 * What was done along a run, kind by kind; kinds nobody entered are left out.
 * @param open where it is dug open, see {@link dugOpen}. @param counts where a shift did what is asked for now, see {@link countedBy}.
 */
export function doneOf(book: readonly Kept[], open: readonly Range[], counts: Counts): Done[] {
  const shifts = shiftsIn(book);
  return shiftWorkIds.flatMap((work): Done[] => {
    const own = shifts.filter(({ entry }) => entry.fact.work === work).map(({ entry }) => entry.fact);
    if (own.length === 0) return [];
    const ranges = shared(union(own.flatMap((shift) => shared([shift], counts(shift).same))), open);
    const older = shared(union(own), open).flatMap((range) => without(range, ranges));
    return [
      {
        work,
        ranges,
        older,
        length: lengthOf(ranges),
        of: lengthOf(open),
        pace: paceOf(own.map((shift) => ({ hours: shift.hours, metres: lengthOf(shared([shift], counts(shift).open)) }))),
      },
    ];
  });
}

/** What was dug, by whatever plan, and is not filled again: what stays open overnight. @param filled see `filledUp` of the fill. */
export const staysOpen = (dug: Done | undefined, filled: readonly Range[]): Range[] =>
  dug ? union([...dug.ranges, ...dug.older]).flatMap((range) => without(range, filled)) : [];

/**
 * How fast shifts went of which hours are known: all metres over all hours, and how far single ones lie from that.
 * @param shifts hours, and metres of what is dug open; one that has none of these says nothing.
 */
export function paceOf(shifts: readonly { hours: number | null; metres: number }[]): Pace | undefined {
  const timed = shifts.flatMap(({ hours, metres }) => (hours === null || metres < EPSILON ? [] : [{ hours, metres }]));
  const hours = timed.reduce((sum, one) => sum + one.hours, 0);
  if (hours <= 0) return undefined;
  const rate = timed.reduce((sum, { metres }) => sum + metres, 0) / hours;
  const square = timed.reduce((sum, one) => sum + one.hours * (one.metres / one.hours - rate) ** 2, 0) / hours;
  const { length } = timed;
  // Few shifts show less of the spread than there is.
  return { rate, spread: length < 2 ? undefined : Math.sqrt((square * length) / (length - 1)), shifts: length, hours };
}

/**
 * What the timed shifts of digging come to, m³ in the bank, in how many hours: what the job’s own rate is made of. Shifts that dug another hole are left out, as
 * nobody knows which of their hours went where. Undefined while none was timed.
 */
export function dugRate(
  book: readonly Kept[],
  counts: Counts,
  profile: Parameters<typeof volumeDugTo>[0],
  machine: string,
): { amount: number; hours: number } | undefined {
  const timed = shiftsIn(book).filter(
    ({ entry: { fact } }) =>
      fact.work === 'dug' && fact.hours !== null && fact.machine === machine && leftOf(counts(fact).same, [fact]).length === 0,
  );
  const hours = timed.reduce((sum, { entry }) => sum + (entry.fact.hours ?? 0), 0);
  const amount = timed.reduce((sum, { entry: { fact } }) => sum + volumeDugTo(profile, fact.to) - volumeDugTo(profile, fact.from), 0);
  return hours > 0 && amount > 0 ? { amount, hours } : undefined;
}

/** What of a run is still to be dug, when that is done at the pace so far, and what ends before. Metres, hours, working days. */
export interface Forecast {
  left: number;
  hours: number;
  days: number;
  /** By the pace so far, and by the pace less its spread; undefined where that leaves none: nobody can say when. */
  finish: Day;
  late: Day | undefined;
  /** What does not last until then. */
  ends: { what: 'permit' | 'marks'; day: Day }[];
}

/** When the dig is done if it goes on as it went; undefined while nobody entered how long anything took. */
export function forecastOf(done: Done | undefined, job: Pick<Job, 'pace' | 'clearance'>, rules: Rules, today: Day): Forecast | undefined {
  const pace = done?.pace;
  if (!done || !pace || pace.rate <= 0) return undefined;
  const left = Math.max(0, done.of - done.length);
  const daysAt = (rate: number): number => left / rate / job.pace.shift;
  const { permit, request, holidays } = job.clearance;
  const finishIn = (days: number): Day => lastWorkingDay(today, Math.ceil(days - EPSILON), holidays);
  const slow = pace.rate - (pace.spread ?? 0);
  const finish = finishIn(daysAt(pace.rate));
  const late = slow > 0 ? finishIn(Math.min(daysAt(slow), MOST_DAYS)) : undefined;
  const marks = request ? requestDates(request, rules, holidays).expires : undefined;
  const ends = [
    ...(permit ? [{ what: 'permit' as const, day: permit.to }] : []),
    ...(marks === undefined ? [] : [{ what: 'marks' as const, day: marks }]),
  ].filter(({ day }) => left > EPSILON && (late === undefined || day < late));
  return { left, hours: left / pace.rate, days: daysAt(pace.rate), finish, late, ends };
}
/** A forecast further off than this is none. */
const MOST_DAYS = 2000;

/** Where work would go on: from where it has got to, in the direction of the dig, to the end of what is dug open there; undefined where all is done. */
export function nextStretch(done: readonly Range[], open: readonly Range[], way: 1 | -1): Range | undefined {
  const left = leftOf(done, open);
  return way === 1 ? left[0] : left.at(-1);
}

/** Of the ranges dug open what nothing was done of yet. */
export const leftOf = (done: readonly Range[], open: readonly Range[]): Range[] => open.flatMap((range) => without(range, done));
