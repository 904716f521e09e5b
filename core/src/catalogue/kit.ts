/**
 * Supports to hire, generic. Lengths in metres, masses in kilograms, pressures in pascals; `depth` is the deepest it is rated for,
 * `least` and `most` the clear widths it can be set to, `panel` what it takes from the dig on each side, `hire` a day's price for one.
 */
interface Common {
  id: string;
  name: string;
  /** Whose table it is from. A job's own table rules over the defaults. */
  source: string;
  panel: number;
  least: number;
  most: number;
  depth: number;
  hire: number;
  /** Of the job's own: figures that were typed. What was not is still the generic one it began with. */
  typed?: string[] | undefined;
}

/** A box: two plates, struts between, extensions stacked on top. */
export interface ShieldKit extends Common {
  kind: 'shield';
  length: number;
  height: number;
  /** Heights of the extensions it takes, and how many of them at most. */
  extension: number;
  extensions: number;
  mass: number;
  extensionMass: number;
  /** Lowest strut above the foot: what is laid passes under it. */
  strut: number;
}

/** Two rails with cylinders between, one set. `fluid` m³ a cylinder, `mass` of a set. */
export interface ShoreKit extends Common {
  kind: 'shores';
  cylinders: { name: string; least: number; most: number }[];
  /** Longest a bolted extension makes the largest cylinder, metres more. */
  extension: number;
  fluid: number;
  /** Share of concentrate in the fluid, by the season. */
  mixes: { summer: number; winter: number };
  /** Working pressure it is pumped to. */
  pressure: { least: number; most: number };
  /** Spacing along the trench by the maker's table, each row down to its depth; empty: that of the rule set. */
  spacings: { depth: number; spacing: number }[];
  /** Rails in stock: their length, and where cylinders may sit, from the foot up. Empty: cut to suit. */
  rails: { length: number; places: number[] }[];
  /** May a single set stand where the spacing needs no more, as at a crossing? */
  spot: boolean;
  mass: number;
}

/** Trench sheets driven or set in a slit, held by frames. `mass` kilograms a m² of sheet, `frameMass` of a frame. */
export interface SheetKit extends Common {
  kind: 'sheets';
  width: number;
  /** Into the ground below the floor, and above the lip. */
  toe: number;
  upstand: number;
  slit: number;
  frameLength: number;
  frameApart: number;
  mass: number;
  frameMass: number;
}

export type Kit = ShieldKit | ShoreKit | SheetKit;
export type KitKind = Kit['kind'];

const SOURCE = 'Generic; the hire firm’s own table rules';

export const kits: readonly Kit[] = [
  {
    id: 'box-light',
    kind: 'shield',
    name: 'Light box 2.0 × 1.5 m',
    source: SOURCE,
    panel: 0.06,
    least: 0.7,
    most: 1.5,
    depth: 2.5,
    hire: 28,
    length: 2,
    height: 1.5,
    extension: 0.6,
    extensions: 1,
    mass: 320,
    extensionMass: 110,
    strut: 0.75,
  },
  {
    id: 'box-medium',
    kind: 'shield',
    name: 'Box 3.0 × 2.4 m',
    source: SOURCE,
    panel: 0.1,
    least: 0.9,
    most: 2.2,
    depth: 4,
    hire: 60,
    length: 3,
    height: 2.4,
    extension: 1.3,
    extensions: 2,
    mass: 1450,
    extensionMass: 650,
    strut: 1.1,
  },
  {
    id: 'box-heavy',
    kind: 'shield',
    name: 'Heavy box 3.5 × 2.6 m',
    source: SOURCE,
    panel: 0.12,
    least: 1,
    most: 3,
    depth: 6,
    hire: 95,
    length: 3.5,
    height: 2.6,
    extension: 1.4,
    extensions: 2,
    mass: 2600,
    extensionMass: 1200,
    strut: 1.2,
  },
  {
    id: 'box-pit',
    kind: 'shield',
    name: 'Pit box 1.2 × 1.5 m',
    source: SOURCE,
    panel: 0.06,
    least: 0.8,
    most: 2.2,
    depth: 3.5,
    hire: 24,
    length: 1.2,
    height: 1.5,
    extension: 0.8,
    extensions: 2,
    mass: 260,
    extensionMass: 130,
    strut: 0.75,
  },
  {
    id: 'shores-light',
    kind: 'shores',
    name: 'Aluminium shores',
    source: SOURCE,
    panel: 0.06,
    least: 0.5,
    most: 2.2,
    depth: 6.1,
    hire: 12,
    cylinders: [
      { name: '0.50–0.75 m', least: 0.5, most: 0.75 },
      { name: '0.70–1.10 m', least: 0.7, most: 1.1 },
      { name: '1.00–1.60 m', least: 1, most: 1.6 },
    ],
    extension: 0.6,
    fluid: 0.0006,
    mixes: { summer: 0.05, winter: 0.1 },
    pressure: { least: 3.5e6, most: 7e6 },
    spacings: [],
    rails: [],
    spot: false,
    mass: 35,
  },
  {
    id: 'sheets-standard',
    kind: 'sheets',
    name: 'Sheets 330 mm with frames',
    source: SOURCE,
    panel: 0.2,
    least: 0.8,
    most: 3,
    depth: 6,
    hire: 3,
    width: 0.33,
    toe: 0.3,
    upstand: 0.15,
    slit: 0.3,
    frameLength: 4,
    frameApart: 1.2,
    mass: 35,
    frameMass: 280,
  },
];

/** The entry of the catalogue. @throws RangeError for an id it does not hold. */
export function findKit(id: string): Kit {
  const kit = kits.find((one) => one.id === id);
  if (!kit) throw new RangeError(`No supports “${id}” in the catalogue`);
  return kit;
}
