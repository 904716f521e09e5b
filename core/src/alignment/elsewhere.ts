import { joined, type Range } from '../geometry';
import { sameJson, type Run } from '../job';
import { extent } from './ground';
import { chainages, distance, placeAt, placesOn, routeOf, type PlanPoint } from './route';

/** Metres are taped along the line: what lies further off than this is another place, metres. */
export const ELSEWHERE = 0.5;

/** A line as it was drawn and pegged. */
export type Line = Pick<Run, 'route' | 'stations'>;

/** How far a station lies on one line from where it lies on another, metres; Infinity off the other. What nobody has drawn lies nowhere else. */
export function shiftAt(before: Line, after: Line, station: number): number {
  const { start, end } = extent(after);
  if (station < start - ELSEWHERE || station > end + ELSEWHERE) return Infinity;
  if (before.route.length < 2 || after.route.length < 2) return 0;
  return distance(placeAt(before, station), placeAt(after, station));
}

/** Stations of the corners of both lines: between them one moves off the other evenly. */
export const cornersOf = (...lines: readonly Line[]): number[] =>
  lines.flatMap((line) => chainages(routeOf(line)).map((along) => along + extent(line).start));

/** Does one line lie where the other does, all along? */
export function liesAlike(a: Line, b: Line): boolean {
  const [one, two] = [extent(a), extent(b)];
  return a === b || sameJson([a.route, one.start, one.end], [b.route, two.start, two.end]);
}

const known = new WeakMap<Line, WeakMap<Line, readonly Range[]>>();
/**
 * Where metres along one line are the same place on another, ascending: exactly where {@link shiftAt} is no more than {@link ELSEWHERE}. What was seen, dug or laid
 * by the one plan is there by the other only there.
 */
export function samePlaces(before: Line, after: Line): readonly Range[] {
  const made = known.get(before) ?? new WeakMap<Line, readonly Range[]>();
  known.set(before, made);
  const ranges = made.get(after) ?? workOut(before, after);
  made.set(after, ranges);
  return ranges;
}

function workOut(before: Line, after: Line): Range[] {
  if (liesAlike(before, after)) return [{ from: -Infinity, to: Infinity }];
  const { start, end } = extent(after);
  const [first, last] = [start - ELSEWHERE, end + ELSEWHERE];
  if (before.route.length < 2 || after.route.length < 2) return [{ from: first, to: last }];
  const [one, other] = [placesOn(before), placesOn(after)];
  const off = (station: number) => {
    const [a, b] = [one(station), other(station)];
    return { x: b.x - a.x, y: b.y - a.y };
  };
  const corners = [...new Set([first, ...cornersOf(before, after).filter((at) => at > first && at < last), last])].sort((a, b) => a - b);
  const cuts = corners.flatMap((to, i) => [...(i === 0 ? [] : crossings(off, corners[i - 1] as number, to)), to]);
  return joined(
    cuts.slice(1).flatMap((to, i): Range[] => {
      const from = cuts[i] as number;
      const { x, y } = off((from + to) / 2);
      return to > from && Math.hypot(x, y) <= ELSEWHERE ? [{ from, to }] : [];
    }),
  );
}

/** Between two corners one place moves off the other in a straight line: where it is just {@link ELSEWHERE} off, by the quadratic. */
function crossings(off: (station: number) => PlanPoint, from: number, to: number): number[] {
  // Just inside: at a corner the leg past it speaks.
  const inside = (to - from) * 1e-6;
  const [p, q] = [off(from + inside), off(to - inside)];
  const span = to - from - 2 * inside;
  const [vx, vy] = [(q.x - p.x) / span, (q.y - p.y) / span];
  const [a, b, c] = [vx * vx + vy * vy, p.x * vx + p.y * vy, p.x * p.x + p.y * p.y - ELSEWHERE * ELSEWHERE];
  const root = b * b - a * c;
  if (a < 1e-18 || root <= 0) return [];
  return [-1, 1].map((sign) => from + inside + (-b + sign * Math.sqrt(root)) / a).filter((at) => at > from && at < to);
}

/** Is a station the same place on both lines? */
export const samePlace = (before: Line, after: Line, station: number): boolean =>
  before === after || samePlaces(before, after).some(({ from, to }) => station >= from && station <= to);
