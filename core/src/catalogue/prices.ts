import type { StructureKind } from './structures';
import type { SurfaceMaterialId } from './cover';

/** Rough prices in the job's own money, to be replaced by the merchant's: a m³ of surface material, loose. Turf and topsoil are laid back. */
export const surfacePrices: Record<SurfaceMaterialId, number> = {
  turf: 0,
  topsoil: 0,
  subbase: 48,
  asphalt: 210,
  concrete: 160,
  gravel: 46,
  paving: 380,
};
export const structurePrices: Record<StructureKind, number> = {
  chamber: 260,
  junction: 35,
  gully: 90,
  pole: 0,
  pillar: 0,
  wellhead: 0,
  entry: 45,
  trial: 0,
  joint: 0,
  sump: 0,
  rodding: 40,
  soakaway: 0,
  endSection: 120,
};
/** A roll of tape, a m of tracer wire, a plate, a m² of fabric, a m³ of fill brought. */
export const coveringPrices = { tape: 9, tracer: 0.4, plate: 4, fabric: 1.2, fill: 28 } as const;
/** Tape comes on rolls of this length, wire on reels, fabric in rolls of m². */
export const coveringUnits = { tape: 100, tracer: 250, fabric: 100 } as const;
/** A coupler costs about as much as this length of its pipe, metres; a cable joint with its bay this much, in the job's money. */
export const COUPLER = 0.7;
export const CABLE_JOINT = 320;
export const PRICE_BASIS = 'Placeholder; type the merchant’s price';
