import { EPSILON } from './walls';

/** Index of the first of ascending stations not before one; their number when all are. */
export function firstFrom(stations: readonly number[], at: number): number {
  let [low, high] = [0, stations.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((stations[middle] as number) < at - EPSILON) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A column at a station, linear between its nodes and held past its ends; of two nodes at one station the first. */
export function valueAt(stations: readonly number[], column: readonly number[], at: number): number {
  const next = firstFrom(stations, at);
  if (next === 0) return column[0] ?? 0;
  if (next >= stations.length) return column.at(-1) ?? 0;
  const [a, b] = [stations[next - 1] as number, stations[next] as number];
  const [before, after] = [column[next - 1] as number, column[next] as number];
  return before + ((after - before) * (Math.min(at, b) - a)) / (b - a);
}

/** Integral from 0 to `share` of the parabola through three values at 0, a half and 1; over all of it Simpson's rule. */
export const underParabola = (start: number, middle: number, end: number, share: number): number =>
  start * (share - 1.5 * share ** 2 + (2 / 3) * share ** 3) +
  middle * (2 * share ** 2 - (4 / 3) * share ** 3) +
  end * (-(share ** 2) / 2 + (2 / 3) * share ** 3);
