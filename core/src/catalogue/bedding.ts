/** What goes round the line. Density compacted, kg/m³; `largest` grain, metres. */
export interface BeddingMaterial {
  name: string;
  density: number;
  /** Loose volume to order per compacted volume. */
  bulking: number;
  largest: number;
  /** Broken edges that saw through soft metal and sheaths as the line moves. */
  sharp: boolean;
  /** How it counts for a flexible pipe's side support. */
  support: SupportClass;
  basis: string;
}

/** Classes of side support, with the modulus E′ from dumped to dense, pascals. */
export const supportClasses = {
  fines: { name: 'Fine soil', from: 0.3e6, to: 7e6 },
  coarseFines: { name: 'Coarse soil with fines', from: 0.7e6, to: 14e6 },
  clean: { name: 'Clean coarse soil', from: 1.4e6, to: 21e6 },
  crushed: { name: 'Crushed rock', from: 7e6, to: 21e6 },
} as const;
export type SupportClass = keyof typeof supportClasses;

/** How well the side fill is put in; `share` of the way from dumped to dense. */
export const compactions = {
  dumped: { name: 'Dumped', share: 0 },
  light: { name: 'Lightly compacted', share: 0.2 },
  moderate: { name: 'Well compacted', share: 0.5 },
  dense: { name: 'Dense', share: 1 },
} as const;
export type CompactionId = keyof typeof compactions;
export const compactionIds = Object.keys(compactions) as [CompactionId, ...CompactionId[]];

export const beddings = {
  sand: {
    name: 'Bedding sand',
    density: 1800,
    bulking: 1.15,
    largest: 0.004,
    sharp: false,
    support: 'coarseFines',
    basis: 'Typical moist sand, compacted',
  },
  sifted: {
    name: 'Sifted soil',
    density: 1700,
    bulking: 1.25,
    largest: 0.006,
    sharp: false,
    support: 'fines',
    basis: 'Spoil through a 6 mm sieve, compacted',
  },
  flowing: {
    name: 'Flowing sand for slots',
    density: 1650,
    bulking: 1.05,
    largest: 0.002,
    sharp: false,
    support: 'clean',
    basis: 'Dry single-size sand that runs into a narrow slot',
  },
  granular: {
    name: 'Rounded granular 4–10 mm',
    density: 1750,
    bulking: 1.08,
    largest: 0.01,
    sharp: false,
    support: 'clean',
    basis: 'Typical rounded single-size, lightly compacted',
  },
  granular20: {
    name: 'Rounded granular to 20 mm',
    density: 1780,
    bulking: 1.08,
    largest: 0.02,
    sharp: false,
    support: 'clean',
    basis: 'Typical rounded graded, lightly compacted',
  },
  crushed14: {
    name: 'Crushed stone to 14 mm',
    density: 1800,
    bulking: 1.1,
    largest: 0.014,
    sharp: true,
    support: 'crushed',
    basis: 'Typical crushed single-size, lightly compacted',
  },
  crushed40: {
    name: 'Crushed stone to 40 mm',
    density: 1900,
    bulking: 1.15,
    largest: 0.04,
    sharp: true,
    support: 'crushed',
    basis: 'Typical crushed graded, compacted',
  },
} as const satisfies Record<string, BeddingMaterial>;
export type BeddingId = keyof typeof beddings;
export const beddingIds = Object.keys(beddings) as [BeddingId, ...BeddingId[]];

/** Largest grain against a pipe by its nominal bore, metres. Source: usual practice for plastic and concrete pipe, each row up to and including its `dn`. */
export const largestGrain = [
  { dn: 0.1, grain: 0.01 },
  { dn: 0.15, grain: 0.014 },
  { dn: 0.6, grain: 0.02 },
  { dn: Infinity, grain: 0.04 },
] as const;

/** Least bed over rock, metres, whatever the line. */
export const ROCK_BED = 0.15;
export const BED_BASIS = 'Usual practice: 100 mm in soil, 150–200 mm over rock and for medium voltage; the owner decides';

/** What a bag of bedding from a merchant weighs, kg. */
export const BAG = 25;
