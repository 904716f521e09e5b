import { EPSILON } from './walls';
import type { Range } from './ranges';

/** A quantity that changes evenly between two stations: its values at both. */
export type Even = readonly [atFrom: number, atTo: number];

/** An even quantity at a share of the way. */
export const evenAt = ([a, b]: Even, share: number): number => a + (b - a) * share;

/** Where on the way, 0 to 1, an even quantity passes a value; undefined where it does not. */
export function shareWhere([a, b]: Even, value: number): number | undefined {
  if ((a - value) * (b - value) >= 0) return undefined;
  return (value - a) / (b - a);
}

/** The part of a stretch in which an even quantity is no more than `most`; undefined when it nowhere is. */
export function whereAtMost({ from, to }: Range, [a, b]: Even, most: number): Range | undefined {
  if (a <= most && b <= most) return { from, to };
  if (a > most && b > most) return undefined;
  const edge = from + ((to - from) * (most - a)) / (b - a);
  return a <= most ? { from, to: edge } : { from: edge, to };
}

/** What two stretches have in common; undefined where they only look at each other. A point in common counts. */
export function common(a: Range | undefined, b: Range | undefined): Range | undefined {
  if (!a || !b) return undefined;
  const [from, to] = [Math.max(a.from, b.from), Math.min(a.to, b.to)];
  return from <= to ? { from, to } : undefined;
}

/**
 * The part of a stretch in which the hypotenuse of two even quantities is less than `limit`: one piece, because it is convex. Exact: the roots of a
 * quadratic.
 */
export function whereNearer({ from, to }: Range, across: Even, up: Even, limit: number): Range | undefined {
  const [h, d] = [across[1] - across[0], up[1] - up[0]];
  const [a, b, c] = [h * h + d * d, 2 * (across[0] * h + up[0] * d), across[0] ** 2 + up[0] ** 2 - limit * limit];
  if (a < EPSILON ** 2) return c < 0 ? { from, to } : undefined;
  const inside = b * b - 4 * a * c;
  if (inside <= 0) return undefined;
  const root = Math.sqrt(inside);
  const [first, last] = [(-b - root) / (2 * a), (-b + root) / (2 * a)];
  if (last <= 0 || first >= 1) return undefined;
  return { from: from + (to - from) * Math.max(0, first), to: from + (to - from) * Math.min(1, last) };
}

/** A stretch cut where it matters: at shares of the way, 0 to 1, in any order. */
export function cutAt(shares: readonly (number | undefined)[]): [number, number][] {
  const at = [0, ...shares.filter((share): share is number => share !== undefined && share > 0 && share < 1).sort((a, b) => a - b), 1];
  return at.slice(1).map((share, i) => [at[i] as number, share]);
}
