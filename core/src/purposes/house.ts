import { boreOf, extent, levelsOn } from '../alignment';
import type { FittingKind, Product } from '../catalogue';
import { productOf, type House, type Job, type Run } from '../job';

/** The order water passes them in: what shuts comes first, what reads after it, what lets the house side empty last. */
const ORDER: Record<FittingKind, number> = { curbValve: 0, stopValve: 1, reducer: 2, meter: 3, nonReturn: 4, drainCock: 5 };
/** The first fitting that stands before one it belongs after; undefined where they stand in order. */
export function outOfOrder({ fittings }: Pick<House, 'fittings'>): { before: FittingKind; after: FittingKind } | undefined {
  for (let i = 1; i < fittings.length; i++) {
    const [before, after] = [fittings[i - 1] as House['fittings'][number], fittings[i] as House['fittings'][number]];
    if (ORDER[before.kind] > ORDER[after.kind]) return { before: before.kind, after: after.kind };
  }
  return undefined;
}

/** Pipe left standing at the valve and inside the wall, to make the joints on, metres each: usual. */
export const STANDING = 0.5;
/** A sleeve goes past a stone drain by so much on either side, metres: usual. */
export const PAST_DRAIN = 0.5;
export interface HouseReport {
  product: Product;
  /** From the line at the wall up to the hole; below 0: down to it. Undefined while nobody has measured the hole. Metres. */
  rise: number | undefined;
  /** Bends it can take on its way up by its own radius: the rise it makes within one quarter turn each way, metres. */
  turn: number;
  /** One length, from the valve to inside the wall, metres. */
  length: number;
  /** Whole lengths of its stock, and joints in the ground between them. */
  pieces: number;
  joints: number;
  /** Clear round the pipe in its sleeve, metres. */
  round: number;
  /** Sleeve under stone drains: width and {@link PAST_DRAIN} either side of each, metres. */
  sleeved: number;
}

/** A service from its valve into the house. @param house what the run says of it. */
export function houseReport(job: Job, run: Run, house: House): HouseReport {
  const product = productOf(job, run);
  const { start, end, length } = extent(run);
  const { invert } = levelsOn(run, product, house.end === 'end' ? end : start);
  const middle = invert + boreOf(product) / 2;
  const rise = house.level === null ? undefined : house.level - middle;
  const whole = length + Math.abs(rise ?? 0) + 2 * STANDING;
  const pieces = Math.max(1, Math.ceil(whole / product.stock.length - 1e-9));
  return {
    ...{ product, rise, pieces },
    turn: 2 * product.minBend,
    length: whole,
    joints: pieces - 1,
    round: (house.sleeve - product.od) / 2,
    sleeved: house.drains.reduce((sum, { width }) => sum + width + 2 * PAST_DRAIN, 0),
  };
}
