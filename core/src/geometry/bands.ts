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
   * Every stretch, and every point, along a floor with one answer all through, with the greatest depth in it.
   * @param station of the floor's nodes, ascending; linear between. Where two stand at one station the floor steps.
   */
  along(station: readonly number[], depth: readonly number[]): (Range & { deepest: number; answer: T })[] {
    const pieces: (Range & { deepest: number; answer: T })[] = [];
    const push = (from: number, to: number, deepest: number, answer: T) => pieces.push({ from, to, deepest, answer });
    for (let i = 0; i < station.length; i++) {
      const [from, a] = [station[i] as number, depth[i] as number];
      push(from, from, a, this.of(a));
      if (i + 1 === station.length) break;
      const [to, b] = [station[i + 1] as number, depth[i + 1] as number];
      if (to <= from) continue;
      if (Math.abs(b - a) <= EPSILON) {
        push(from, to, Math.max(a, b), this.of(Math.max(a, b)));
        continue;
      }
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
    return pieces;
  }
}

/** Pieces in the order they lie that an answer holds for, joined where they touch, with the greatest depth in each. */
export function joinedPieces(pieces: readonly (Range & { deepest: number })[]): (Range & { deepest: number })[] {
  const result: (Range & { deepest: number })[] = [];
  for (const { from, to, deepest } of pieces) {
    const last = result.at(-1);
    if (last && from <= last.to + EPSILON) {
      last.to = Math.max(last.to, to);
      last.deepest = Math.max(last.deepest, deepest);
    } else result.push({ from, to, deepest });
  }
  return result;
}
