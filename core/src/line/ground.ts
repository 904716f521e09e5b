import type { Run } from '../job';

type Stations = Run['stations'];

/**
 * Ground level at any station, linear between the typed ones and held level past the ends, metres.
 * `stations` ascend (the schema sees to it).
 */
export function groundAt(stations: Stations, station: number): number {
  let low = 0;
  let high = stations.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((stations[middle] as Stations[number]).station <= station) low = middle;
    else high = middle;
  }
  const a = stations[low] as Stations[number];
  const b = stations[high] as Stations[number];
  const share = Math.min(1, Math.max(0, (station - a.station) / (b.station - a.station)));
  return a.ground + (b.ground - a.ground) * share;
}

/** First and last station of a run, metres. */
export function extent(run: Pick<Run, 'stations'>): { start: number; end: number; length: number } {
  const start = (run.stations[0] as Stations[number]).station;
  const end = (run.stations.at(-1) as Stations[number]).station;
  return { start, end, length: end - start };
}

/** Where a reach ends: at the next one, or with the run; metres. */
export const reachEnd = (run: Pick<Run, 'stations' | 'reaches'>, index: number): number => run.reaches[index + 1]?.from ?? extent(run).end;
