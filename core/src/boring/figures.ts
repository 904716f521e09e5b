import type { GroundId } from '../catalogue';

/** First hole along the way, metres across. Source: small steered rigs, 75 to 120 mm. */
export const PILOT = 0.1;
/** Each reaming at most this many times as wide as the hole before it. Source: usual practice in mixed ground. */
export const REAM_STEP = 1.6;
/** The hole this many times as wide as what is drawn into it, so that it slides in the fluid. Source: usual practice, 1.3 to 1.5. */
export const OVER_BORE = 1.5;
/** Friction of what is drawn in against the wall of a hole full of fluid. Source: usual practice, 0.2 to 0.3. */
export const HOLE_FRICTION = 0.3;
/** Of the fluid with what it carries out, kilograms a m³. Source: usual practice, 1,100 to 1,200. */
export const FLUID_DENSITY = 1150;
/** Fluid for each m³ of hole. Source: usual practice: two to three volumes in sand and loam, four in clay that swells. */
export const fluidVolumes: Record<GroundId, number> = { sand: 3, loam: 3, clay: 4, rock: 2.5 };
/** Metres an hour of the first hole, of each reaming and of drawing in, and hours to set up and clear away. Source: usual output of a small rig; log your own. */
export const boringRates: Record<GroundId, { pilot: number; ream: number; draw: number }> = {
  sand: { pilot: 12, ream: 15, draw: 25 },
  loam: { pilot: 12, ream: 15, draw: 25 },
  clay: { pilot: 9, ream: 10, draw: 20 },
  rock: { pilot: 2, ream: 2, draw: 15 },
};
export const BORE_SET_UP = 3;
/** A day of the rig with its rods, and a m³ of fluid mixed and taken away. Placeholders, the job's money. */
export const boringPrices = { rig: 650, fluid: 95 } as const;
/** Steered rods bend no tighter than about this, metres. Source: usual for rods of small rigs; the maker's table rules. */
export const ROD_BEND = 30;
export const BORE_BASIS =
  'Usual practice: hole 1.5 times what is drawn in, reamed in steps of 1.6, three volumes of fluid; the borer’s own figures rule';
export const PULL_BACK_BASIS =
  'F = μ·|w|·L·e^(μ·φ), w the weight in the fluid less its uplift, φ all turns of the hole; friction 0.3, fluid 1,150 kg/m³';
