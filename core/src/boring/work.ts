import { productWith, type Product } from '../catalogue';
import { BORE_SET_UP, boringRates, FLUID_DENSITY, fluidVolumes, HOLE_FRICTION, OVER_BORE, PILOT, REAM_STEP } from './figures';
import { boresOf, type Bore } from '../alignment';
import { EPSILON } from '../geometry';
import { linesIn, placedLines, type Job, type PlacedLine, type Run } from '../job';
import { loggedRate } from '../machine';
import { GRAVITY } from '../units';

/** What a bore takes. Lengths in metres, fluid in m³. */
export interface Boring extends Omit<Bore, 'duct'> {
  /** What is drawn into the hole: the duct, else the lines themselves. */
  drawn: readonly Product[];
  duct: Product | undefined;
  /** Across all that is drawn in. */
  bundle: number;
  /** Holes one after the other, the pilot first. */
  holes: readonly number[];
  fluid: number;
  hours: number;
  back: PullBack;
}

/** Drawing back into the hole. Newtons; `most` undefined where nobody says what it may be pulled with. */
export interface PullBack {
  force: number;
  most: number | undefined;
}

/** Holes from the pilot up to a width, none more than {@link REAM_STEP} times the one before: as few as that takes, in even steps. Metres. */
export function holesTo(width: number): number[] {
  if (width <= PILOT + EPSILON) return [width];
  const reamings = Math.ceil(Math.log(width / PILOT) / Math.log(REAM_STEP) - 1e-9);
  return [PILOT, ...Array.from({ length: reamings }, (_, i) => PILOT * (width / PILOT) ** ((i + 1) / reamings))];
}

/**
 * Across a bundle of lines, metres. Source: one by itself; two beside each other; more 1¼ · √(Σd²), which holds for two to seven alike, and never less
 * than the two largest.
 */
export function bundleOf(sizes: readonly number[]): number {
  const [largest = 0, second = 0] = sizes.toSorted((a, b) => b - a);
  return sizes.length <= 2 ? largest + second : Math.max(largest + second, 1.25 * Math.sqrt(sizes.reduce((sum, d) => sum + d * d, 0)));
}

/**
 * Force to draw lines back through a hole full of fluid, newtons. Source: F = μ·|w_net|·L·e^(μ·φ), w_net the weight less the uplift of the fluid on what is
 * empty and closed.
 * @param way along the hole, metres. @param turned all its angles, radians.
 */
export function pullBack(drawn: readonly Pick<Product, 'mass' | 'od'>[], way: number, turned: number): number {
  const net = drawn.reduce((sum, { mass, od }) => sum + mass - (FLUID_DENSITY * Math.PI * od ** 2) / 4, 0);
  return HOLE_FRICTION * Math.abs(net) * GRAVITY * way * Math.exp(HOLE_FRICTION * turned);
}

/** How much a bore turns from end to end, radians: down and level, level and up. */
export const turnOf = ({ bow }: Pick<Bore, 'bow'>): number => (bow ? bow.entry + bow.exit : 0);

/** Lines that go through a bore. */
export const linesThrough = (placed: readonly PlacedLine[], { from, to }: Pick<Bore, 'from' | 'to'>): PlacedLine[] =>
  to > from ? linesIn(placed, from, to) : [];

/** Every bore of a run with what it takes. Hours: setting up, the pilot, each reaming and drawing in; where a rate is logged, metres by that. */
export function boringOf(job: Job, run: Run): Boring[] {
  const placed = placedLines(job, run);
  return boresOf(run).map((bore): Boring => {
    const duct = bore.duct === null ? undefined : productWith(bore.duct, job.products);
    const drawn = duct ? [duct] : linesThrough(placed, bore).map(({ product }) => product);
    const holes = holesTo(bore.bore);
    const { pilot, ream, draw } = boringRates[run.spoil.ground];
    const logged = loggedRate(job, 'bore');
    const { way } = bore;
    const limits = drawn.map(({ pull }) => pull?.tension);
    return {
      ...bore,
      drawn,
      duct,
      bundle: bundleOf(drawn.map(({ od }) => od)),
      holes,
      fluid: (Math.PI / 4) * bore.bore ** 2 * way * fluidVolumes[run.spoil.ground],
      hours: way <= EPSILON ? 0 : logged ? way / logged : BORE_SET_UP + way / pilot + ((holes.length - 1) * way) / ream + way / draw,
      back: {
        force: pullBack(drawn, way, turnOf(bore)),
        most: limits.every((one) => one !== undefined) && limits.length > 0 ? Math.min(...limits) : undefined,
      },
    };
  });
}

/** Is the hole wide enough to slide in: {@link OVER_BORE} times what is drawn? */
export const holeFor = (bundle: number): number => OVER_BORE * bundle;
