/** A hole full of stone that water goes into and out of. Metres. */
export interface StoneHole {
  length: number;
  width: number;
  /** Of stone below the pipe. */
  depth: number;
  /** Share of the stone that is empty. */
  pores: number;
}

/** What it holds, m³. @example heldIn({ length: 1.5, width: 1, depth: 1, pores: 0.38 }) // 0.57 */
export const heldIn = ({ length, width, depth, pores }: StoneHole): number => length * width * depth * pores;

/** Ground that takes the water, half full: the floor, and its sides to half the depth, m². */
export const soaksThrough = ({ length, width, depth }: StoneHole): number => length * width + (length + width) * depth;

/** From full to half, seconds: half of what it holds by what its floor and half its sides take. @param rate of the ground, m/s; 0: never. */
export const halfEmpty = (hole: StoneHole, rate: number): number => (rate > 0 ? heldIn(hole) / 2 / (rate * soaksThrough(hole)) : Infinity);

/** Emptied to half within a day it is ready for the next rain: usual. */
export const READY = 24 * 3600;

/** What it must hold while rain lasts, m³: what comes less what soaks away meanwhile. @param flow m³/s. @param storm s. */
export const mustHold = (hole: StoneHole, flow: number, storm: number, rate: number): number =>
  Math.max(0, (flow - rate * soaksThrough(hole)) * storm);

/**
 * The least length at which it holds a storm, its width, depth and stone as they are, metres. What comes, Q·t, less f·(L·W + (L + W)·D)·t is to be no more
 * than L·W·D·p: straight in L.
 */
export const lengthThatHolds = ({ width, depth, pores }: StoneHole, flow: number, storm: number, rate: number): number =>
  Math.max(0, (flow - rate * width * depth) * storm) / (width * depth * pores + rate * storm * (width + depth));
