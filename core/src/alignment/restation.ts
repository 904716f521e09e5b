import type { Patch, Run } from '../job';
import { extent } from './ground';
import { chainages, fitRoute, routeOf, type PlanPoint } from './route';

/**
 * Patches that give a run other ground levels. What stands at the old ends follows to the new ones, reaches past a new end go,
 * and the drawn line is cut or drawn out. Existing lines and structures past an end are never dropped: the schema refuses them.
 */
export function withStations(run: Run, stations: Run['stations']): Patch[] {
  const [before, after] = [extent(run), extent({ stations })];
  const moved = (station: number) => (station === before.start ? after.start : station === before.end ? after.end : station);
  const kept = run.reaches.filter((reach, index) => index === 0 || (reach.from > after.start && reach.from < after.end));
  const reaches = kept.map((reach, index) => (index === 0 ? { ...reach, from: after.start } : reach));
  const patches: Patch[] = [
    { path: ['stations'], value: stations },
    { path: ['reaches'], value: reaches },
  ];
  if (before.start === after.start && before.end === after.end) return patches;
  return [
    ...patches,
    { path: ['inverts'], value: run.inverts.map((level) => ({ ...level, station: moved(level.station) })) },
    { path: ['structures'], value: run.structures.map((structure) => ({ ...structure, station: moved(structure.station) })) },
    { path: ['laid'], value: rangesMoved(run.laid, moved) },
    { path: ['route'], value: fitRoute(run.route, Math.max(after.length, 1e-6)) },
  ];
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
  return [{ path: ['route'], value: [...route] }, ...restationed(run, (station) => along(anchors, station))];
}

/** Lines laid part of the way begin and end where `map` says. */
const rangesMoved = (products: Run['laid'], map: (station: number) => number): Run['laid'] =>
  products.map((laying) => ({
    ...laying,
    ...(laying.from === undefined ? {} : { from: map(laying.from) }),
    ...(laying.to === undefined ? {} : { to: map(laying.to) }),
  }));

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

/** Patches that put everything with a station where `map` says; `map` must keep the order. */
function restationed(run: Run, map: (station: number) => number): Patch[] {
  const moved = <T extends { station: number }>(items: readonly T[]) => items.map((item) => ({ ...item, station: map(item.station) }));
  return [
    { path: ['stations'], value: moved(run.stations) },
    { path: ['inverts'], value: moved(run.inverts) },
    { path: ['structures'], value: moved(run.structures) },
    { path: ['laid'], value: rangesMoved(run.laid, map) },
    { path: ['water'], value: moved(run.water) },
    { path: ['reaches'], value: run.reaches.map((reach) => ({ ...reach, from: map(reach.from) })) },
    {
      path: ['existing'],
      value: run.existing.map((line) => ({
        ...line,
        where:
          line.where.kind === 'crossing'
            ? { ...line.where, station: map(line.where.station) }
            : { ...line.where, from: map(line.where.from), to: map(line.where.to) },
        exposures: line.exposures.map((record) => (record.result === 'found' ? { ...record, station: map(record.station) } : record)),
      })),
    },
  ];
}
