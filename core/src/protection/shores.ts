import type { ShoreKit, SoilClass } from '../catalogue';
import type { Rules } from '../rules';
import { FOOT } from '../units';

/** Furthest apart along the trench by depth, metres: to 10, 15 and 20 ft. C stands only with walers and sheeting. */
export const shoreSpacings: Record<'A' | 'B', readonly { depth: number; spacing: number }[]> = {
  A: [
    { depth: 10 * FOOT, spacing: 8 * FOOT },
    { depth: 15 * FOOT, spacing: 8 * FOOT },
    { depth: 20 * FOOT, spacing: 7 * FOOT },
  ],
  B: [
    { depth: 10 * FOOT, spacing: 8 * FOOT },
    { depth: 15 * FOOT, spacing: 6.5 * FOOT },
    { depth: 20 * FOOT, spacing: 5.5 * FOOT },
  ],
};
export const SHORE_BASIS = '29 CFR 1926 Subpart P App. D, aluminium hydraulic shoring; no more than 2 ft (0.6 m) of spoil as surcharge';

/** Spacing allowed along the trench, metres; undefined in C and past the table. Rock is held as A. */
export function shoreSpacing(soil: SoilClass, depth: number): number | undefined {
  if (soil === 'C') return undefined;
  return shoreSpacings[soil === 'rock' ? 'A' : soil].find((row) => depth <= row.depth + 1e-6)?.spacing;
}

/** Stations of the sets over a length, metres from its start: no wall further from a set than half the spacing. Source: ⌊L/s⌋ + 1, no less than the row. */
export function shoreSets(length: number, spacing: number, least: number): number[] {
  const sets = Math.max(Math.floor(length / spacing + 1e-9) + 1, least);
  const apart = Math.min(spacing, length / sets);
  const even = (sets - 1) * spacing <= length ? spacing : apart;
  const first = (length - (sets - 1) * even) / 2;
  return Array.from({ length: sets }, (_, i) => first + i * even);
}

/** Heights of the cylinders of one rail above the floor, metres: the top one near the lip, the bottom one near the floor, the rest even between. */
export function cylinderHeights(depth: number, rules: Rules): number[] {
  const top = Math.max(0, depth - (rules.shoreTop.value ?? 0));
  const bottom = Math.min(top, rules.shoreBottom.value ?? 0);
  const gaps = Math.max(1, Math.ceil((top - bottom) / (rules.shoreApart.value ?? Infinity) - 1e-9));
  if (top - bottom < 1e-6) return [top];
  return Array.from({ length: gaps + 1 }, (_, i) => bottom + ((top - bottom) * i) / gaps);
}

/** Which cylinder spans a clear width: a plain one, the largest with its extension, or none. */
export function cylinderFor(kit: ShoreKit, width: number): { name: string; extended: boolean } | undefined {
  const plain = kit.cylinders.find(({ least, most }) => width >= least - 1e-6 && width <= most + 1e-6);
  if (plain) return { name: plain.name, extended: false };
  const largest = kit.cylinders.at(-1);
  return largest && width > largest.most && width <= largest.most + kit.extension + 1e-6
    ? { name: largest.name, extended: true }
    : undefined;
}

/** What shores over a length take. `sets` are metres from its start, `cylinders` heights above the floor; m³ and kilograms. */
export interface ShoreSchedule {
  sets: number[];
  spacing: number;
  basis: string;
  cylinders: number[];
  cylinder: { name: string; extended: boolean } | undefined;
  total: number;
  fluid: number;
  concentrate: number;
  mass: number;
}

/** The shores of a stretch. Undefined where neither the maker's table nor the default gives a spacing. */
export function shoreSchedule(
  kit: ShoreKit,
  { soil, depth, length, width, rules }: { soil: SoilClass; depth: number; length: number; width: number; rules: Rules },
): ShoreSchedule | undefined {
  const spacing = kit.spacing ?? shoreSpacing(soil, depth);
  if (spacing === undefined) return undefined;
  const sets = shoreSets(length, spacing, rules.shoreSets.value ?? 1);
  const cylinders = cylinderHeights(depth, rules);
  const total = sets.length * cylinders.length;
  const fluid = total * kit.fluid;
  return {
    sets,
    spacing,
    basis: kit.spacing === null ? SHORE_BASIS : kit.source,
    cylinders,
    cylinder: cylinderFor(kit, width),
    total,
    fluid,
    concentrate: fluid * kit.mix,
    mass: kit.mass,
  };
}
