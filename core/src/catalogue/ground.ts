/** Soil class for slopes and protection: stable rock, or types A to C from strongest to weakest. */
export const soilClasses = ['rock', 'A', 'B', 'C'] as const;
export type SoilClass = (typeof soilClasses)[number];

/** What the soil is, as far as a hand can tell. `best`: the class it can be at best by what it is. */
export const soilMaterials = {
  rock: { name: 'Sound rock', best: 'rock', why: 'sound rock that stays put' },
  clay: { name: 'Clay', best: 'A', why: 'it is clay' },
  silt: { name: 'Silt or sandy clay', best: 'B', why: 'silt and sandy clay hold a little' },
  gravel: { name: 'Angular gravel', best: 'B', why: 'angular gravel locks a little' },
  sand: { name: 'Sand or rounded gravel', best: 'C', why: 'sand and rounded gravel run' },
  fill: { name: 'Filled ground', best: 'C', why: 'fill was put there: nobody knows how' },
} as const satisfies Record<string, { name: string; best: SoilClass; why: string }>;
export type SoilMaterial = keyof typeof soilMaterials;
export const soilMaterialIds = Object.keys(soilMaterials) as [SoilMaterial, ...SoilMaterial[]];

/** The thumb, and what a lump does when dry: the answer says the class it can be at best. */
export const thumbs = {
  hard: { name: 'Dents it only with great effort', best: 'A' },
  dents: { name: 'Dents it, goes in a little', best: 'B' },
  easy: { name: 'Goes in easily', best: 'C' },
} as const satisfies Record<string, { name: string; best: SoilClass }>;
export type Thumb = keyof typeof thumbs;
export const thumbIds = Object.keys(thumbs) as [Thumb, ...Thumb[]];

export const dryStrengths = {
  hard: { name: 'Breaks only with effort, no crumbs', best: 'A' },
  lumps: { name: 'Breaks into lumps, then smaller ones', best: 'B' },
  powder: { name: 'Falls to grains or powder', best: 'C' },
} as const satisfies Record<string, { name: string; best: SoilClass }>;
export type DryStrength = keyof typeof dryStrengths;
export const dryStrengthIds = Object.keys(dryStrengths) as [DryStrength, ...DryStrength[]];

/** Tools that read a strength: unconfined = reading × `factor`; a vane reads shear, half of it. */
export const strengthTools = {
  penetrometer: { name: 'Penetrometer', factor: 1 },
  vane: { name: 'Vane', factor: 2 },
} as const;
export type StrengthTool = keyof typeof strengthTools;
export const strengthToolIds = Object.keys(strengthTools) as [StrengthTool, ...StrengthTool[]];

/** How fast water comes through the ground, m/s: the middle of a usual range. */
export const permeability: Record<GroundId, number> = { sand: 1e-4, loam: 1e-6, clay: 1e-9, rock: 1e-6 };
export const PERMEABILITY_BASIS = 'Middle of a usual range; a factor of ten either way is common: pump a test sump';

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
  sheets: { name: 'Sheets and frames', panel: 0.2, basis: 'Sheet and frame member; the design rules' },
} as const;
export type Protection = keyof typeof protections;
export const protectionIds = Object.keys(protections) as [Protection, ...Protection[]];
