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
