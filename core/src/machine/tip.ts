import { fullReach, type Arm } from '../catalogue';
import { edgeOf } from '../geometry';
import { reaches } from './envelope';
import { OPENS } from './figures';

/** How far out the bucket tips over heights, the reach taken straight between `from` and `to`: `far` + `slope` × height; metres. */
export interface TipPiece {
  from: number;
  to: number;
  far: number;
  slope: number;
}

/** Heights at which the reach is worked out, metres apart. It bulges outwards between them, so that straight is on the safe side, by millimetres. */
const STEP = 0.1;
/** Coarser than this nothing of the envelope at a height is missed, metres. */
const SCAN = 0.1;

/** What was worked out of an arm before, by step of height. */
const known = new WeakMap<Arm, { furthest: Map<number, number>; pieces: Map<number, TipPiece | undefined> }>();
function knownOf(arm: Arm) {
  const kept = known.get(arm) ?? { furthest: new Map(), pieces: new Map() };
  known.set(arm, kept);
  return kept;
}

/** Furthest from the swing's middle that the teeth get at a level, metres; −∞ where they do not get so high. */
function furthest(arm: Arm, step: number): number {
  const kept = knownOf(arm).furthest;
  const before = kept.get(step);
  if (before !== undefined) return before;
  const holds = (x: number) => reaches(arm, { x, z: step * STEP + OPENS });
  let x = fullReach(arm);
  while (x > arm.foot.x && !holds(x)) x -= SCAN;
  const far = x > arm.foot.x ? edgeOf(x, x + SCAN, holds) : -Infinity;
  kept.set(step, far);
  return far;
}

/** The piece of the reach that holds at a height; undefined where the arm does not get over it. */
function pieceAt(arm: Arm, step: number): TipPiece | undefined {
  const kept = knownOf(arm).pieces;
  if (!kept.has(step)) kept.set(step, pieceBetween(step, furthest(arm, step), furthest(arm, step + 1)));
  return kept.get(step);
}
function pieceBetween(step: number, low: number, high: number): TipPiece | undefined {
  if (!Number.isFinite(low) || !Number.isFinite(high)) return undefined;
  const slope = (high - low) / STEP;
  return { from: step * STEP, to: (step + 1) * STEP, far: low - slope * step * STEP, slope };
}

/** The pieces of the reach from a height down to the ground, highest first. */
export function* tipPieces(arm: Arm, height: number): Generator<TipPiece> {
  for (let step = Math.max(0, Math.ceil(height / STEP) - 1); step >= 0; step--) {
    const piece = pieceAt(arm, step);
    if (piece) yield piece.to > height ? { ...piece, to: height } : piece;
  }
}

/** How far from the middle of the machine it tips over something of a height, metres; −∞ where it does not get so high. */
export function tipReach(arm: Arm, height: number): number {
  const piece = pieceAt(arm, Math.max(0, Math.floor(height / STEP)));
  return piece ? piece.far + piece.slope * Math.max(0, height) : -Infinity;
}

/** Sides of what a machine tips into, and how far off their middle stands, metres. Source: usual site dumpers and tippers. */
const CARRIERS = [
  { name: 'a dumper', height: 1.3, away: 2.2 },
  { name: 'a lorry', height: 2.1, away: 2.8 },
] as const;
/** What a machine tips into over the side, in words; empty where neither. */
export const tipsInto = ({ arm }: { arm: Arm }): string[] =>
  CARRIERS.filter(({ height, away }) => away <= tipReach(arm, height)).map(({ name }) => name);
