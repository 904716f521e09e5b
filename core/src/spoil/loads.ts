import { grounds, type GroundId } from '../catalogue';
import type { Job, Run } from '../job';
import type { Balance } from './balance';

/** Loose soil weighs about this much, kg/m³. Source: usual bulk densities of 1,700–2,100 in the bank, over 1 + swell. */
const bankDensity: Record<GroundId, number> = { sand: 1800, loam: 1700, clay: 1900, rock: 2400 };
export const looseDensity = (ground: GroundId): number => bankDensity[ground] / (1 + grounds[ground].swell);

/** Lorries for a loose volume: whichever is full first, box or axles. @param loose m³. @param density kg/m³ loose. */
export function lorryLoads(loose: number, density: number, { volume, payload }: Job['pace']['lorry']): number {
  const each = Math.min(volume, payload / density);
  return Math.max(0, Math.ceil(loose / each - 1e-9));
}

/** What becomes of a part of what is dug: m³ in the bank and loose, kilograms, and the lorries it fills. */
export interface SpoilKind {
  kind: 'topsoil' | 'back' | 'surplus' | 'suspect';
  bank: number;
  loose: number;
  mass: number;
  loads: number;
}

/** What is dug by kind: turf and topsoil are loam, the rest is the run's ground. Suspect ground goes off by itself. */
export function spoilKinds(balance: Balance, { ground }: Pick<Run['spoil'], 'ground'>, lorry: Job['pace']['lorry']): SpoilKind[] {
  const of = (kind: SpoilKind['kind'], bank: number, soil: GroundId): SpoilKind => {
    const loose = bank * (1 + grounds[soil].swell);
    const density = looseDensity(soil);
    return { kind, bank, loose, mass: loose * density, loads: lorryLoads(loose, density, lorry) };
  };
  return [
    of('topsoil', balance.topsoilBank, 'loam'),
    of('back', balance.reuseBank, ground),
    of('surplus', Math.max(0, balance.surplusBank - balance.suspectBank), ground),
    of('suspect', balance.suspectBank, ground),
  ];
}

/** Barrow or dumper trips for a loose volume, m³. */
export const barrowTrips = (loose: number, { barrow }: Pick<Job['pace'], 'barrow'>): number => Math.ceil(loose / barrow - 1e-9);

/** Walked with a barrow, m/s, and to fill and tip it, seconds. */
const WALK = 0.9;
const FILL_AND_TIP = 150;
/** Hours to barrow a loose volume a distance, there and back. */
export const barrowHours = (loose: number, distance: number, pace: Pick<Job['pace'], 'barrow'>): number =>
  (barrowTrips(loose, pace) * (FILL_AND_TIP + (2 * distance) / WALK)) / 3600;

/** Fill that is only thrown in is about this dense against what it settles to. Source: usual, loose fill settles a tenth. */
export const THROWN_IN = { placed: 0.9, settled: 1 } as const;

/**
 * Crown to leave over fill that is not compacted, so that it settles level, metres. Source: (1 − placed/settled density) × fill depth.
 * Only in soft ground, never under traffic.
 */
export const crown = (placed: number, settled: number, depth: number): number => Math.max(0, 1 - placed / settled) * depth;
