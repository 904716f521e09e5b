/** Fluid that fills can and hoses, m³; what a release of one cylinder loses, about a cup. Source: usual; the maker's word rules. */
export const SHORE_CAN = 0.01;
export const SHORE_CUP = 0.00025;
/** Chain slings of steel, lifted by one leg, kilograms by their size as each trade says it. Source: EN 818-4, grade 8. */
export const chainSizes = [
  { metric: '7 mm', us: '9/32 in', load: 1500 },
  { metric: '8 mm', us: '5/16 in', load: 2000 },
  { metric: '10 mm', us: '3/8 in', load: 3150 },
  { metric: '13 mm', us: '1/2 in', load: 5300 },
  { metric: '16 mm', us: '5/8 in', load: 8000 },
] as const;
