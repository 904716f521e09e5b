/** What lies over the fine fill to warn whoever digs next. Lengths in metres. */
export interface CoverPlate {
  name: string;
  length: number;
  width: number;
}
export const coverPlates: readonly [CoverPlate, ...CoverPlate[]] = [
  { name: 'Plate 900 × 250', length: 0.9, width: 0.25 },
  { name: 'Plate 1000 × 200', length: 1, width: 0.2 },
  { name: 'Tile 600 × 300', length: 0.6, width: 0.3 },
  { name: 'Tile 300 × 150', length: 0.3, width: 0.15 },
];
export const PLATE_BASIS = 'As many rows as cover the lines side by side, end to end; typical sizes, the owner’s rule';
export const tapeSchools = {
  line: { name: 'Above the line', distance: 0.3, basis: 'Usual: about 300 mm above the line' },
  surface: { name: 'Below the surface', distance: 0.3, basis: 'Usual: about 300 mm below the finished surface' },
} as const;
export type TapeSchool = keyof typeof tapeSchools;
export const tapeSchoolIds = Object.keys(tapeSchools) as [TapeSchool, ...TapeSchool[]];

/** Layers at the top, from the fill up to the finished surface. Density compacted, kg/m³. */
export interface SurfaceMaterial {
  name: string;
  density: number;
  bulking: number;
}
export const surfaceMaterials = {
  turf: { name: 'Turf', density: 1100, bulking: 1 },
  topsoil: { name: 'Topsoil', density: 1400, bulking: 1.2 },
  subbase: { name: 'Sub-base', density: 2100, bulking: 1.2 },
  asphalt: { name: 'Asphalt', density: 2350, bulking: 1.15 },
  concrete: { name: 'Concrete', density: 2400, bulking: 1 },
  gravel: { name: 'Gravel', density: 1800, bulking: 1.1 },
  paving: { name: 'Paving on sand', density: 2200, bulking: 1 },
} as const satisfies Record<string, SurfaceMaterial>;
export type SurfaceMaterialId = keyof typeof surfaceMaterials;
export const surfaceMaterialIds = Object.keys(surfaceMaterials) as [SurfaceMaterialId, ...SurfaceMaterialId[]];

/** A wheel that may stand over the trench: load in newtons on a print of a × b metres, times an impact factor. By surface. */
export const wheels = {
  field: { load: 30e3, a: 0.3, b: 0.4, impact: 1.2, basis: 'A tractor or loaded dumper wheel' },
  footway: { load: 10e3, a: 0.15, b: 0.2, impact: 1.2, basis: 'A delivery van wheel' },
  road: { load: 72e3, a: 0.25, b: 0.5, impact: 1.3, basis: 'A lorry’s twin wheel' },
} as const;

/** Least cover before something heavy passes, metres: over the crown, in fill that is compacted. */
export const loadCovers = [
  { name: 'Hand tamper', cover: 0.1, basis: 'Usual: by hand from the first lift, beside the pipe first' },
  { name: 'Light vibrating plate', cover: 0.3, basis: 'Usual: 300 mm over the crown' },
  { name: 'Rammer', cover: 0.3, basis: 'Usual: 300 mm over the crown' },
  { name: 'Trench roller', cover: 0.6, basis: 'Usual: 300–1000 mm by mass; 600 mm as a default' },
  { name: 'Mini excavator tracking over', cover: 0.6, basis: 'Usual: 600 mm in compacted fill' },
  { name: 'Lorries', cover: 0.9, basis: 'Usual: 900 mm under road traffic' },
] as const;
