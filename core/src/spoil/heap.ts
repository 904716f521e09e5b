import { grounds, type Arm } from '../catalogue';
import { EPSILON, joined, trenchArea, wallOffset, type Range } from '../geometry';
import type { Reach, Run } from '../job';
import { isOpen, type ProfileColumns } from '../alignment';
import { digWidth } from '../trench';
import { heapShape, type HeapShape } from './shape';

export type Side = 'left' | 'right';
export const sides = ['left', 'right'] as const satisfies readonly Side[];

/** A heap beside the trench at one station: metres from the centre line outwards. Turf and topsoil have one of their own. */
export interface Heap extends HeapShape {
  of: 'spoil' | 'topsoil';
  side: Side;
  area: number;
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
 * Heaps of a section: bank area × (1 + swell), split evenly when spoil goes both ways, tipped by the arm from astride of the line.
 * The setback counts from the final lip, batter included.
 */
export function heapsAt(spoil: Run['spoil'], reach: Reach, depth: number, bankArea: number, arm: Arm): Heap[] {
  const taken = taking(spoil.side);
  const top = topsoilArea(reach, depth);
  const heap = (of: Heap['of'], side: Side, inner: number, area: number, repose: number): Heap => {
    const corridor = corridorOf(spoil, side);
    const shape = heapShape(area, repose, inner, arm);
    const outer = inner + shape.base;
    return { of, side, area, ...shape, lip: lipAt(reach, side, depth), inner, outer, corridor, fits: outer <= corridor + EPSILON };
  };
  const setBack = (side: Side) => lipAt(reach, side, depth) + spoil.setback;
  // Where all of it is topsoil rounding may leave less than nothing.
  const area = (Math.max(0, bankArea - top) * loosening(spoil)) / taken.length;
  const main = taken.map((side) => heap('spoil', side, setBack(side), area, grounds[spoil.ground].repose));
  if (top <= 0) return main;
  // Turf and topsoil on the side that is free, else behind the spoil.
  const loose = top * (1 + TOPSOIL.swell);
  const free = sides.find((side) => !taken.includes(side));
  const across = free && heap('topsoil', free, setBack(free), loose, TOPSOIL.repose);
  const behind = main.at(-1) as Heap;
  return [...main, across?.fits ? across : heap('topsoil', behind.side, behind.outer, loose, TOPSOIL.repose)];
}

/** Where the top of a heap ends that lies furthest from the trench, metres from the centre line. */
export const farTop = ({ inner, base, top }: Pick<Heap, 'inner' | 'base' | 'top'>): number => inner + (base + top) / 2;

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

/** How the worst heaps of each node lie: metres past their corridor, and past what the arm tips over. Below zero where all is well, −∞ where nothing is dug. */
export interface HeapColumns {
  excess: number[];
  past: number[];
}

export function heapColumns(
  run: Run,
  profile: ProfileColumns,
  bankArea: readonly number[],
  arm: Arm,
  placed = run.spoil.side,
): HeapColumns {
  const excess: number[] = [];
  const past: number[] = [];
  const spoil = { ...run.spoil, side: placed };
  const open = run.reaches.map(isOpen);
  /** What the node before came to: along a line at one depth it is the same. */
  let before: { reach: number; depth: number; excess: number; past: number } | undefined;
  profile.depth.forEach((depth, i) => {
    const reach = profile.reach[i] as number;
    if (before?.reach !== reach || before.depth !== depth) {
      const heaps = open[reach] ? heapsAt(spoil, run.reaches[reach] as Reach, depth, bankArea[i] as number, arm) : [];
      const worst = (of: (heap: Heap) => number) => Math.max(-Infinity, ...heaps.map(of));
      before = { reach, depth, excess: worst(({ outer, corridor }) => outer - corridor), past: worst((heap) => heap.past) };
    }
    excess.push(before.excess);
    past.push(before.past);
  });
  return { excess, past };
}

/** Would the heaps of every node fit, placed on these sides? */
export const heapsFit = (run: Run, profile: ProfileColumns, bankArea: readonly number[], arm: Arm, placed: Placed): boolean =>
  heapColumns(run, profile, bankArea, arm, placed).excess.every((one) => one <= EPSILON);
