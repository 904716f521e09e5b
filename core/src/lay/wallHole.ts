import type { WallHoleFact } from '../book';
import type { Product } from '../catalogue';
import type { KnownPlan } from './same';

/** What a hole into a building is held to: the level it is wanted at, and the leg the line comes in by. Metres. */
export interface HoleAsked {
  /** Lowest point of the hole as planned. */
  level: number;
  /** Straight run before the wall in which the line is led to it. */
  leg: number;
  product: Pick<Product, 'od' | 'minBend'>;
}

/** A hole may be off by this much, sideways and up, metres. Source: usual default; the maker of the seal rules. */
export const HOLE_WITHIN = { aside: 0.05, up: 0.03 } as const;
/** A hole is wider than the line by this much at least, metres: the seal goes round it. */
export const SEAL_ROOM = 0.02;

export type HoleFault =
  | { code: 'aside'; was: number; within: number }
  | { code: 'up'; was: number; within: number }
  | { code: 'bore'; was: number; least: number }
  | { code: 'bend'; radius: number; least: number }
  | { code: 'sealedUnseen' };

/** Radius of two equal arcs that lead a line `off` to one side within a straight `leg`, metres; Infinity where it is not off. Source: R = (leg² + off²)/(4·off). */
export const swerveRadius = (leg: number, off: number): number => (off === 0 ? Infinity : (leg ** 2 + off ** 2) / (4 * Math.abs(off)));

/** What is wrong with a hole as it was drilled: where it came, and whether the line still bends to it. */
export function holeFaults(
  fact: Pick<WallHoleFact, 'bore' | 'level' | 'aside' | 'sealed' | 'seen'>,
  { level, leg, product }: HoleAsked,
): HoleFault[] {
  const up = fact.level - level;
  const radius = swerveRadius(leg, Math.hypot(up, fact.aside));
  const least = product.od + SEAL_ROOM;
  return [
    ...(Math.abs(fact.aside) > HOLE_WITHIN.aside + 1e-9 ? [{ code: 'aside' as const, was: fact.aside, within: HOLE_WITHIN.aside }] : []),
    ...(Math.abs(up) > HOLE_WITHIN.up + 1e-9 ? [{ code: 'up' as const, was: up, within: HOLE_WITHIN.up }] : []),
    ...(fact.bore < least - 1e-9 ? [{ code: 'bore' as const, was: fact.bore, least }] : []),
    ...(product.minBend > 0 && radius < product.minBend - 1e-9 ? [{ code: 'bend' as const, radius, least: product.minBend }] : []),
    ...(fact.sealed && !fact.seen ? [{ code: 'sealedUnseen' as const }] : []),
  ];
}

/** A line is led to its hole within this much of its last leg, metres. */
const LEG = 3;

/** What a hole is held to by the plan: the underside of the line where it comes to the wall. Undefined where the plan has neither any more. */
export function holeAskedOf(
  { of: { run }, designs, laid }: KnownPlan,
  { structure, line }: Pick<WallHoleFact, 'structure' | 'line'>,
): HoleAsked | undefined {
  const wall = run.structures.find(({ id }) => id === structure);
  const placed = laid.find(({ id }) => id === line);
  const invert = wall && designs(wall.station, null)?.lines[line]?.invert;
  if (!wall || !placed || invert === undefined) return undefined;
  const before = [placed.from, placed.to, ...run.structures.map(({ station }) => station)].filter(
    (at) => Math.abs(at - wall.station) > 0.01,
  );
  const leg = Math.min(LEG, ...before.map((at) => Math.abs(at - wall.station)));
  return { level: invert - placed.product.wall, leg, product: placed.product };
}
