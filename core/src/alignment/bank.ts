import type { Product } from '../catalogue';
import { whereAtMost, type Range } from '../geometry';
import type { Culvert, Run } from '../job';

/** Least cover over a culvert by the axle that passes and its outside, and what ruts take of it, metres. */
export const culvertCover = ({ axle, rut }: Pick<Culvert, 'axle' | 'rut'>, { od }: Pick<Product, 'od'>): number =>
  Math.max(AXLES[axle].least, od * AXLES[axle].share) + rut;
/** Source: usual makers’ tables: an eighth of the span and 300 mm to a road axle, more beyond; the maker’s sheet rules. */
export const AXLES = {
  car: { name: 'Cars', least: 0.2, share: 1 / 8 },
  lorry: { name: 'Lorries', least: 0.3, share: 1 / 8 },
  heavy: { name: 'Laden dumpers', least: 0.6, share: 1 / 4 },
} as const satisfies Record<Culvert['axle'], { name: string; least: number; share: number }>;
export const CULVERT_COVER_BASIS =
  'Usual: an eighth of the span, 300 mm at least under lorries, and what ruts take; the maker’s sheet rules';

/** Ground this far below the road is still the road: camber and ruts, metres. */
const ROAD_EVEN = 0.05;
/** The stretch of a run over which the road passes: where the ground is left at its level. All of the run where nothing is. */
export function underRoad({ stations }: Pick<Run, 'stations'>, { road }: Pick<Culvert, 'road'>): Range {
  const left = stations.map(({ station, ground, finished }) => ({ station, level: finished ?? ground }));
  const high = left.slice(1).flatMap((b, i): Range[] => {
    const a = left[i] as (typeof left)[number];
    const part = whereAtMost({ from: a.station, to: b.station }, [-a.level, -b.level], ROAD_EVEN - road);
    return part ? [part] : [];
  });
  const [first, last] = [high[0], high.at(-1)];
  return first && last ? { from: first.from, to: last.to } : { from: left[0]?.station ?? 0, to: left.at(-1)?.station ?? 0 };
}
