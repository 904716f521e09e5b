import { restsOn, type Product } from '../catalogue';
import { whereAtMost, type Range } from '../geometry';
import type { Culvert, PlacedLine, Reach, Run } from '../job';

/** Cover a line needs, metres, and what that rests on. */
export interface LeastCover {
  cover: number;
  basis: string;
}
/**
 * Cover a line needs in a reach: for its kind under this surface, or below the frost where that goes deeper. A culvert is the run's leading line: what
 * passes over it, its size and the ruts say; what lies beside it is a line as anywhere. A land drain asks for none where nothing drives.
 */
export function leastCover(
  { surface, culvert, landDrain }: Pick<Run, 'surface' | 'culvert' | 'landDrain'>,
  { product, leads }: Pick<PlacedLine, 'product' | 'leads'>,
  { frost }: Pick<Reach, 'frost'>,
): LeastCover {
  if (culvert && leads) return { cover: culvertCover(culvert, product), basis: CULVERT_COVER_BASIS };
  // It lies as high as the water it is to take, in stone up to the turf.
  if (landDrain && leads && surface === 'field') return { cover: 0, basis: 'A land drain in a field has no least cover' };
  return frost > product.minCover[surface]
    ? { cover: frost, basis: 'Frost depth set for this reach' }
    : { cover: product.minCover[surface], basis: restsOn(product.coverBasis, product, `minCover.${surface}`) };
}

/** Least cover over a culvert by the axle that passes and its outside, and what ruts take of it, metres. */
export const culvertCover = ({ axle, rut }: Pick<Culvert, 'axle' | 'rut'>, { od }: Pick<Product, 'od'>): number =>
  Math.max(AXLES[axle].least, od * AXLES[axle].share) + rut;
/** Source: usual makers’ tables: an eighth of the span and 300 mm to a road axle, more beyond; the maker’s sheet rules. */
export const AXLES = {
  car: { name: 'Cars', least: 0.2, share: 1 / 8 },
  lorry: { name: 'Lorries', least: 0.3, share: 1 / 8 },
  heavy: { name: 'Laden dumpers', least: 0.6, share: 1 / 4 },
} as const satisfies Record<Culvert['axle'], { name: string; least: number; share: number }>;
const CULVERT_COVER_BASIS = 'Usual: an eighth of the span, 300 mm at least under lorries, and what ruts take; the maker’s sheet rules';

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

/** Where a line must have its cover: wherever it lies; of a culvert under the road, for its ends stand out of the bank and nothing passes there. */
export const coveredStretch = (run: Pick<Run, 'stations' | 'culvert'>, line: Pick<PlacedLine, 'leads' | 'from' | 'to'>): Range =>
  run.culvert && line.leads ? underRoad(run, run.culvert) : line;

/** Slopes of a bank nobody has measured, and how far a pipe stands out of it: usual. Clear of the water by a foot; ruts as deep as a tyre's tread is tall. */
export const USUAL_BANK = { side: 2, beyond: 0.6, freeboard: 0.3, rut: 0.05, axle: 'lorry' } as const;
/** A culvert of which only the road is known. @param crown its width, metres. @param road its level. */
export const blankCulvert = (crown: number, road: number): Culvert => ({ ...USUAL_BANK, crown, road, entrance: 'projecting', tail: null });
/** A run that is to be a culvert: its road where the ground is left highest, a track wide. */
export const culvertAt = ({ stations }: Pick<Run, 'stations'>): Culvert =>
  blankCulvert(TRACK, Math.max(...stations.map(({ ground, finished }) => finished ?? ground)));
/** Width of a farm track, metres: usual. */
const TRACK = 4;
