import type { Run } from '../../job';
import { compactions, supportClasses, type CompactionId, type SupportClass } from '../../catalogue';

/** A flexible pipe under load, all pressures in pascals: its parallel-plate stiffness PS, side support E′, soil prism and live load. */
export interface FlexibleLoad {
  stiffness: number;
  support: number;
  prism: number;
  live: number;
  /** Deflection lag on the prism: 1.0 usual, 1.5 conservative. */
  lag: number;
  /** Bedding constant: 0.1, with a good haunch 0.083. */
  bedding: number;
}

export const DEFLECTION_LIMIT = 0.05;
export const DEFLECTION_BASIS = 'Modified Iowa formula; 5 % of the diameter, inversion begins near 20 %';
export const LAG = 1.5;
/** Bedding constant K as a bed is usually made, and where somebody saw the haunch knifed in. Source: usual tables of the modified Iowa formula. */
export const BEDDING_CONSTANT = 0.1;
export const HAUNCHED_CONSTANT = 0.083;

/** K at a station, by who looked there last after laying. */
export const beddingConstantAt = ({ haunched = [] }: Pick<Run, 'haunched'>, station: number): number =>
  haunched.findLast(({ from, to }) => station >= from && station <= to)?.ok ? HAUNCHED_CONSTANT : BEDDING_CONSTANT;

/** Vertical deflection as a share of the diameter. Source: modified Iowa, Δ/D = (DL·K·Wp + K·WL)/(0.149·PS + 0.061·E′). */
export const deflection = ({ stiffness, support, prism, live, lag, bedding }: FlexibleLoad): number =>
  (lag * bedding * prism + bedding * live) / (0.149 * stiffness + 0.061 * support);

/** Modulus E′ of side support by material and how it is put in, pascals: between dumped and dense. */
export function sideSupport(support: SupportClass, compaction: CompactionId): number {
  const { from, to } = supportClasses[support];
  return from + (to - from) * compactions[compaction].share;
}

/** Kμ′ of Marston's narrow trench by fill: ordinary soil; clay 0.13, sand 0.165. */
export const MARSTON_K = 0.15;
/** What a granular bed adds to a rigid pipe's crushing strength, and the safety asked for. */
export const BEDDING_FACTOR = 1.9;
export const RIGID_SAFETY = 1.5;
export const RIGID_BASIS =
  'Marston, Kμ′ 0.15, past its transition width as in the open: prism × 1.4; bedding factor 1.9 on a granular bed; safety 1.5';

/** Load of the fill on a rigid pipe in a trench, newtons a metre. Source: Marston, W = C·γ·B², C = (1 − e^(−2Kμ′·H/B))/(2Kμ′). */
export function trenchLoad(width: number, cover: number, weight: number, kMu = MARSTON_K): number {
  const c = (1 - Math.exp((-2 * kMu * cover) / width)) / (2 * kMu);
  return c * weight * width ** 2;
}

/** Arching over a rigid pipe in the open: its fill hangs on it. Source: usual 1.35 to 1.45. */
export const OPEN_ARCHING = 1.4;

/**
 * Load of the fill on a rigid pipe, newtons a metre: in a trench the sides carry a part, up to the transition width, from which it is as in the open;
 * never less than its own prism. @param width of the trench at the crown, metres.
 */
export function fillLoad({ width, od, cover, weight }: { width: number; od: number; cover: number; weight: number }): number {
  const prism = weight * cover * od;
  return Math.max(prism, Math.min(trenchLoad(width, cover, weight), OPEN_ARCHING * prism));
}
