import type { CheckedLayer } from '../book';
import { levelsAt, reachEnd, reachIndexAt } from '../alignment';
import { EPSILON, wallOffset } from '../geometry';
import { linesIn, placedLines, type Job, type Reach, type Run } from '../job';
import { depthIn, digWidth, dropOf, dugWidth, isPit, layerHeights, type Place } from '../trench';

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
        place: hole.id,
      };
    }
    const open = trench.find(({ id }) => id === reach.id);
    if (!open || station < open.from - EPSILON || station > open.to + EPSILON) return undefined;
    const drop = dropOf(linesIn(laid, reach.from, reachEnd(run, index)));
    const { bedding } = layerHeights(reach, linesIn(laid, station, station), drop);
    const width = digWidth(reach);
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
      place: open.id,
    };
  };
}

/** The design level of a layer, metres; undefined where there is none of it. */
export const levelOf = (design: Design, layer: CheckedLayer): number | undefined =>
  ({ bottom: design.bottom, bed: design.bed, pipe: design.invert, finished: design.finished })[layer];

/** How the bottom falls from one end of the run to the other, a metre of it, positive with the stations: what a plane over all of it is set to. */
export function fallThroughout(designs: Designs, { start, end }: { start: number; end: number }): number {
  const length = end - start;
  const near = Math.min(1, length / 4);
  const [a, b] = [designs(start + near, null), designs(end - near, null)];
  return a && b ? (a.bottom - b.bottom) / (length - 2 * near) : 0;
}
