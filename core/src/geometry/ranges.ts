/** A stretch of the run, stations in metres, `to` not before `from`. */
export interface Range {
  from: number;
  to: number;
}

/** Entries `first` to `last` (both included) of the columns of a profile. */
export interface Span {
  first: number;
  last: number;
}

/**
 * Joins the intervals between neighbouring stations for which `holds` is true, and stations that hold by themselves.
 * @param holds asked with a fractional index: whole numbers are stations, halves the middle between two.
 * @param span entries to look at; all by default.
 */
export function rangesWhere(
  stations: readonly number[],
  holds: (index: number) => boolean,
  span: Span = { first: 0, last: stations.length - 1 },
): Range[] {
  const ranges: Range[] = [];
  let open: Range | undefined;
  for (let i = span.first; i <= span.last; i++) {
    const here = stations[i] as number;
    const next = i < span.last ? (stations[i + 1] as number) : here;
    const after = next > here && holds(i + 0.5);
    // An interval that holds includes its ends; a station is asked only where neither neighbour does.
    if (!after && !(open && here <= open.to) && !holds(i)) continue;
    if (open && here <= open.to) open.to = after ? next : open.to;
    else ranges.push((open = { from: here, to: after ? next : here }));
  }
  return ranges;
}

/** Ascending ranges with those that touch made one. */
export function joined(ranges: readonly Range[]): Range[] {
  const result: Range[] = [];
  for (const { from, to } of ranges) {
    const last = result.at(-1);
    if (last && from <= last.to) last.to = Math.max(last.to, to);
    else result.push({ from, to });
  }
  return result;
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

/** Smallest entry of a column, or of a span of it; a loop, because spreading thousands of arguments can overflow the stack. */
export function smallest(column: readonly number[], span: Span = { first: 0, last: column.length - 1 }): number {
  let low = Infinity;
  for (let i = span.first; i <= span.last; i++) if ((column[i] as number) < low) low = column[i] as number;
  return low;
}

/** Largest entry of a column, or of a span of it. */
export function largest(column: readonly number[], span: Span = { first: 0, last: column.length - 1 }): number {
  let high = -Infinity;
  for (let i = span.first; i <= span.last; i++) if ((column[i] as number) > high) high = column[i] as number;
  return high;
}
