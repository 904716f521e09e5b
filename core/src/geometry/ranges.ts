/** A stretch of the run, stations in metres, `to` not before `from`. */
export interface Range {
  from: number;
  to: number;
}

/**
 * Joins the intervals between neighbouring stations for which `holds` is true, and stations that hold by themselves.
 * @param holds asked with a fractional index: whole numbers are stations, halves the middle between two.
 */
export function rangesWhere(stations: readonly number[], holds: (index: number) => boolean): Range[] {
  const ranges: Range[] = [];
  const add = (from: number, to: number) => {
    const last = ranges.at(-1);
    if (last && from <= last.to) last.to = to;
    else ranges.push({ from, to });
  };
  for (let i = 0; i < stations.length; i++) {
    const here = stations[i] as number;
    if (holds(i)) add(here, here);
    const next = stations[i + 1];
    if (next !== undefined && next > here && holds(i + 0.5)) add(here, next);
  }
  return ranges;
}

/** Value of a column at a fractional index, linear between neighbours. */
export function between(column: readonly number[], index: number): number {
  const low = Math.floor(index);
  const a = column[low] as number;
  return low === index ? a : a + ((column[low + 1] as number) - a) * (index - low);
}

/** The stretch from the first to the last of some ranges; undefined when there are none. */
export const hull = (ranges: readonly Range[]): Range | undefined =>
  ranges.length === 0 ? undefined : { from: (ranges[0] as Range).from, to: (ranges.at(-1) as Range).to };

/** Smallest entry of a column; a loop, because spreading thousands of arguments can overflow the stack. */
export const smallest = (column: readonly number[]): number => column.reduce((low, value) => (value < low ? value : low), Infinity);
/** Largest entry of a column. */
export const largest = (column: readonly number[]): number => column.reduce((high, value) => (value > high ? value : high), -Infinity);
