import type { Run } from '../job';

type Stations = Run['stations'];

/** Levels of the ground at one station, metres: as it is, and as it will be left. */
export interface Grounds {
  ground: number;
  finished: number;
}

/**
 * Ground levels at any station, linear between the typed ones and held level past the ends, metres.
 * Where no finished level is typed the ground stays as it is. `stations` ascend (the schema sees to it).
 */
export function groundsAt(stations: Stations, station: number): Grounds {
  const { a, b, share } = bracket(stations, station, (item) => item.station);
  const ground = a.ground + (b.ground - a.ground) * share;
  if (a.finished === undefined && b.finished === undefined) return { ground, finished: ground };
  const [from, to] = [a.finished ?? a.ground, b.finished ?? b.ground];
  return { ground, finished: from + (to - from) * share };
}

/** Ground level as it is at any station, metres. */
export const groundAt = (stations: Stations, station: number): number => groundsAt(stations, station).ground;

/**
 * The neighbours of a station in an ascending list and how far it lies between them, 0 to 1, held at the ends.
 * A list of one item brackets itself.
 */
export function bracket<T>(items: readonly T[], station: number, at: (item: T) => number): { a: T; b: T; share: number } {
  let low = 0;
  let high = items.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (at(items[middle] as T) <= station) low = middle;
    else high = middle;
  }
  const [a, b] = [items[low] as T, items[high] as T];
  const [from, to] = [at(a), at(b)];
  return { a, b, share: to > from ? Math.min(1, Math.max(0, (station - from) / (to - from))) : 0 };
}

/** First and last station of a run, metres. */
export function extent(run: Pick<Run, 'stations'>): { start: number; end: number; length: number } {
  const start = (run.stations[0] as Stations[number]).station;
  const end = (run.stations.at(-1) as Stations[number]).station;
  return { start, end, length: end - start };
}

/** Where a reach ends: at the next one, or with the run; metres. */
export const reachEnd = (run: Pick<Run, 'stations' | 'reaches'>, index: number): number => run.reaches[index + 1]?.from ?? extent(run).end;
