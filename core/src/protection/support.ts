import type { Kit, Protection, ShieldKit } from '../catalogue';
import { EPSILON } from '../geometry';
import { kitChosen, type Patch, type Wall } from '../job';
import type { Rules } from '../rules';
import type { Place } from '../trench';
import { heldFace, uprightFace, wallBreakDepths, type Standing } from './walls';

/** The changes that hold a place another way, with supports of a table or none: what its supports so far asked for goes with them. */
export const protectedBy = ({ path }: Pick<Place, 'path'>, protection: Protection, kit?: Kit): Patch[] => [
  { path: [...path, 'protection'], value: protection },
  ...kitChosen(path, kit),
];

/** What of a place its sides are judged by. */
export type Sided = Pick<Place, 'soil' | 'granular' | 'sides' | 'ends'>;

/** The ground the sides of a place stand in. */
export const standingOf = ({ soil, granular, sides }: Omit<Sided, 'ends'>): Standing => ({
  soil,
  granular,
  shortTerm: sides.shortTerm !== null,
});

export type SideName = 'left' | 'right' | 'ends';
/** The sides of a place; a pit has its two ends besides. */
export const sidesOf = ({ sides, ends }: Pick<Place, 'sides' | 'ends'>): { side: SideName; wall: Wall }[] => [
  { side: 'left', wall: sides.left },
  { side: 'right', wall: sides.right },
  ...(ends ? [{ side: 'ends' as const, wall: ends }] : []),
];

/** The sides supports stand against: shores only against the two they span. */
export const heldSides = (place: Pick<Place, 'sides' | 'ends'>): { side: SideName; wall: Wall }[] =>
  sidesOf(place).filter(({ side }) => side !== 'ends' || place.sides.protection !== 'shores');

/** Every depth at which an answer about the sides of a place may change, metres. */
export const sideBreakDepths = (place: Place, rules: Rules): number[] =>
  sidesOf(place).flatMap(({ wall }) => wallBreakDepths(wall, place.soil, rules));

/** Height of the face supports have to hold at a depth, metres: the higher of all sides they stand against. */
export const faceHeld = (place: Sided, depth: number, rules: Rules): number =>
  heldSides(place).reduce((most, { wall }) => Math.max(most, heldFace(wall, standingOf(place), depth, rules)), 0);

/** Do both sides offer shores a face to press on, as high as they have to hold? */
export const pressesOn = (place: Sided, depth: number, rules: Rules): boolean => {
  const face = faceHeld(place, depth, rules);
  return (['left', 'right'] as const).every((side) => uprightFace(place.sides[side], depth) >= face - EPSILON);
};

/**
 * How high supports must stand above the floor at a depth, metres: shields and sheets above the lip, shores up to it; over a face with a slope above it
 * they stand higher than its top, so that what rolls down stays out. 0 where every side stands by itself.
 */
export function supportHeight(place: Sided, depth: number, rules: Rules): number {
  const { protection } = place.sides;
  if (protection === 'none') return 0;
  const face = faceHeld(place, depth, rules);
  if (face <= EPSILON) return 0;
  if (face < depth - EPSILON) return face + (rules.supportOverToe.value ?? 0);
  return protection === 'shores' ? depth : depth + (rules.supportUpstand.value ?? 0);
}

/** How a shield is built up: extensions on the base, the height that makes, and whether it is enough. Metres. */
export interface Stack {
  extensions: number;
  height: number;
  wanted: number;
  enough: boolean;
  /** Of the base with its struts and the extensions, kilograms. */
  mass: number;
}

/** Fewest extensions that make a shield as high as it must stand; all it takes where that is not enough. */
export function stackOf(kit: ShieldKit, wanted: number): Stack {
  const needed = Math.max(0, Math.ceil((wanted - kit.height - 1e-6) / kit.extension));
  const extensions = Math.min(kit.extensions, needed);
  const height = kit.height + extensions * kit.extension;
  return { extensions, height, wanted, enough: needed <= kit.extensions, mass: kit.mass + extensions * kit.extensionMass };
}
