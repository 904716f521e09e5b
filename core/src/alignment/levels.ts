import type { Product } from '../catalogue';
import type { Reach, Run } from '../job';
import { betweenPits } from './bores';
import { bowAt, bowShape } from './bow';
import { extent, groundsAt, reachEnd, type Grounds } from './ground';

/** Every level that matters at one station, metres. */
export interface Levels extends Grounds {
  /** Inside bottom of the pipe; underside of a cable. */
  invert: number;
  /** Top outside of the line. */
  crown: number;
  /** Trench bottom: underside of the lowest line − bedding. */
  bottom: number;
  /** Ground − bottom. */
  depth: number;
  /** The lower of ground and finished ground − crown: cover must hold against both. */
  cover: number;
}

/**
 * Levels where the line lies by constant cover (crown = lower ground − cover), where its trench has a depth under the finished level, or where it falls
 * between fixed inverts. A bore does not follow
 * the ground: between the ends of its reach, where its cover holds, it is straight, or dips below that between its pits.
 * Source: trench bottom = invert − wall thickness − bedding, less what other lines of the reach lie lower; depth = ground − bottom;
 * cover = ground − top outside.
 * @param grounds ground levels at the station when the caller has them already.
 */
export function levelsAt(run: Run, product: Product, reach: Reach, station: number, grounds = groundsAt(run.stations, station)): Levels {
  const { ground, finished } = grounds;
  const lower = Math.min(ground, finished);
  const invert = invertAt(run, product, reach, station, grounds);
  const crown = invert - product.wall + product.od;
  const bottom = invert - product.wall - dropIn(run, reach) - reach.bedding;
  return { ground, finished, invert, crown, bottom, depth: ground - bottom, cover: lower - crown };
}

function invertAt(run: Run, product: Product, reach: Reach, station: number, { ground, finished }: Grounds): number {
  const { levels, method } = reach;
  if (levels.kind === 'gravity') return invertBetween(run.inverts, station);
  if (levels.kind === 'depth') return finished - levels.depth + reach.bedding + dropIn(run, reach) + product.wall;
  const under = method.kind === 'bored' ? chordOf(run, reach, station) - dipOf(run, reach, station) : Math.min(ground, finished);
  return under - levels.cover - product.od + product.wall;
}

/** From the top of the leading line down to the bottom of its trench, metres. */
export const crownToBottom = (run: Run, reach: Reach, { od }: Pick<Product, 'od'>): number => od + dropIn(run, reach) + reach.bedding;
/** Least cover a reach holds over its leading line by how it is entered; undefined where the line falls. Metres. */
export function coverHeld(run: Run, reach: Reach, lead: Pick<Product, 'od'>): number | undefined {
  const { levels } = reach;
  if (levels.kind === 'gravity') return undefined;
  return levels.kind === 'cover' ? levels.cover : levels.depth - raisedIn(run, reach) - crownToBottom(run, reach, lead);
}
/** Most by which the ground of a reach will be raised, metres: until then cover is counted from the lower one. */
const raisedIn = (run: Run, reach: Reach): number => mostApart(run, reach, ({ ground, finished }) => finished - ground);

/** The levels of a reach that hold a cover over its leading line, in the way it is entered. */
export const heldAt = (run: Run, reach: Reach, lead: Pick<Product, 'od'>, cover: number): Reach['levels'] =>
  reach.levels.kind === 'depth'
    ? { kind: 'depth', depth: cover + raisedIn(run, reach) + crownToBottom(run, reach, lead) }
    : { kind: 'cover', cover };

/**
 * How far the lowest line of a reach lies under the leading one, metres. The whole reach is dug to it, also where that line goes only part of
 * the way: the bottom steps where reaches meet and nowhere else.
 */
export function dropIn(run: Run, reach: Reach): number {
  let drop = 0;
  for (const line of run.laid) {
    if (-line.up <= drop) continue;
    if ((line.to ?? Infinity) > reach.from && (line.from ?? -Infinity) < reachEndOf(run, reach)) drop = -line.up;
  }
  return drop;
}

/** The most that two grounds lie apart anywhere in a reach, and never less than nothing, metres. Between stations both are straight. */
export function mostApart(run: Run, reach: Reach, apart: (grounds: Grounds) => number): number {
  const end = reachEndOf(run, reach);
  const inside = run.stations.map(({ station }) => station).filter((station) => station > reach.from && station < end);
  return Math.max(0, ...[reach.from, ...inside, end].map((station) => apart(groundsAt(run.stations, station))));
}

/** Where a reach ends, metres. */
const reachEndOf = (run: Run, reach: Reach): number =>
  reachEnd(
    run,
    run.reaches.findIndex((other) => other.id === reach.id),
  );

/** The lower ground at both ends of a reach, straight between, metres. */
function chordOf(run: Run, reach: Reach, station: number): number {
  const [from, to] = [reach.from, reachEndOf(run, reach)];
  const at = (end: number) => {
    const { ground, finished } = groundsAt(run.stations, end);
    return Math.min(ground, finished);
  };
  return at(from) + ((at(to) - at(from)) * (station - from)) / (to - from);
}

/** How far a bore dips below its straight way at a station, metres. */
function dipOf(run: Run, reach: Reach, station: number): number {
  const { method } = reach;
  if (method.kind !== 'bored' || !method.bow) return 0;
  const { from, to } = betweenPits(reach.from, method, reachEndOf(run, reach));
  return to > from ? bowAt(bowShape(method.bow, to - from), station - from) : 0;
}

/** Invert between the fixed levels; past the first and last it goes on at their gradient, metres. */
function invertBetween(inverts: Run['inverts'], station: number): number {
  const inside = Math.min(
    inverts.length - 2,
    Math.max(
      0,
      inverts.findLastIndex((level) => level.station <= station),
    ),
  );
  const [a, b] = [inverts[inside], inverts[inside + 1]] as [Run['inverts'][number], Run['inverts'][number]];
  return a.invert + ((b.invert - a.invert) * (station - a.station)) / (b.station - a.station);
}

/** Index of the reach that holds at a station; at a boundary the one that begins there. */
export function reachIndexAt(run: Pick<Run, 'reaches'>, station: number): number {
  let index = 0;
  while (index + 1 < run.reaches.length && (run.reaches[index + 1] as Reach).from <= station) index++;
  return index;
}

/** A cursor this far short of the end of a reach is in it still, metres. */
const INSIDE = 0.001;

/**
 * Where to look at what is said of a reach at a station. At its very end the next reach holds already, with other walls and another depth: what is said of
 * this one is seen a millimetre before. Anything else is seen where it is said.
 */
export function lookAt(run: Pick<Run, 'reaches' | 'stations'>, about: string | undefined, station: number): number {
  const index = run.reaches.findIndex(({ id }) => id === about);
  if (index < 0 || index === run.reaches.length - 1) return station;
  return Math.min(station, reachEnd(run, index) - INSIDE);
}

/** Levels at a station by the reach that holds there. */
export const levelsOn = (run: Run, product: Product, station: number): Levels =>
  levelsAt(run, product, run.reaches[reachIndexAt(run, station)] as Reach, station);

/** A stretch of even gradient. `fall` is per metre, positive when the line falls towards the end of the run. */
export interface Leg {
  from: number;
  to: number;
  start: number;
  end: number;
  fall: number;
}

/** The line's gravity stretches, broken where the gradient may change; ascending. Inverts in metres. */
export function legsOf(run: Run): Leg[] {
  if (run.inverts.length < 2) return [];
  return run.reaches
    .flatMap((reach, index): Leg[] => {
      if (reach.levels.kind !== 'gravity') return [];
      const [from, to] = [reach.from, reachEnd(run, index)];
      const stations = [from, ...run.inverts.map(({ station }) => station).filter((station) => station > from && station < to), to];
      return stations.slice(1).map((end, i) => legBetween(run, stations[i] as number, end));
    })
    .reduce<Leg[]>((legs, leg) => {
      const before = legs.at(-1);
      // A reach boundary is no break when no level is fixed there.
      if (before && before.to === leg.from && Math.abs(before.fall - leg.fall) < 1e-9)
        return [...legs.slice(0, -1), legBetween(run, before.from, leg.to)];
      return [...legs, leg];
    }, []);
}

function legBetween(run: Run, from: number, to: number): Leg {
  const [start, end] = [invertBetween(run.inverts, from), invertBetween(run.inverts, to)];
  return { from, to, start, end, fall: (start - end) / (to - from) };
}

/**
 * Which way a gravity line runs: 1 when it falls towards the end of the run, −1 towards the start; by its two outermost fixed levels.
 * A level line counts as falling towards the end.
 */
export function flowDirection(run: Pick<Run, 'inverts'>): 1 | -1 {
  const [first, last] = [run.inverts[0], run.inverts.at(-1)];
  return first && last && last.invert > first.invert ? -1 : 1;
}

/** Station of the end water runs out at. */
export const outletOf = (run: Pick<Run, 'stations' | 'inverts'>): number =>
  flowDirection(run) === 1 ? extent(run).end : extent(run).start;

/** A run that falls straight between an invert at each end, all its reaches by gravity. */
export const fallingRun = (run: Run, start: number, end: number): Pick<Run, 'inverts' | 'reaches'> => ({
  inverts: [
    { id: 'i-start', station: extent(run).start, invert: start, keep: false },
    { id: 'i-end', station: extent(run).end, invert: end, keep: false },
  ],
  reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })),
});
