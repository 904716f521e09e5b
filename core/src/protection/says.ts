import { samePlaces } from '../alignment/elsewhere';
import { EPSILON, without, type Range } from '../geometry';
import { sameJson, type Run } from '../job';
import type { Rules } from '../rules';
import { depthIn, isPit } from '../trench/places';
import type { Place } from '../trench';
import { touches, type HoldingPlan } from './inspection';
import type { Schedule } from './schedule';

/** A plan with what it was made of, as inspections are held against it. */
export interface SaidPlan {
  run: Run;
  rules: Rules;
  plan: HoldingPlan;
}

/** The holes that decide about a station: the pits there, and where there is none the trench. */
export function holesAt({ places }: Pick<HoldingPlan, 'places'>, at: number): Place[] {
  const here = places.filter(({ from, to }) => at >= from - EPSILON && at <= to + EPSILON);
  const pits = here.filter(isPit);
  return pits.length > 0 ? pits : here;
}

/** What of the supports anybody leans on; how many go along is not asked: that is seen on site. */
function heldBy(schedule: Schedule | undefined): unknown {
  switch (schedule?.kind) {
    case 'shield':
      return [schedule.stack.height, schedule.stack.enough, schedule.ends];
    case 'shores':
      return [schedule.spacing, schedule.cylinders, schedule.cylinder, schedule.noRail];
    case 'sheets':
      return [schedule.frames, schedule.sheetLength];
    case undefined:
      return null;
  }
}

/** All that a plan says of one hole but its depth, which changes along it. A reach goes by where it is: parted in two, it says the same. */
function saysOfHole(place: Place, { plan }: SaidPlan): unknown {
  const { sides, ends, soil, granular, width, panel } = place;
  const { entry, left, right, protection, shortTerm } = sides;
  const support = plan.supports.find((one) => one.place === place.id);
  return [
    isPit(place) ? [place.id, place.from, place.to, place.below] : null,
    { entry, left, right, ends: ends ?? null, protection, shortTerm },
    [soil, granular, width, panel, support?.height ?? 0],
    support?.kit ?? null,
    heldBy(support?.schedule),
  ];
}

/** What two plans say of the run as a whole: rules, conditions, where the spoil goes, water. */
const sameThroughout = (a: SaidPlan, b: SaidPlan): boolean =>
  sameJson(plain([a.rules, a.run.conditions, a.run.spoil, a.run.water]), plain([b.rules, b.run.conditions, b.run.spoil, b.run.water]));
/** As a database gives it back, less the last digits of a number: what is not there is not told apart from what is undefined. */
const plain = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, item: unknown) => (typeof item === 'number' ? Math.round(item * 1e6) / 1e6 : item)));

/** Do two plans say the same of a stretch: where it lies, holes, sides, ground, supports, tables, rules, and the depth at every station of it? */
export function saySame(a: SaidPlan, b: SaidPlan, range: Range): boolean {
  if (a === b) return true;
  if (without(range, samePlaces(a.run, b.run)).length > 0 || !sameThroughout(a, b)) return false;
  const nodes = [a, b].flatMap(({ plan }) =>
    plan.places.filter((place) => touches(place, range)).flatMap(({ station, from, to }) => [...station, from, to]),
  );
  const cuts = [...new Set([range.from, range.to, ...nodes.filter((at) => at > range.from && at < range.to)])].sort((x, y) => x - y);
  // Between two nodes every depth is even and every hole the same: its value just inside both ends and in the middle decides.
  return cuts.every((at, i) => {
    const next = cuts[i + 1];
    if (next === undefined || next - at < 10 * EPSILON) return true;
    const inside = Math.min(100 * EPSILON, (next - at) / 4);
    return [at + inside, (at + next) / 2, next - inside].every((one) => sameAt(a, b, one));
  });
}

function sameAt(a: SaidPlan, b: SaidPlan, at: number): boolean {
  const [one, other] = [holesAt(a.plan, at), holesAt(b.plan, at)];
  return (
    one.length === other.length &&
    one.every((place, i) => {
      const twin = other[i] as Place;
      return Math.abs(depthIn(place, at) - depthIn(twin, at)) <= 1e-5 && sameJson(plain(saysOfHole(place, a)), plain(saysOfHole(twin, b)));
    })
  );
}
