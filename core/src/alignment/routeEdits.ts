import type { Patch, Run } from '../job';
import { extent } from './ground';
import { withRoute } from './restation';
import { chainages, distance, project, routeOf, type PlanPoint } from './route';

/** Patches that move a point of the line; what stands on its legs goes along. Nothing when it would fall on a neighbour. */
export function movePoint(run: Run, index: number, point: PlanPoint): Patch[] {
  const route = routeOf(run).with(index, point);
  const crowded = [index - 1, index + 1].some((i) => route[i] && distance(route[i], point) < 0.05);
  return crowded
    ? []
    : withRoute(
        run,
        route,
        route.map((_, i) => i),
      );
}

/** Patches that put a point into the line where it was touched. */
export function addPoint(run: Run, point: PlanPoint): { patches: Patch[]; index: number } {
  const index = placeInRoute(run, point);
  const old = routeOf(run);
  const route = old.toSpliced(index, 0, point);
  const matched = route.map((_, i) => (i === index ? undefined : i < index ? i : i - 1));
  return { index, patches: withRoute(run, route, matched) };
}

/** Patches that take a point out; its legs become one. */
export function removePoint(run: Run, index: number): Patch[] {
  const old = routeOf(run);
  const route = old.toSpliced(index, 1);
  const first = index === 0;
  const last = index === old.length - 1;
  const matched = route.map((_, i) => (i < index ? i : i + 1));
  // At an end the line starts or stops at its neighbour instead.
  if (first) matched[0] = 0;
  if (last) matched[route.length - 1] = old.length - 1;
  return withRoute(run, route, matched);
}

/** Index at which a new point goes into the line, so that it lies between its neighbours along it. */
function placeInRoute(run: Run, point: PlanPoint): number {
  const { start } = extent(run);
  const { station } = project(run, point);
  const after = chainages(routeOf(run)).findIndex((along) => along + start > station);
  return after === -1 ? routeOf(run).length - 1 : Math.max(1, after);
}
