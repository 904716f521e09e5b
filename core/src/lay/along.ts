import type { Range } from '../geometry';

/** A reading at a station, metres. */
export interface Reading {
  station: number;
  value: number;
}

/**
 * What readings say of a station: even between two no further apart than `apart`; by itself a reading speaks for half of that each way. Undefined where none
 * speaks.
 * @param readings ascending by station, none twice. @param piece of trench the station lies in: what was read in another, past a bore, says nothing of it.
 */
export function spokenAt(readings: readonly Reading[], apart: number, at: number, piece: Range): number | undefined {
  const [before, after] = eitherSideOf(readings, at, piece);
  if (before && after && after.station - before.station <= apart + 1e-9)
    return before.value + ((after.value - before.value) * (at - before.station)) / (after.station - before.station);
  const half = apart / 2 + 1e-9;
  if (before && at - before.station <= half) return before.value;
  return after && after.station - at <= half ? after.value : undefined;
}

/** The readings of a piece of trench next to a station: the last up to it, and the first beyond. */
function eitherSideOf<T extends Reading>(readings: readonly T[], at: number, piece: Range): [before: T | undefined, after: T | undefined] {
  const next = firstBeyond(readings, at);
  const own = (one: T | undefined) => (one && holds(piece, one.station) ? one : undefined);
  return [own(readings[next - 1]), own(readings[next])];
}

/** The reading of a piece of trench nearest a station, of two as near the one before it. @param readings as {@link spokenAt} takes them. */
export function nearestOf<T extends Reading>(readings: readonly T[], at: number, piece: Range): T | undefined {
  const [before, after] = eitherSideOf(readings, at, piece);
  return before && after ? (after.station - at < at - before.station ? after : before) : (before ?? after);
}

/** Index of the first of ascending stations beyond one. */
function firstBeyond(readings: readonly Reading[], at: number): number {
  let [low, high] = [0, readings.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((readings[middle] as Reading).station <= at) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Stations at which what readings say may change otherwise. */
export const spokenCuts = (readings: readonly Reading[], apart: number): number[] =>
  readings.flatMap(({ station }) => [station - apart / 2, station, station + apart / 2]);

/** Stations between neighbouring readings at which they pass a value. */
export function passes(readings: readonly Reading[], value: number): number[] {
  return readings.slice(1).flatMap((b, i) => {
    const a = readings[i] as Reading;
    return (a.value - value) * (b.value - value) < 0
      ? [a.station + ((b.station - a.station) * (value - a.value)) / (b.value - a.value)]
      : [];
  });
}

/** Does a range hold a station? */
export const holds = ({ from, to }: Range, at: number): boolean => at >= from - 1e-9 && at <= to + 1e-9;
