import { restsOn, type ShoreKit, type SoilClass } from '../catalogue';
import { SHORE_CAN, SHORE_CUP } from './figures';
import type { Range } from '../geometry';
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

/** Spacing by the maker's table at a depth, else by the rule set's; undefined past either, and in C without a table. Metres. */
export function spacingAt(kit: Pick<ShoreKit, 'spacings'>, soil: SoilClass, depth: number): number | undefined {
  if (kit.spacings.length === 0) return shoreSpacing(soil, depth);
  return kit.spacings.toSorted((a, b) => a.depth - b.depth).find((row) => depth <= row.depth + 1e-6)?.spacing;
}

/** A rail as it stands: which of those in stock, how far its foot is above the floor, and its cylinders above the floor; metres. */
export interface Rail {
  length: number;
  foot: number;
  cylinders: number[];
}

/**
 * The shortest rail in stock whose cylinders hold a depth: the top one near enough to the lip, the bottom one to the floor, none too far from the next. Its
 * foot stands on the floor or a little over it; it may stand out of the trench. Undefined where none does.
 */
export function railFor({ rails }: Pick<ShoreKit, 'rails'>, depth: number, rules: Rules): Rail | undefined {
  const [top, bottom, apart] = [rules.shoreTop.value ?? 0, rules.shoreBottom.value ?? 0, rules.shoreApart.value ?? Infinity];
  for (const { length, places } of rails.toSorted((a, b) => a.length - b.length)) {
    const up = places.toSorted((a, b) => a - b);
    const [first, last] = [up[0] as number, up.at(-1) as number];
    const foot = Math.max(0, depth - top - last);
    const near = up.every((place, i) => i === 0 || place - (up[i - 1] as number) <= apart + 1e-9);
    if (near && foot + first <= bottom + 1e-9 && foot + last <= depth + 1e-9)
      return { length, foot, cylinders: up.map((place) => foot + place) };
  }
  return undefined;
}

/** Where sets stand over a length, metres from its start, and stretches the spacing cannot bridge. */
export interface SetPlaces {
  sets: number[];
  /** What lies in the way is longer than the spacing: no wall there is held. */
  gaps: Range[];
}

/** Stations of the sets over a length, metres from its start: no wall further from a set than half the spacing. Source: ⌊L/s⌋ + 1, no less than the row. */
export function shoreSets(length: number, spacing: number, least: number): number[] {
  const sets = Math.max(Math.floor(length / spacing + 1e-9) + 1, least);
  const apart = Math.min(spacing, length / sets);
  const even = (sets - 1) * spacing <= length ? spacing : apart;
  const first = (length - (sets - 1) * even) / 2;
  return Array.from({ length: sets }, (_, i) => first + i * even);
}

/**
 * The same with stretches in which no set may stand, such as over a line: even where that goes, else each set as far on as the spacing lets it, back before
 * what lies in the way.
 * @param blocked metres from the start, ascending, not touching each other.
 */
export function setsClearOf(length: number, spacing: number, least: number, blocked: readonly Range[]): SetPlaces {
  const free = (at: number) => !blocked.some(({ from, to }) => at > from && at < to);
  const even = shoreSets(length, spacing, least);
  if (even.every(free)) return { sets: even, gaps: [] };
  const last = length - spacing / 2;
  const back = (at: number) => blocked.find(({ from, to }) => at > from && at < to)?.from ?? at;
  const sets: number[] = [];
  const gaps: Range[] = [];
  // The first stands as far in as half the spacing, each further one as far on as the whole.
  for (let wanted = Math.min(spacing / 2, length); ;) {
    const before = sets.at(-1) ?? -Infinity;
    const at = back(wanted);
    if (at > before + 1e-9 && at >= 0) sets.push(at);
    else {
      const over = blocked.find(({ from, to }) => wanted > from && wanted < to) as Range;
      gaps.push({ from: Math.max(0, over.from), to: Math.min(length, over.to) });
      if (over.to >= length) break;
      sets.push(over.to);
    }
    const here = sets.at(-1) as number;
    if (here >= last - 1e-9) break;
    wanted = Math.min(here + spacing, Math.max(last, here + 1e-6));
    if (wanted <= here + 1e-9) break;
  }
  // A row has no fewer than the least: more are put where there is most room.
  while (sets.length < least) {
    const ends = [0, ...sets, length];
    const widest = ends
      .slice(1)
      .map((end, i) => ({ from: ends[i] as number, to: end }))
      .sort((a, b) => b.to - b.from - (a.to - a.from));
    const spot = widest.map(({ from, to }) => (from + to) / 2).find(free);
    if (spot === undefined) break;
    sets.push(spot);
    sets.sort((a, b) => a - b);
  }
  return { sets, gaps };
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
  /** Stretches no set may stand in that are longer than the spacing. */
  gaps: Range[];
  spacing: number;
  basis: string;
  cylinders: number[];
  cylinder: { name: string; extended: boolean } | undefined;
  total: number;
  /** The rail taken; undefined where the table names none, or none of them does. */
  rail: Rail | undefined;
  /** Rails are named in the table, and none of them holds this depth. */
  noRail: boolean;
  /** Walls faced by it, both sides, m². Facing keeps loose ground back; it holds nothing. */
  facing: number;
  /** In the cylinders, the can and its hoses, and lost at each release. */
  fluid: number;
  concentrate: { summer: number; winter: number };
  mass: number;
}

/** The shores of a stretch. Undefined where neither the maker's table nor the default gives a spacing. */
export function shoreSchedule(
  kit: ShoreKit,
  {
    soil,
    depth,
    length,
    width,
    blocked = [],
    rules,
  }: { soil: SoilClass; depth: number; length: number; width: number; blocked?: readonly Range[]; rules: Rules },
): ShoreSchedule | undefined {
  const spacing = spacingAt(kit, soil, depth);
  if (spacing === undefined) return undefined;
  const least = kit.spot && length <= spacing + 1e-9 ? 1 : (rules.shoreSets.value ?? 1);
  const { sets, gaps } = setsClearOf(length, spacing, least, blocked);
  const rail = railFor(kit, depth, rules);
  const cylinders = rail?.cylinders ?? cylinderHeights(depth, rules);
  const total = sets.length * cylinders.length;
  const fluid = total * (kit.fluid + SHORE_CUP) + SHORE_CAN;
  return {
    sets,
    gaps,
    spacing,
    basis: kit.spacings.length === 0 ? SHORE_BASIS : restsOn(kit.source, kit, 'spacings'),
    cylinders,
    cylinder: cylinderFor(kit, width),
    total,
    fluid,
    rail,
    noRail: kit.rails.length > 0 && rail === undefined,
    facing: 2 * length * depth,
    concentrate: { summer: fluid * kit.mixes.summer, winter: fluid * kit.mixes.winter },
    mass: kit.mass,
  };
}
