import {
  benchHeights,
  EPSILON,
  evenAt,
  firstFrom,
  shareWhere,
  trenchArea,
  underParabola,
  wallHeightAt,
  wallOffset,
  type Even,
  type Range,
} from '../geometry';
import type { Wall } from '../job';
import { depthIn, dugWidth, endsOut, isPit, type Place } from './places';

/** A hole cut across: depth of its bottom, how far over that its floor lies here, half its dug width at the bottom, and its sides from there up. */
interface Cut {
  depth: number;
  rise: number;
  half: number;
  left: Wall;
  right: Wall;
}

/** A place cut across at a station; undefined where it is not dug. Past its bottom a pit goes on under its ends, whose floor rises as they lean back. */
function cutAt(place: Place, at: number): Cut | undefined {
  const past = Math.max(place.from - at, at - place.to, 0);
  const depth = depthIn(place, at);
  const rise = past === 0 ? 0 : place.ends ? wallHeightAt(place.ends, past) : Infinity;
  if (rise >= depth) return undefined;
  return { depth, rise, half: dugWidth(place) / 2, left: place.sides.left, right: place.sides.right };
}

/** Stations of a place between which its section changes evenly, its ends with it. */
function edgesOf(place: Place): number[] {
  const { before, behind } = endsOut(place);
  const { ends, station } = place;
  const steps = ends?.kind === 'bench' ? Array.from({ length: ends.count }, (_, i) => (i + 1) * ends.tread) : [];
  const out = (far: number) => [...steps.filter((step) => step < far), far].filter((step) => step > 0);
  return [...out(before).map((step) => place.from - step), ...station, ...out(behind).map((step) => place.to + step)];
}

/** Sectional area of several holes that lie over each other about one centre line: what is in any of them, once; m². */
export function unionArea(cuts: readonly Cut[]): number {
  const [first, ...more] = cuts;
  if (!first) return 0;
  const up = (height: number) => trenchArea(2 * first.half, first.left, first.right, height);
  if (more.length === 0) return up(first.depth) - (first.rise > 0 ? up(first.rise) : 0);
  return sideArea(cuts, 'left') + sideArea(cuts, 'right');
}

/** Area on one side of the centre line: at every height the widest of the holes that are so deep. */
function sideArea(cuts: readonly Cut[], side: 'left' | 'right'): number {
  // Depths below the ground at which some hole begins, steps or begins to lean.
  const edges = [0];
  for (const cut of cuts) {
    edges.push(cut.depth - cut.rise);
    for (const height of benchHeights(cut[side])) edges.push(cut.depth - height);
  }
  edges.sort((a, b) => a - b);
  let area = 0;
  for (let i = 1; i < edges.length; i++) {
    const [top, foot] = [edges[i - 1] as number, edges[i] as number];
    if (top < 0 || foot <= top) continue;
    const middle = (top + foot) / 2;
    // Within the strip every side is straight: its width at both ends, a bench's as it is between them.
    const lines: Even[] = [];
    for (const cut of cuts) {
      if (cut.depth - cut.rise < middle) continue;
      const wall = cut[side];
      const out = (z: number) => cut.half + wallOffset(wall, wall.kind === 'bench' ? cut.depth - middle : cut.depth - z);
      lines.push([out(top), out(foot)]);
    }
    area += upperEnvelope(lines) * (foot - top);
  }
  return area;
}

/** Mean over a strip of the greatest of several straight lines. */
function upperEnvelope(lines: readonly Even[]): number {
  const [first, second] = lines;
  if (!first) return 0;
  if (!second) return (first[0] + first[1]) / 2;
  const shares = [0, 1];
  lines.forEach(([a, b], i) => {
    for (const [c, d] of lines.slice(i + 1)) {
      const crossing = shareWhere([a - c, b - d], 0);
      if (crossing !== undefined) shares.push(crossing);
    }
  });
  shares.sort((a, b) => a - b);
  const most = (share: number) => lines.reduce((widest, line) => Math.max(widest, evenAt(line, share)), 0);
  let [mean, before] = [0, most(0)];
  for (let i = 1; i < shares.length; i++) {
    const part = (shares[i] as number) - (shares[i - 1] as number);
    const here = most(shares[i] as number);
    mean += ((before + here) / 2) * part;
    before = here;
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
  const whole = (place: Place): Range => {
    const { before, behind } = endsOut(place);
    return { from: place.from - before, to: place.to + behind };
  };
  return new Map(
    pits.map((pit, index) => {
      const { from: first, to: last } = whole(pit);
      const others = [...places.filter((place) => !isPit(place)), ...pits.slice(0, index)].filter((other) => {
        const { from, to } = whole(other);
        return from < last && to > first;
      });
      const near = (other: Place) =>
        isPit(other)
          ? edgesOf(other)
          : [other.from, other.to, ...other.station.slice(firstFrom(other.station, first), firstFrom(other.station, last + 2 * EPSILON))];
      const edges = [...edgesOf(pit), ...others.flatMap(near)].filter((at) => at >= first && at <= last).sort((a, b) => a - b);
      const pieces: Added[] = [];
      for (let i = 1; i < edges.length; i++) {
        const [from, to] = [edges[i - 1] as number, edges[i] as number];
        if (to - from <= EPSILON) continue;
        const count = Math.ceil((to - from) / PIECE - EPSILON);
        const there = others.filter((other) => cutAt(other, (from + to) / 2) !== undefined);
        // Inside the piece by more than stations are told apart by: where two reaches meet each has its own depth.
        const inset = Math.min(2 * EPSILON, (to - from) / 2);
        const add = (at: number) => {
          const inside = Math.min(to - inset, Math.max(from + inset, at));
          const cuts = (of: readonly Place[]) => of.flatMap((place) => cutAt(place, inside) ?? []);
          const rest = cuts(there);
          return Math.max(0, unionArea([...rest, ...cuts([pit])]) - unionArea(rest));
        };
        const at = (share: number) => from + ((to - from) * share) / count;
        let before = add(from);
        for (let k = 0; k < count; k++) {
          const here = add(at(k + 1));
          pieces.push({ from: at(k), to: at(k + 1), area: [before, add(at(k + 0.5)), here] });
          before = here;
        }
      }
      return [pit.id, pieces] as const;
    }),
  );
}

/** Volume of such pieces within a stretch: the areas of each as a parabola, of which a part counts as it lies. m³. */
export const addedIn = (pieces: readonly Added[], within?: Range): number =>
  pieces.reduce((sum, { from, to, area }) => {
    const upTo = (at: number) => underParabola(...area, Math.max(0, Math.min(1, (at - from) / (to - from))));
    return sum + (to - from) * (within ? upTo(within.to) - upTo(within.from) : upTo(to));
  }, 0);
