import type { Relation } from './apart';
import { apartOf, SLACK, type Piece, type Problem } from './problem';

/** How two pieces lie to each other: the first to the left of, or above, the second, by at least `by` from centre to centre or from top to top, metres. */
export interface Link {
  first: number;
  second: number;
  relation: Relation;
  by: number;
}

/** The link that keeps two pieces their distance. */
export function linkOf(problem: Problem, first: number, second: number, relation: Relation): Link {
  const [a, b] = [problem.pieces[first], problem.pieces[second]] as [Piece, Piece];
  const { across, over } = apartOf(problem, first, second);
  return { first, second, relation, by: relation === 'beside' ? across + (a.od + b.od) / 2 : over + a.od };
}

/** Least tops by cover and by what lies above, metres; undefined when the links go round in a circle or a settled level cannot hold. */
export function highest({ pieces }: Problem, links: readonly Link[]): number[] | undefined {
  const tops = pieces.map(({ top, cover }) => top ?? cover);
  if (!push(tops, links, 'stacked')) return undefined;
  for (let i = 0; i < pieces.length; i++) {
    const top = pieces[i]?.top;
    if (top !== undefined && (tops[i] as number) > top + SLACK) return undefined;
  }
  return tops;
}

/** Greatest tops in a trench of this depth: everything as low as what lies under it lets it, metres. */
export const lowest = ({ pieces, hole }: Problem, links: readonly Link[], depth: number): number[] =>
  pull(
    pieces.map(({ top, od }) => top ?? depth - hole.bedding - od),
    links,
    'stacked',
  );

/** Centres as far left as walls and links let them, from the left toe of a clear bottom, metres; undefined when the links go round in a circle. */
export function leftmost({ pieces }: Problem, links: readonly Link[]): number[] | undefined {
  const xs = pieces.map(room);
  return push(xs, links, 'beside') ? xs : undefined;
}

/** Centres as far right as walls and links let them in a clear bottom of this width, from its left toe, metres. */
export const rightmost = ({ pieces }: Problem, links: readonly Link[], width: number): number[] =>
  pull(
    pieces.map((piece) => width - room(piece)),
    links,
    'beside',
  );

/** From the centre to the wall, metres. */
export const room = ({ od, side }: Piece): number => od / 2 + side;

/** Raises values until every link of one kind holds; false when they go round in a circle. */
function push(values: number[], links: readonly Link[], relation: Relation): boolean {
  for (let round = 0; round <= values.length; round++) {
    let moved = false;
    for (const link of links) {
      if (link.relation !== relation) continue;
      const least = (values[link.first] as number) + link.by;
      if ((values[link.second] as number) >= least - SLACK / 10) continue;
      values[link.second] = least;
      moved = true;
    }
    if (!moved) return true;
  }
  return false;
}

/** Lowers values until every link of one kind holds; the links are known to hold together. */
function pull(values: number[], links: readonly Link[], relation: Relation): number[] {
  for (let moved = true; moved;) {
    moved = false;
    for (const link of links) {
      if (link.relation !== relation) continue;
      const most = (values[link.second] as number) - link.by;
      if ((values[link.first] as number) <= most + SLACK / 10) continue;
      values[link.first] = most;
      moved = true;
    }
  }
  return values;
}
