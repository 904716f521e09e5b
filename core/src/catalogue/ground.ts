/** Soil class for slopes and protection: stable rock, or types A to C from strongest to weakest. */
export const soilClasses = ['rock', 'A', 'B', 'C'] as const;
export type SoilClass = (typeof soilClasses)[number];

/** Spoil as it is dug, heaped and put back. */
export interface Ground {
  name: string;
  /** Loose = bank × (1 + swell). */
  swell: number;
  /** Bank needed = compacted / (1 − shrink). */
  shrink: number;
  /** Dug by hand in an hour, m³ in the bank. */
  handRate: number;
  /** Angle of repose of the heap, radians. */
  repose: number;
  basis: string;
}

const degrees = (angle: number) => (angle * Math.PI) / 180;
const BASIS = 'Usual earthwork figures; check with a measured heap';

export const grounds = {
  sand: { name: 'Sand or gravel', swell: 0.14, shrink: 0.1, handRate: 0.8, repose: degrees(34), basis: BASIS },
  loam: { name: 'Loam', swell: 0.25, shrink: 0.1, handRate: 0.7, repose: degrees(38), basis: BASIS },
  clay: { name: 'Clay', swell: 0.35, shrink: 0.1, handRate: 0.5, repose: degrees(40), basis: BASIS },
  rock: { name: 'Broken rock', swell: 0.5, shrink: 0.05, handRate: 0.4, repose: degrees(40), basis: BASIS },
} as const satisfies Record<string, Ground>;
export type GroundId = keyof typeof grounds;
export const groundIds = Object.keys(grounds) as [GroundId, ...GroundId[]];

/** What holds the walls. `panel` is how far each panel takes from the dig, metres a side. */
export const protections = {
  none: { name: 'None', panel: 0, basis: 'No support in the trench' },
  shield: { name: 'Trench shield', panel: 0.1, basis: 'Common panel thickness of light shields; the hire firm’s table rules' },
  shores: { name: 'Hydraulic shores', panel: 0.06, basis: 'Rail and plywood facing; the hire firm’s table rules' },
} as const;
export type Protection = keyof typeof protections;
export const protectionIds = Object.keys(protections) as [Protection, ...Protection[]];
