import type { Patch, Run } from '../job';
import { mapStations, runSchema } from '../job/schema';
import { extent } from './ground';
import { chainages, fitRoute, routeOf, type PlanPoint } from './route';

/**
 * Patches that give a run other ground levels. What stands at the old ends follows to the new ones, reaches past a new end go,
 * and the drawn line is cut or drawn out. Nothing else that stands past an end is dropped: the schema refuses it by name.
 */
export function withStations(run: Run, stations: Run['stations']): Patch[] {
  const [before, after] = [extent(run), extent({ stations })];
  const kept = run.reaches.filter((reach, index) => index === 0 || (reach.from > after.start && reach.from < after.end));
  const moved = restationed(
    { ...run, reaches: kept.map((reach, index) => (index === 0 ? { ...reach, from: before.start } : reach)) },
    (station) => (station === before.start ? after.start : station === before.end ? after.end : station),
  );
  const next: Run = {
    ...moved,
    stations,
    route: before.start === after.start && before.end === after.end ? run.route : fitRoute(run.route, Math.max(after.length, 1e-6)),
  };
  return changes(run, next);
}

/**
 * Patches that lay the line on the plan anew. Everything with a station stays on its leg: stations between two points that were
 * there before are stretched or shrunk with the leg between them.
 * @param matched for each new point the index of the old one it stands for; undefined for a point put in between.
 */
export function withRoute(run: Run, route: readonly PlanPoint[], matched: readonly (number | undefined)[]): Patch[] {
  const { start } = extent(run);
  const [before, after] = [chainages(routeOf(run)), chainages(route)];
  const anchors = matched.flatMap((old, index) =>
    old === undefined ? [] : [{ from: start + (before[old] as number), to: start + (after[index] as number) }],
  );
  return changes(run, { ...restationed(run, (station) => along(anchors, station)), route: [...route] });
}

/** The run with everything that has a station where `map` says; `map` must keep the order. */
const restationed = (run: Run, map: (station: number) => number): Run => mapStations(runSchema, run, map);

/** What differs between two runs as patches, one for each of their parts. */
const changes = (before: Run, after: Run): Patch[] =>
  (Object.keys(after) as (keyof Run)[]).flatMap((key) => (after[key] === before[key] ? [] : [{ path: [key], value: after[key] }]));

/** Piecewise linear through the anchors; past the first and last by the same shift. */
function along(anchors: readonly { from: number; to: number }[], station: number): number {
  const next = anchors.findIndex(({ from }) => from > station);
  const i = next === -1 ? anchors.length - 1 : next - 1;
  const [a, b] = [anchors[i], anchors[i + 1]];
  if (!a) return Math.max(0, station + ((b?.to ?? 0) - (b?.from ?? 0)));
  if (!b) return a.to + station - a.from;
  // What rounding puts past an anchor would lie off the run where that is its end.
  return Math.min(b.to, a.to + ((station - a.from) * (b.to - a.to)) / (b.from - a.from));
}
