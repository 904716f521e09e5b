import { grounds } from '../catalogue';
import { EPSILON, wallOffset } from '../geometry';
import type { Reach, Run } from '../job';
import { isOpen, type ProfileColumns } from '../line';
import { digWidth } from '../makeup';

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

/** A heap beside the trench at one station: metres from the centre line outwards. */
export interface Heap {
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
  const area = (bankArea * loosening(spoil)) / taken.length;
  const { base, height } = windrow(area, grounds[spoil.ground].repose);
  return taken.map((side) => {
    const lip = lipAt(reach, side, depth);
    const inner = lip + spoil.setback;
    const outer = inner + base;
    const corridor = corridorOf(spoil, side);
    return { side, area, base, height, lip, inner, outer, corridor, fits: outer <= corridor + EPSILON };
  });
}

/** Lip of the trench from the centre line, metres. */
export const lipAt = (reach: Reach, side: Side, depth: number): number => digWidth(reach) / 2 + wallOffset(reach[side], depth);
/** Room a side has, from the centre line, metres. */
export const corridorOf = (spoil: Run['spoil'], side: Side): number => (side === 'left' ? spoil.corridorLeft : spoil.corridorRight);

/**
 * How far the worst heap of each node reaches past its corridor, metres; below zero where all fit, −∞ where nothing is dug.
 * The same sums as {@link heapsAt} without its objects: this runs for every node of a long run at every keystroke.
 */
export function heapExcess(run: Run, profile: ProfileColumns, bankArea: readonly number[], placed: Placed = run.spoil.side): number[] {
  const taken = taking(placed);
  const share = loosening(run.spoil) / taken.length;
  const { repose } = grounds[run.spoil.ground];
  return profile.depth.map((depth, i) => {
    const reach = run.reaches[profile.reach[i] as number] as Reach;
    if (!isOpen(reach)) return -Infinity;
    const { base } = windrow((bankArea[i] as number) * share, repose);
    let worst = -Infinity;
    for (const side of taken) worst = Math.max(worst, lipAt(reach, side, depth) + run.spoil.setback + base - corridorOf(run.spoil, side));
    return worst;
  });
}
