import type { CheckedLayer } from '../book';
import { levelsAt, reachIndexAt } from '../alignment/levels';
import { reachEnd } from '../alignment/ground';
import { EPSILON, wallOffset } from '../geometry';
import { linesIn, placedLines, type Job, type PlacedLine, type Reach, type Run } from '../job';
import { depthIn, dugWidth, isPit } from '../trench/places';
import { digWidth, dropOf, layerHeights } from '../trench/layers';
import type { Place } from '../trench';

/** What is to be dug and laid at one station: levels and widths in metres. In a pit nothing but its bottom is laid down. */
export interface Design {
  ground: number;
  finished: number;
  bottom: number;
  /** Top of the bed under the lowest line. */
  bed: number | undefined;
  invert: number | undefined;
  /** Top outside of the leading line. */
  crown: number | undefined;
  /** Dug width at the bottom, and how far the lips lie from the centre line. */
  width: number;
  lip: { left: number; right: number };
  /** Does what is laid there fall, rather than follow the ground? */
  falls: boolean;
  /** Every line that lies there by its id: its invert, and whether it falls. Empty in a pit. */
  lines: Readonly<Record<string, { invert: number; falls: boolean }>>;
  /** The hole it is of: a reach's id or a pit's. */
  place: string;
}

/** The design at a station of the trench, or of a pit by its id; undefined where nothing is dug open. */
export type Designs = (station: number, pit: string | null) => Design | undefined;

/**
 * The design of a run by station: the one source of every level people dig to.
 * @param places the holes of its plan.
 */
export function designsOf(job: Pick<Job, 'products' | 'owners'>, run: Run, places: readonly Place[]): Designs {
  const laid = placedLines(job, run);
  const [lead] = laid;
  const trench = places.filter((place) => !isPit(place));
  // What is the same all along a reach is worked out once: a book asks for thousands of stations.
  const reaches = run.reaches.map((reach, index) => {
    const lines = linesIn(laid, reach.from, reachEnd(run, index));
    return { lines, drop: dropOf(lines), width: digWidth(reach), open: trench.find(({ id }) => id === reach.id) };
  });
  const laying = rememberedLaying(laid);
  return (station, pit) => {
    if (!lead) return undefined;
    const index = reachIndexAt(run, station);
    const reach = run.reaches[index] as Reach;
    const falls = reach.levels.kind === 'gravity' || lead.product.kind === 'gravity';
    const { ground, finished, ...levels } = levelsAt(run, lead.product, reach, station);
    const sides = ({ left, right }: Pick<Place['sides'], 'left' | 'right'>, width: number, depth: number) => ({
      left: width / 2 + wallOffset(left, depth),
      right: width / 2 + wallOffset(right, depth),
    });
    if (pit !== null) {
      const hole = places.find(({ id }) => id === pit);
      if (!hole || !isPit(hole) || station < hole.from - EPSILON || station > hole.to + EPSILON) return undefined;
      const depth = depthIn(hole, station);
      const width = dugWidth(hole);
      const lip = sides(hole.sides, width, depth);
      return {
        ground,
        finished,
        bottom: ground - depth,
        bed: undefined,
        invert: undefined,
        crown: undefined,
        width,
        lip,
        falls,
        lines: {},
        place: hole.id,
      };
    }
    const { open, drop, width, lines } = reaches[index] as (typeof reaches)[number];
    if (!open || station < open.from - EPSILON || station > open.to + EPSILON) return undefined;
    const { bedding, rises } = laying(reach, linesIn(lines, station, station), drop);
    const { bottom, invert, crown, depth } = levels;
    return {
      ground,
      finished,
      bottom,
      bed: bottom + bedding,
      invert,
      crown,
      width,
      lip: sides(reach, width, depth),
      falls,
      lines: linesAt(rises, invert, falls),
      place: open.id,
    };
  };
}

/** How a line lies: its invert over that of the leading line, and whether it falls where the trench does. */
type Rise = readonly [id: string, over: number, follows: boolean];

/** Bed and heights of the lines that lie together in a reach, worked out once for each set of them. */
function rememberedLaying([lead]: readonly PlacedLine[]) {
  const known = new Map<Reach, { here: readonly PlacedLine[]; bedding: number; rises: readonly Rise[] }>();
  return (reach: Reach, here: readonly PlacedLine[], drop: number) => {
    const before = known.get(reach);
    if (before && before.here.length === here.length && before.here.every((line, i) => line === here[i])) return before;
    const rises = here.map(({ id, leads, up, product }): Rise => [
      id,
      leads ? 0 : up + product.wall - (lead?.product.wall ?? 0),
      leads || product.kind === 'gravity',
    ]);
    const made = { here, bedding: layerHeights(reach, here, drop).bedding, rises };
    known.set(reach, made);
    return made;
  };
}

/** The lines of a station, from the invert of the leading one. */
function linesAt(rises: readonly Rise[], invert: number, falls: boolean): Design['lines'] {
  const lines: Record<string, { invert: number; falls: boolean }> = {};
  for (const [id, over, follows] of rises) lines[id] = { invert: invert + over, falls: falls && follows };
  return lines;
}

/** The design level of a layer, metres; undefined where there is none of it. @param line whose invert, by its id; left out: that of the leading one. */
export const levelOf = (design: Design, layer: CheckedLayer, line?: string): number | undefined =>
  layer === 'pipe' && line !== undefined
    ? design.lines[line]?.invert
    : { bottom: design.bottom, bed: design.bed, pipe: design.invert, finished: design.finished }[layer];

/** How the bottom falls from one end of the run to the other, a metre of it, positive with the stations: what a plane over all of it is set to. */
export function fallThroughout(designs: Designs, { start, end }: { start: number; end: number }): number {
  const length = end - start;
  const near = Math.min(1, length / 4);
  const [a, b] = [designs(start + near, null), designs(end - near, null)];
  return a && b ? (a.bottom - b.bottom) / (length - 2 * near) : 0;
}
