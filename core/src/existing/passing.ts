import { common, type Range } from '../geometry';
import type { ExistingLine } from '../job';
import { crossingDistance, isAcross } from './checks';
import type { KnownPart } from './known';

/** How the new line passes an existing one, at its worst expected level: the clear distance between them, negative when they meet. */
export interface Pass {
  side: 'over' | 'under';
  gap: number;
}

/** The new line at a station, metres. */
export interface NewLine {
  ground: number;
  crown: number;
  underside: number;
}

/** Which side of an existing line the new one passes, and how far from it at the worst of its expected covers; metres. */
export function passOf(line: ExistingLine, own: NewLine): Pass {
  const over = own.underside - (own.ground - line.coverMin);
  const under = own.ground - line.coverMax - line.size - own.crown;
  return over >= under ? { side: 'over', gap: over } : { side: 'under', gap: under };
}

/** Falls at which the keep-off curve of a crossing line is followed exactly, radians; between them it is held a little further off. */
const FACETS = [0, 0.1, 0.2, 0.4, 0.8];

/** Least height over the centre of a line of one that passes it `across` from it at up to 0.8 rad, so that the two stay `limit` apart; metres. */
const heightOver = (across: number, limit: number): number =>
  Math.min(...FACETS.map((angle) => (limit - across * Math.sin(angle)) / Math.cos(angle)));

/** Where the facets of that curve meet, metres from the line: there a straight line touches it first. */
const cornersOf = (limit: number): number[] => [
  ...FACETS.slice(1).map((angle, i) => {
    const before = FACETS[i] as number;
    return (limit * Math.sin((angle + before) / 2)) / Math.cos((angle - before) / 2);
  }),
  limit,
];

/** How far over or under a part of an existing line the centre of a laid one must lie at a station, centre to centre; metres. */
export interface KeepOff {
  station: number;
  height: number;
  /** How much of that height goes when the distance asked for shrinks by one. */
  perLimit: number;
}

/**
 * The heights that keep a laid line `limit` from a part of an existing one where that is expected, centre to centre in space. A line straight between
 * `nodes` that holds them at these stations holds them all along.
 * @param x of the laid line, metres right of the centre line. @param own where it goes.
 */
export function keepOff({ line: { where }, across }: KnownPart, x: number, own: Range, limit: number, nodes: readonly number[]): KeepOff[] {
  if (where.kind === 'parallel') {
    const gap = Math.abs(where.offset - x);
    const along = gap < limit ? common(where, own) : undefined;
    const height = Math.sqrt(Math.max(0, limit ** 2 - gap ** 2));
    return along ? [along.from, ...inside(nodes, along), along.to].map((station) => ({ station, height, perLimit: limit / height })) : [];
  }
  if (across && !isAcross(where.angle, across, x)) return [];
  const sin = Math.sin(where.angle);
  const middle = where.station - crossingDistance(where, where.station, x) / sin;
  const along = common({ from: middle - limit / sin, to: middle + limit / sin }, own);
  if (!along) return [];
  const corners = cornersOf(limit).flatMap((corner) => [middle - corner / sin, middle + corner / sin]);
  return [along.from, ...inside([...corners, ...nodes], along), along.to].map((station) => ({
    station,
    height: heightOver(Math.abs(crossingDistance(where, station, x)), limit),
    perLimit: 1,
  }));
}

const inside = (stations: readonly number[], { from, to }: Range): number[] => stations.filter((at) => at > from && at < to);
