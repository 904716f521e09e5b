import type { SheetKit } from '../catalogue';
import type { Rules } from '../rules';

/** What sheets and frames over a stretch take. Metres, m³, kilograms. */
export interface SheetSchedule {
  sheets: number;
  sheetLength: number;
  slit: number;
  /** Heights of the frames above the floor, and how many stand along. */
  frames: number[];
  bays: number;
  /** Round the frames, on every level. */
  chains: number;
  /** Sheets stand on this much of wall, both sides and both ends. */
  perimeter: number;
  heaviest: number;
}

/** Heights of the frames above the floor, each `frameApart` under the next from the lip down, metres. */
export function frameHeights({ frameApart }: Pick<SheetKit, 'frameApart'>, depth: number): number[] {
  const rows = Math.max(1, Math.ceil(depth / frameApart - 1e-9) - 1);
  return Array.from({ length: rows }, (_, i) => depth - (i + 1) * Math.min(frameApart, depth / (rows + 1)));
}

/**
 * Sheets on both sides of a length and across both its ends: set in a slit to the depth of their toe, frames every `frameApart` down from the lip, chains
 * round each level of them.
 */
export function sheetSchedule(
  kit: SheetKit,
  { depth, length, width, rules }: { depth: number; length: number; width: number; rules: Rules },
): SheetSchedule {
  const perimeter = 2 * (length + width);
  const sheetLength = depth + kit.toe + kit.upstand;
  const frames = frameHeights(kit, depth);
  const bays = Math.max(1, Math.ceil(length / kit.frameLength - 1e-9));
  return {
    sheets: 2 * (Math.ceil(length / kit.width - 1e-9) + Math.ceil(width / kit.width - 1e-9)),
    sheetLength,
    perimeter,
    slit: perimeter * kit.slit * (depth + kit.toe),
    frames,
    bays,
    chains: frames.length * Math.ceil(perimeter / (rules.chainApart.value ?? Infinity) - 1e-9),
    heaviest: Math.max(kit.frameMass, kit.mass * kit.width * sheetLength),
  };
}
