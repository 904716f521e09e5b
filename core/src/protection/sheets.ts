import type { SheetKit } from '../catalogue';

/** What sheets and frames over a stretch take. Metres, m³, kilograms. */
export interface SheetSchedule {
  sheets: number;
  sheetLength: number;
  slit: number;
  /** Heights of the frames above the floor, and how many stand along. */
  frames: number[];
  bays: number;
  /** Four to a frame. */
  chains: number;
  heaviest: number;
}

/**
 * Sheets on both sides of a length, and across both ends of a pit `width` wide: set in a slit to the depth of their toe, frames every `frameApart` down from
 * the lip.
 */
export function sheetSchedule(kit: SheetKit, { depth, length, width }: { depth: number; length: number; width?: number }): SheetSchedule {
  const run = 2 * (length + (width ?? 0));
  const sheetLength = depth + kit.toe + kit.upstand;
  const rows = Math.max(1, Math.ceil(depth / kit.frameApart - 1e-9) - 1);
  const bays = Math.max(1, Math.ceil(length / kit.frameLength - 1e-9));
  return {
    sheets:
      width === undefined
        ? 2 * Math.ceil(length / kit.width - 1e-9)
        : 2 * (Math.ceil(length / kit.width - 1e-9) + Math.ceil(width / kit.width - 1e-9)),
    sheetLength,
    slit: run * kit.slit * (depth + kit.toe),
    frames: Array.from({ length: rows }, (_, i) => depth - (i + 1) * Math.min(kit.frameApart, depth / (rows + 1))),
    bays,
    chains: 4 * rows * bays,
    heaviest: Math.max(kit.frameMass, kit.mass * kit.width * sheetLength),
  };
}
