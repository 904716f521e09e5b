import { EPSILON } from './walls';
import type { Range } from './ranges';

/**
 * An answer that hangs on a depth alone and may change only at certain depths: worked out once at each of those and once between each two, then looked up.
 * Depths within {@link EPSILON} of one are that one.
 */
export class ByDepth<T> {
  private readonly breaks: readonly number[];
  private readonly at: readonly T[];
  private readonly between: readonly T[];

  /** @param breaks every depth at which the answer may change, in any order. @param answer a function of the depth and nothing else. */
  constructor(breaks: readonly number[], answer: (depth: number) => T) {
    const sorted = breaks.filter((depth) => depth > 0 && Number.isFinite(depth)).sort((a, b) => a - b);
    this.breaks = sorted.filter((depth, i) => i === 0 || depth - (sorted[i - 1] as number) > EPSILON);
    this.at = this.breaks.map(answer);
    const edges = [0, ...this.breaks, (this.breaks.at(-1) ?? 0) + 2];
    this.between = edges.slice(1).map((edge, i) => answer(((edges[i] as number) + edge) / 2));
  }

  /** Places in the list of breaks: the first not below a depth. */
  private next(depth: number): number {
    let [low, high] = [0, this.breaks.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.breaks[middle] as number) < depth - EPSILON) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** The answer at a depth. */
  of(depth: number): T {
    const i = this.next(depth);
    return (this.breaks[i] ?? Infinity) <= depth + EPSILON ? (this.at[i] as T) : (this.between[i] as T);
  }

  /**
   * Every stretch, and every point, along a floor with one answer all through, with the greatest depth in it. A stretch goes on over nodes as long as the
   * depth stays between the same two breaks.
   * @param station of the floor's nodes, ascending; linear between. Where two stand at one station the floor steps.
   */
  along(station: readonly number[], depth: readonly number[]): Stretch<T>[] {
    const pieces: Stretch<T>[] = [];
    let last: Stretch<T> | undefined;
    const push = (from: number, to: number, deepest: number, answer: T): void => {
      if (last && from <= last.to && Object.is(last.answer, answer)) {
        last.to = to;
        last.deepest = Math.max(last.deepest, deepest);
      } else pieces.push((last = { from, to, deepest, answer }));
    };
    // Between these depths the last piece goes on: most nodes of a long run need no more than this look.
    let [over, under] = [NaN, NaN];
    for (let i = 0; i < station.length; i++) {
      const [from, a] = [station[i] as number, depth[i] as number];
      const [to, b] = [station[i + 1] ?? from, depth[i + 1] ?? a];
      if (last && to > from && a > over && a < under && b > over && b < under) {
        last.to = to;
        if (b > last.deepest) last.deepest = b;
        continue;
      }
      push(from, from, a, this.of(a));
      if (to > from) this.interval(from, to, a, b, push);
      const next = this.next(b);
      const inside = (this.breaks[next] ?? Infinity) > b + EPSILON;
      over = inside ? (this.breaks[next - 1] ?? -Infinity) + EPSILON : NaN;
      under = inside ? (this.breaks[next] ?? Infinity) - EPSILON : NaN;
      // At a step the next node stands at the same station with another depth: its own look begins anew.
      if (to <= from) over = NaN;
    }
    return pieces;
  }

  /** The pieces of a floor that is even between two nodes. */
  private interval(
    from: number,
    to: number,
    a: number,
    b: number,
    push: (from: number, to: number, deepest: number, answer: T) => void,
  ): void {
    if (Math.abs(b - a) <= EPSILON) return push(from, to, Math.max(a, b), this.of(Math.max(a, b)));
    const [low, high] = a < b ? [a, b] : [b, a];
    const inside: number[] = [];
    for (let k = this.next(low); k < this.breaks.length && (this.breaks[k] as number) < high - EPSILON; k++)
      if ((this.breaks[k] as number) > low + EPSILON) inside.push(this.breaks[k] as number);
    const edges = a < b ? [a, ...inside, b] : [a, ...inside.reverse(), b];
    const at = (one: number) => from + ((to - from) * (one - a)) / (b - a);
    for (let k = 1; k < edges.length; k++) {
      const [one, other] = [edges[k - 1] as number, edges[k] as number];
      if (k > 1) push(at(one), at(one), one, this.of(one));
      push(at(one), at(other), Math.max(one, other), this.of((one + other) / 2));
    }
  }
}

/** A stretch of a floor, or a point of it, with one answer all through and the greatest depth in it. */
export type Stretch<T> = Range & { deepest: number; answer: T };

/** Where pieces in the order they lie are, joined where they touch. */
export function joinedPieces(pieces: readonly Range[]): Range[] {
  const result: Range[] = [];
  for (const { from, to } of pieces) {
    const last = result.at(-1);
    if (last && from <= last.to + EPSILON) last.to = Math.max(last.to, to);
    else result.push({ from, to });
  }
  return result;
}
