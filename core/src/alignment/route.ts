import { InputError, type Run } from '../job';
import { extent } from './ground';

/** Metres east and north of the job's plan origin. */
export type PlanPoint = Run['route'][number];
/** A place on the line with the direction the run goes there, radians anticlockwise from east. */
export interface RoutePlace extends PlanPoint {
  heading: number;
}

/** The line on the plan: as drawn, or straight east from the origin while nobody has drawn it. */
export function routeOf(run: Pick<Run, 'route' | 'stations'>): PlanPoint[] {
  if (run.route.length > 1) return run.route;
  return [
    { x: 0, y: 0 },
    { x: extent(run).length, y: 0 },
  ];
}

export const distance = (a: PlanPoint, b: PlanPoint): number => Math.hypot(b.x - a.x, b.y - a.y);

/** Length along a line from its start to each of its points, metres; the last is its whole length. */
export function chainages(route: readonly PlanPoint[]): number[] {
  let along = 0;
  return route.map((point, i) => (along += i === 0 ? 0 : distance(route[i - 1] as PlanPoint, point)));
}

/** Where a station lies on the plan. Stations past the ends lie on the first and last leg drawn out. */
export const placeAt = (run: Pick<Run, 'route' | 'stations'>, station: number): RoutePlace => placesOn(run)(station);

/** {@link placeAt} of many stations of one line. */
export function placesOn(run: Pick<Run, 'route' | 'stations'>): (station: number) => RoutePlace {
  const route = routeOf(run);
  const along = chainages(route);
  const { start } = extent(run);
  return (station) => {
    const s = station - start;
    const leg = Math.max(
      0,
      Math.min(
        route.length - 2,
        along.findLastIndex((chainage) => chainage <= s),
      ),
    );
    const [a, b] = [route[leg] as PlanPoint, route[leg + 1] as PlanPoint];
    const length = distance(a, b);
    const share = (s - (along[leg] as number)) / length;
    return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share, heading: Math.atan2(b.y - a.y, b.x - a.x) };
  };
}

/** A point beside the line at a station, right positive looking up the run, metres. */
export function besideLine(run: Pick<Run, 'route' | 'stations'>, station: number, offset: number): PlanPoint {
  const { x, y, heading } = placeAt(run, station);
  return { x: x + Math.sin(heading) * offset, y: y - Math.cos(heading) * offset };
}

/** The line between two stations, or one beside it, right positive: both ends and every corner between, metres. */
export function stretchOf(run: Pick<Run, 'route' | 'stations'>, from: number, to: number, offset = 0): PlanPoint[] {
  const { start } = extent(run);
  const corners = chainages(routeOf(run))
    .map((along) => along + start)
    .filter((station) => station > from && station < to);
  return [from, ...corners, to].map((station) => besideLine(run, station, offset));
}

/** Where a point falls on the line: its station and how far right of the line it lies, metres; `gap` is the distance from the line. */
export interface Projection {
  station: number;
  offset: number;
  gap: number;
}

/** The nearest place on the line to a point. */
export function project(run: Pick<Run, 'route' | 'stations'>, point: PlanPoint): Projection {
  const route = routeOf(run);
  const along = chainages(route);
  const { start } = extent(run);
  let best: Projection = { station: start, offset: 0, gap: Infinity };
  for (let i = 0; i + 1 < route.length; i++) {
    const [a, b] = [route[i] as PlanPoint, route[i + 1] as PlanPoint];
    const length = distance(a, b);
    const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    const t = Math.min(length, Math.max(0, (point.x - a.x) * ux + (point.y - a.y) * uy));
    const [dx, dy] = [point.x - a.x - ux * t, point.y - a.y - uy * t];
    const gap = Math.hypot(dx, dy);
    // Right of the direction of travel counts positive.
    if (gap < best.gap) best = { station: start + (along[i] as number) + t, offset: dx * uy - dy * ux < 0 ? -gap : gap, gap };
  }
  return best;
}

/**
 * The line cut or drawn out along its last leg to a length, metres.
 * @throws InputError naming `route` when the length is not more than nothing.
 */
export function fitRoute(route: readonly PlanPoint[], length: number): PlanPoint[] {
  if (route.length === 0) return [];
  if (!(length > 0)) throw new InputError([{ field: 'route', message: 'A line needs a length.' }]);
  const along = chainages(route);
  const last = Math.max(
    1,
    along.findIndex((chainage) => chainage >= length - 1e-9) === -1
      ? route.length - 1
      : along.findIndex((chainage) => chainage >= length - 1e-9),
  );
  const [a, b] = [route[last - 1] as PlanPoint, route[last] as PlanPoint];
  const share = (length - (along[last - 1] as number)) / distance(a, b);
  return [...route.slice(0, last), { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share }];
}

/** Angle by which the line turns at each inner point, radians, left positive; with its station. */
export function bendsOf(run: Pick<Run, 'route' | 'stations'>): { station: number; index: number; turn: number }[] {
  if (run.route.length < 3) return [];
  const along = chainages(run.route);
  const { start } = extent(run);
  const headings = run.route.slice(1).map((b, i) => Math.atan2(b.y - (run.route[i] as PlanPoint).y, b.x - (run.route[i] as PlanPoint).x));
  return headings.slice(1).map((heading, i) => {
    const turn = heading - (headings[i] as number);
    return { station: start + (along[i + 1] as number), index: i + 1, turn: Math.atan2(Math.sin(turn), Math.cos(turn)) };
  });
}
