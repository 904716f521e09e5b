import { RATING_CONDITIONS, products, type Conductor, type Product } from '../../catalogue';
import type { Circuit } from '../../job';
import { formatLength, formatTemperature, formatThermal, type UnitSystem } from '../../units';

/** Temperature coefficients of resistance at 20 °C, 1/K. */
const COEFFICIENT = { copper: 0.00393, aluminium: 0.00403 } as const;

/** Ohms a metre of one conductor at a temperature, °C. Source: r = r₂₀(1 + α(T − 20)). */
export const resistanceAt = ({ metal, resistance }: Conductor, temperature: number): number =>
  resistance * (1 + COEFFICIENT[metal] * (temperature - 20));

/**
 * Volts lost along a circuit. Source: 1-phase 2·I·L·(r cosφ + x sinφ), 3-phase √3·I·L·(…), L one way, r at operating temperature.
 * @param length one way, metres. @param r @param x ohms a metre of one conductor.
 */
export function voltDrop(
  { phases, amps, powerFactor }: Pick<Circuit, 'phases' | 'amps' | 'powerFactor'>,
  length: number,
  r: number,
  x: number,
): number {
  const sin = Math.sqrt(1 - powerFactor ** 2);
  return (phases === 1 ? 2 : Math.sqrt(3)) * amps * length * (r * powerFactor + x * sin);
}

/** Columns of a table, linear between its rows. Below its first row the first holds; past its last it goes on as it went, never below a tenth. */
function interpolated(rows: readonly (readonly [number, number])[], at: number): number {
  const next = rows.findIndex(([key]) => key >= at);
  if (next === 0) return rows[0]?.[1] ?? 1;
  const [a, b] = rows.slice(next === -1 ? -2 : next - 1) as [readonly [number, number], readonly [number, number]];
  return Math.max(0.1, a[1] + ((b[1] - a[1]) * (at - a[0])) / (b[0] - a[0]));
}

/** Factors on the current rating, usual figures: by soil resistivity (K·m/W), depth (m), circuits side by side touching or 0.15 m apart. */
const BY_RESISTIVITY = [
  [0.7, 1.2],
  [1, 1.08],
  [1.2, 1],
  [1.5, 0.92],
  [2, 0.81],
  [2.5, 0.74],
  [3, 0.68],
] as const;
const BY_DEPTH = [
  [0.5, 1.04],
  [0.8, 1],
  [1, 0.98],
  [1.25, 0.96],
  [1.5, 0.95],
  [2, 0.92],
] as const;
const numbered = (factors: readonly number[]) => factors.map((factor, i) => [i + 1, factor] as const);
const BY_GROUP = { touching: numbered([1, 0.79, 0.69, 0.63, 0.58, 0.55]), apart: numbered([1, 0.87, 0.79, 0.75, 0.72, 0.69]) };
const IN_DUCT = 0.85;
/** On what a rating rests, as a reader reads it. */
export const ratingBasis = (units: UnitSystem): string =>
  `Typical rating buried at ${formatLength(RATING_CONDITIONS.depth, units)}, ${formatThermal(RATING_CONDITIONS.resistivity, units)}, ${formatTemperature(RATING_CONDITIONS.temperature, units)}, with usual factors; the cable maker’s table rules`;

/** How a cable lies: its depth, the ground, its neighbours. */
export interface CableBed {
  depth: number;
  resistivity: number;
  temperature: number;
  /** Loaded circuits in the trench, itself included, and whether 0.15 m of clear ground is between them. */
  circuits: number;
  apart: boolean;
  inDuct: boolean;
}

/** What of a bed lies past the tables, in words; empty where nothing does. */
export const pastTables = ({ depth, resistivity, circuits }: CableBed): string[] => [
  ...(depth > (BY_DEPTH.at(-1)?.[0] ?? Infinity) ? ['depth'] : []),
  ...(resistivity > (BY_RESISTIVITY.at(-1)?.[0] ?? Infinity) ? ['soil'] : []),
  ...(circuits > BY_GROUP.apart.length ? ['neighbours'] : []),
];

/** Amperes a cable carries as it lies. Temperature by √((T_c − T_g)/(T_c − T_ref)). */
export function groundRating({ rating, hottest, at = RATING_CONDITIONS }: Conductor, bed: CableBed): number {
  const heat = Math.sqrt((hottest - bed.temperature) / (hottest - at.temperature));
  const by = (rows: typeof BY_RESISTIVITY | typeof BY_DEPTH, here: number, there: number) =>
    interpolated(rows, here) / interpolated(rows, there);
  return (
    rating *
    by(BY_RESISTIVITY, bed.resistivity, at.resistivity) *
    by(BY_DEPTH, bed.depth, at.depth) *
    interpolated(BY_GROUP[bed.apart ? 'apart' : 'touching'], bed.circuits) *
    (bed.inDuct ? IN_DUCT : 1) *
    heat
  );
}

/** The next larger cable of the same kind in the catalogue that `passes`; undefined when none does. */
export function nextSize(product: Product, passes: (conductor: Conductor, larger: Product) => boolean): Product | undefined {
  const own = product.conductor;
  if (!own) return undefined;
  return products()
    .filter(
      ({ conductor, family }) =>
        conductor &&
        family === product.family &&
        conductor.cores === own.cores &&
        conductor.metal === own.metal &&
        conductor.area > own.area,
    )
    .sort((a, b) => (a.conductor?.area ?? 0) - (b.conductor?.area ?? 0))
    .find((larger) => larger.conductor && passes(larger.conductor, larger));
}

/** Most of a conduit's bore that cables may fill: one, two, three and more. */
export const FILL_LIMITS = [0.53, 0.31, 0.4] as const;
export const FILL_BASIS = 'Usual conduit fill: 53 % for one cable, 31 % for two, 40 % for three and more';

/** Share of a duct's bore that cables of one size take. */
export const conduitFill = (bore: number, od: number, count: number): number => count * (od / bore) ** 2;
export const fillLimit = (count: number): number => FILL_LIMITS[Math.min(count, 3) - 1] ?? 0.4;

/** Three equal cables can lock side by side where the bore is 2.8 to 3.2 times one of them. */
export const jams = (bore: number, od: number, count: number): boolean => count === 3 && bore / od >= 2.8 && bore / od <= 3.2;
