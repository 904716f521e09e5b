import { trenchArea } from '../../geometry';
import type { Wall } from '../../job';

/** A line to place. Metres. */
export interface Piece {
  od: number;
  /** Least depth of its top below the ground. */
  cover: number;
  /** Room it needs to the wall beside it. */
  side: number;
  /** Custom decides between equals: lines of lower rank lie lower. */
  rank?: number;
  /** Depth of its top where its levels are settled already; it goes nowhere else. */
  top?: number;
}

/**
 * What keeps two lines `i` and `j` apart: clear by `across` side by side, or clear by `over` one above the other, metres. One of the two is enough.
 * `upper`: which of them may be the upper; 0 the first, 1 the second, null: never one over the other.
 */
export interface Apart {
  across: number;
  over: number;
  upper: 0 | 1 | 'either' | null;
}

/** The trench they go into. `bedding` lies under the lowest line, metres. */
export interface Hole {
  left: Wall;
  right: Wall;
  bedding: number;
  /** What supports take from the dig on each side, metres. */
  panel: number;
  /** Least clear width at the bottom for a depth, whatever lies in it; never falls with depth. */
  least: (depth: number) => number;
  /** Most clear width at the bottom for a depth: the sides take of the corridor what they stand out; never rises with depth. */
  most: (depth: number) => number;
}

/** Lines to place in one trench: at most {@link MOST_PIECES}. `apart[i][j]` for i < j, from i's side. */
export interface Problem {
  pieces: readonly Piece[];
  apart: readonly (readonly Apart[])[];
  hole: Hole;
}
export const MOST_PIECES = 8;

/** Where a line lies: its centre right of the trench's centre line, and its top below the ground, metres. */
export interface LinePlace {
  x: number;
  top: number;
}

/** Distances closer than this are the same, metres. */
export const SLACK = 1e-6;

/** The rule between two pieces, from the first one's side. */
export function apartOf({ apart }: Problem, i: number, j: number): Apart {
  const rule = (i < j ? apart[i]?.[j] : apart[j]?.[i]) as Apart;
  if (i < j || typeof rule.upper !== 'number') return rule;
  return { ...rule, upper: rule.upper === 0 ? 1 : 0 };
}

/** Clear distance between two placed lines side by side, metres; below zero where they overlap seen from above. */
export const acrossGap = (a: Piece, b: Piece, at: LinePlace, other: LinePlace): number => Math.abs(at.x - other.x) - (a.od + b.od) / 2;
/** Clear distance from the underside of the upper line down to the top of the lower, metres; below zero where they overlap in height. */
export const overGap = (upper: Piece, at: LinePlace, lower: LinePlace): number => lower.top - (at.top + upper.od);

/** Depth of the trench that holds lines at these tops, metres. */
export const depthFor = ({ pieces, hole }: Problem, places: readonly LinePlace[]): number =>
  pieces.reduce((deepest, { od }, i) => Math.max(deepest, (places[i] as LinePlace).top + od), 0) + hole.bedding;

/** Least clear width that holds lines at these places with the trench centred on x = 0, metres. */
export const widthFor = ({ pieces, hole }: Problem, places: readonly LinePlace[], depth: number): number =>
  pieces.reduce((width, { od, side }, i) => Math.max(width, 2 * (od / 2 + side + Math.abs((places[i] as LinePlace).x))), hole.least(depth));

/** Excavated area, walls, supports and bedding included, m². */
export const areaFor = ({ hole }: Problem, width: number, depth: number): number =>
  trenchArea(width + 2 * hole.panel, hole.left, hole.right, depth);
