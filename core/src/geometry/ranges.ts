import { EPSILON } from './walls';

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

/** A range less others. */
export function without(range: Range, others: readonly Range[]): Range[] {
  return others.reduce<Range[]>(
    (left, { from, to }) =>
      left.flatMap((piece) =>
        [
          { from: piece.from, to: Math.min(piece.to, from) },
          { from: Math.max(piece.from, to), to: piece.to },
        ].filter((rest) => rest.to - rest.from > EPSILON),
      ),
    [range],
  );
}

const ascending = (ranges: readonly Range[]): Range[] => [...ranges].sort((a, b) => a.from - b.from);

/** Length of ranges in any order, what they share counted once. */
export const lengthOf = (ranges: readonly Range[]): number => joined(ascending(ranges)).reduce((sum, { from, to }) => sum + to - from, 0);

/** What two lists of ranges have in common, ascending; single stations are nothing. */
export const shared = (some: readonly Range[], others: readonly Range[]): Range[] =>
  joined(
    ascending(
      some.flatMap((one) =>
        others
          .map((other) => ({ from: Math.max(one.from, other.from), to: Math.min(one.to, other.to) }))
          .filter(({ from, to }) => to - from > EPSILON),
      ),
    ),
  );

/** All of some ranges as ranges that do not touch, ascending. */
export const union = (ranges: readonly Range[]): Range[] => joined(ascending(ranges));

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

/**
 * Pieces along which something is the same, for what is told at a point and, once it changed, does not come back between two neighbours of `stations`, as what
 * is linear there does not. Where it changes is found to a ten-thousandth of a millimetre; it is asked at the stations, and just inside the first and the last.
 * @param stations ascending, two or more.
 * @example alike([0, 4], (at) => at < 1, Object.is) // [{ from: 0, to: 1, is: true }, { from: 1, to: 4, is: false }]
 */
export function alike<T>(stations: readonly number[], at: (station: number) => T, same: (a: T, b: T) => boolean): (Range & { is: T })[] {
  const [from, to] = [stations[0] as number, stations.at(-1) as number];
  const inside = Math.min(1e-6, (to - from) / 4);
  let last = { from, to, is: at(from + inside) };
  const pieces = [last];
  let before = from + inside;
  for (const station of stations.slice(1)) {
    const after = Math.min(station, to - inside);
    const is = at(after);
    while (!same(last.is, is)) {
      let [low, high] = [before, after];
      while (high - low > 1e-7) {
        const half = (low + high) / 2;
        if (same(at(half), last.is)) low = half;
        else high = half;
      }
      last.to = before = high;
      last = { from: high, to, is: at(high) };
      pieces.push(last);
    }
    before = after;
  }
  return pieces;
}
