import { benchHeights, EPSILON, firstFrom, trenchArea, wallOffset, type Range } from '../geometry';
import type { Wall } from '../job';
import { depthIn, dugWidth, isPit, type Place } from './places';

/** A hole cut across: depth of its floor, half its dug width there, and its sides. */
interface Cut {
  depth: number;
  half: number;
  left: Wall;
  right: Wall;
}

const cutOf = (place: Place, at: number): Cut => ({
  depth: depthIn(place, at),
  half: dugWidth(place) / 2,
  left: place.sides.left,
  right: place.sides.right,
});

/** Sectional area of several holes that lie over each other about one centre line: what is in any of them, once; m². */
export function unionArea(cuts: readonly Cut[]): number {
  const [first, ...more] = cuts;
  if (!first) return 0;
  if (more.length === 0) return trenchArea(2 * first.half, first.left, first.right, first.depth);
  return sideArea(cuts, 'left') + sideArea(cuts, 'right');
}

/** Area on one side of the centre line: at every height the widest of the holes that are so deep. */
function sideArea(cuts: readonly Cut[], side: 'left' | 'right'): number {
  // Depths below the ground at which some hole begins, steps or begins to lean.
  const levels = cuts.flatMap((cut) => [cut.depth, ...benchHeights(cut[side]).map((height) => cut.depth - height)]);
  const edges = [0, ...levels.filter((z) => z > EPSILON)].sort((a, b) => a - b);
  let area = 0;
  for (let i = 1; i < edges.length; i++) {
    const [top, foot] = [edges[i - 1] as number, edges[i] as number];
    if (foot - top <= EPSILON) continue;
    const middle = (top + foot) / 2;
    const here = cuts.filter(({ depth }) => depth >= middle);
    // Within the strip every side is straight: its width at both ends, a bench's as it is between them.
    const lines = here.map((cut) => {
      const wall = cut[side];
      const out = (z: number) => cut.half + wallOffset(wall, wall.kind === 'bench' ? cut.depth - middle : cut.depth - z);
      return [out(top), out(foot)] as const;
    });
    area += upperEnvelope(lines) * (foot - top);
  }
  return area;
}

/** Mean over a strip of the greatest of several straight lines, given by their values at both ends. */
function upperEnvelope(lines: readonly (readonly [number, number])[]): number {
  const shares = lines.flatMap(([a, b], i) =>
    lines.slice(i + 1).flatMap(([c, d]) => ((a - c) * (b - d) < 0 ? [(c - a) / (b - a - (d - c))] : [])),
  );
  const cuts = [0, ...shares.sort((a, b) => a - b), 1];
  const most = (share: number) => lines.reduce((widest, [a, b]) => Math.max(widest, a + (b - a) * share), 0);
  let mean = 0;
  for (let i = 1; i < cuts.length; i++) {
    const [a, b] = [cuts[i - 1] as number, cuts[i] as number];
    mean += ((most(a) + most(b)) / 2) * (b - a);
  }
  return mean;
}

/** What a pit adds to what is dug before it, piece by piece: m² at both ends and the middle of each. */
export interface Added extends Range {
  area: readonly [number, number, number];
}

/** Pits wider or deeper than a spade can tell are worked out in pieces no longer than this, metres. */
const PIECE = 0.25;

/**
 * What each pit adds to the trench and the pits before it: holes that overlap count once. Past the run's ends there is nothing but the pit.
 * @param places of one run: reaches and pits.
 */
export function addedByPits(places: readonly Place[]): Map<string, Added[]> {
  const pits = places.filter(isPit);
  return new Map(
    pits.map((pit, index) => {
      const before = [...places.filter((place) => !isPit(place)), ...pits.slice(0, index)].filter(
        (other) => other.from < pit.to && other.to > pit.from,
      );
      const near = ({ station }: Place) => station.slice(firstFrom(station, pit.from), firstFrom(station, pit.to + 2 * EPSILON));
      const edges = [...pit.station, ...before.flatMap((other) => [other.from, other.to, ...near(other)])]
        .filter((at) => at >= pit.from && at <= pit.to)
        .sort((a, b) => a - b);
      const pieces: Added[] = [];
      for (let i = 1; i < edges.length; i++) {
        const [from, to] = [edges[i - 1] as number, edges[i] as number];
        if (to - from <= EPSILON) continue;
        const here = before.filter((other) => other.from <= (from + to) / 2 && other.to >= (from + to) / 2);
        const count = Math.ceil((to - from) / PIECE - EPSILON);
        // Just inside the piece: where two reaches meet each has its own depth.
        const add = (at: number) => {
          const inside = Math.min(to - EPSILON, Math.max(from + EPSILON, at));
          const rest = here.map((other) => cutOf(other, inside));
          return unionArea([...rest, cutOf(pit, inside)]) - unionArea(rest);
        };
        for (let k = 0; k < count; k++) {
          const [a, b] = [from + ((to - from) * k) / count, from + ((to - from) * (k + 1)) / count];
          pieces.push({ from: a, to: b, area: [add(a), add((a + b) / 2), add(b)] });
        }
      }
      return [pit.id, pieces] as const;
    }),
  );
}

/** Volume of such pieces within a stretch, by Simpson's rule; the part of a piece counts by its share. m³. */
export const addedIn = (pieces: readonly Added[], within?: Range): number =>
  pieces.reduce((sum, { from, to, area: [a, b, c] }) => {
    const part = within ? Math.max(0, Math.min(to, within.to) - Math.max(from, within.from)) / (to - from) : 1;
    return sum + (((to - from) * (a + 4 * b + c)) / 6) * part;
  }, 0);
