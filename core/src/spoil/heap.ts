import { grounds } from '../catalogue';
import { EPSILON, joined, trenchArea, wallOffset, type Range } from '../geometry';
import type { Reach, Run } from '../job';
import { isOpen, type ProfileColumns } from '../alignment';
import { digWidth } from '../trench';

export type Side = 'left' | 'right';
export const sides = ['left', 'right'] as const satisfies readonly Side[];

/**
 * Triangular windrow of loose spoil. Source: base b = √(4A/tanφ), height b·tanφ/2.
 * @param area loose sectional area, m². @param repose angle of repose, radians.
 */
export function windrow(area: number, repose: number): { base: number; height: number } {
  const base = Math.sqrt((4 * area) / Math.tan(repose));
  return { base, height: (base * Math.tan(repose)) / 2 };
}

/** A heap beside the trench at one station: metres from the centre line outwards. Turf and topsoil have one of their own. */
export interface Heap {
  of: 'spoil' | 'topsoil';
  side: Side;
  area: number;
  base: number;
  height: number;
  /** Lip of the finished trench, from the centre line. */
  lip: number;
  /** Toe of the heap nearest the trench. */
  inner: number;
  /** Far toe: the room the side must have. */
  outer: number;
  /** Room there is, from the centre line. */
  corridor: number;
  fits: boolean;
}

/** Where the ground is suspect: what comes up there never goes back, turf and topsoil neither. */
export const suspectRanges = ({ logistics }: Pick<Run, 'logistics'>): Range[] =>
  joined([...logistics.suspect].sort((a, b) => a.from - b.from));
export const isSuspect = (ranges: readonly Range[], at: number): boolean => ranges.some(({ from, to }) => from < at && at < to);

/** Loose over bank volume: 1 + swell. */
export const loosening = (spoil: Run['spoil']): number => 1 + grounds[spoil.ground].swell;

/** Sides that take spoil. */
const taking = (placed: Placed): readonly Side[] => (placed === 'both' ? sides : [placed]);
type Placed = Run['spoil']['side'];

/**
 * Heaps of a section: bank area × (1 + swell), split evenly when spoil goes both ways.
 * The setback counts from the final lip, batter included.
 */
export function heapsAt(spoil: Run['spoil'], reach: Reach, depth: number, bankArea: number): Heap[] {
  const taken = taking(spoil.side);
  const top = topsoilArea(reach, depth);
  // Where all of it is topsoil rounding may leave less than nothing.
  const area = (Math.max(0, bankArea - top) * loosening(spoil)) / taken.length;
  const { base, height } = windrow(area, grounds[spoil.ground].repose);
  const heap = (of: Heap['of'], side: Side, from: number, size: { area: number; base: number; height: number }): Heap => {
    const corridor = corridorOf(spoil, side);
    const outer = from + size.base;
    return { of, side, ...size, lip: lipAt(reach, side, depth), inner: from, outer, corridor, fits: outer <= corridor + EPSILON };
  };
  const setBack = (side: Side) => lipAt(reach, side, depth) + spoil.setback;
  const main = taken.map((side) => heap('spoil', side, setBack(side), { area, base, height }));
  if (top <= 0) return main;
  // Turf and topsoil on the side that is free, else behind the spoil.
  const loose = top * (1 + TOPSOIL.swell);
  const own = { area: loose, ...windrow(loose, TOPSOIL.repose) };
  const free = sides.find((side) => !taken.includes(side));
  const across = free && heap('topsoil', free, setBack(free), own);
  const behind = main.at(-1) as Heap;
  return [...main, across?.fits ? across : heap('topsoil', behind.side, behind.outer, own)];
}

/** Topsoil is loam: loosened and heaped as that. */
const TOPSOIL = grounds.loam;

/** Thickness of turf and topsoil taken off first and laid back last, metres. */
export const topsoilDepth = (reach: Pick<Reach, 'restoration'>): number =>
  reach.restoration.reduce((sum, { material, thickness }) => sum + (material === 'turf' || material === 'topsoil' ? thickness : 0), 0);

/** Of a section's area what is turf and topsoil, m² in the bank: over the whole width at the top; nothing where nothing is dug. */
export function topsoilArea(reach: Reach, depth: number): number {
  if (!isOpen(reach)) return 0;
  const thick = Math.min(depth, topsoilDepth(reach));
  if (thick <= 0) return 0;
  const whole = trenchArea(digWidth(reach), reach.left, reach.right, depth);
  return whole - trenchArea(digWidth(reach), reach.left, reach.right, depth - thick);
}

/** Lip of the trench from the centre line, metres. */
export const lipAt = (reach: Reach, side: Side, depth: number): number => digWidth(reach) / 2 + wallOffset(reach[side], depth);
/** Room a side has, from the centre line, metres. */
export const corridorOf = (spoil: Run['spoil'], side: Side): number => (side === 'left' ? spoil.corridorLeft : spoil.corridorRight);

/** How far the worst heap of each node reaches past its corridor, metres; below zero where all fit, −∞ where nothing is dug. */
export const heapExcess = (run: Run, profile: ProfileColumns, bankArea: readonly number[]): number[] => {
  const at = excessAt(run, profile, bankArea, run.spoil.side);
  return profile.depth.map((_, i) => at(i));
};

/** Would the heaps of every node fit, placed on these sides? */
export function heapsFit(run: Run, profile: ProfileColumns, bankArea: readonly number[], placed: Placed): boolean {
  const at = excessAt(run, profile, bankArea, placed);
  return profile.depth.every((_, i) => at(i) <= EPSILON);
}

/** The excess at a node. The same sums as {@link heapsAt} without its objects: this runs for every node of a long run at every keystroke. */
function excessAt(run: Run, profile: ProfileColumns, bankArea: readonly number[], placed: Placed): (node: number) => number {
  const taken = taking(placed);
  const share = loosening(run.spoil) / taken.length;
  const { repose } = grounds[run.spoil.ground];
  const reaches = run.reaches.map((reach) => ({
    reach,
    open: isOpen(reach),
    stripped: topsoilDepth(reach) > 0,
    half: digWidth(reach) / 2,
  }));
  const beyond = taken.map((side) => ({ side, room: run.spoil.setback - corridorOf(run.spoil, side) }));
  return (i) => {
    const depth = profile.depth[i] as number;
    const { reach, open, stripped, half } = reaches[profile.reach[i] as number] as (typeof reaches)[number];
    if (!open) return -Infinity;
    let worst = -Infinity;
    if (stripped) {
      for (const { outer, corridor } of heapsAt({ ...run.spoil, side: placed }, reach, depth, bankArea[i] as number))
        worst = Math.max(worst, outer - corridor);
      return worst;
    }
    const { base } = windrow((bankArea[i] as number) * share, repose);
    for (const { side, room } of beyond) worst = Math.max(worst, half + wallOffset(reach[side], depth) + base + room);
    return worst;
  };
}
