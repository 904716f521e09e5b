import { highest, leftmost, linkOf, room, type Link } from './links';
import { apartOf, areaFor, MOST_PIECES, SLACK, type LinePlace, type Problem } from './problem';
import { missingApart, type Relation } from './apart';

/** Which way a pair must lie, by {@link pairKey}; free where absent. */
export type Relations = ReadonlyMap<number, Relation>;
export const pairKey = (i: number, j: number): number => i * MOST_PIECES + j;

/** A way to lay them all. Metres and m²; `x` counts from the left toe of the clear bottom. */
export interface Laid {
  places: LinePlace[];
  width: number;
  depth: number;
  area: number;
}

/** What a search is asked besides the problem, and what it tells: `nodes` counts what it looked at. */
export interface Effort {
  nodes: number;
  /** Called now and then; an error thrown from it stops the search. */
  tick?: (nodes: number) => void;
}

/** A relation the rules allow but custom does not like counts as this much area, m²: it only decides between equals. */
const DISLIKE = 1e-6;
const TICK = 512;

/**
 * The arrangement with the least excavated area, exactly; undefined when none fits. Branch and bound: lines are put as high and as far left
 * as the relations settled so far let them, which bounds the area from below; the pair that breaks its rule worst is settled next, in each way
 * its rule allows. When no pair breaks its rule the bound is attained. Sound because depth and width never fall as relations are added, and
 * the area grows with both. Every line lies within the clear width of the bottom: a battered trench is not taken to hold more higher up.
 * @throws RangeError for no pieces, or more than {@link MOST_PIECES}.
 */
export function leastArea(problem: Problem, ways: Relations = new Map(), effort: Effort = { nodes: 0 }): Laid | undefined {
  const { pieces } = problem;
  if (pieces.length === 0 || pieces.length > MOST_PIECES) throw new RangeError(`From 1 to ${MOST_PIECES} lines, not ${pieces.length}`);
  let best: Laid | undefined;
  let least = Infinity;

  const visit = (laid: Laid, links: readonly Link[], dislike: number): void => {
    if (++effort.nodes % TICK === 0) effort.tick?.(effort.nodes);
    const pair = worstPair(problem, laid.places, ways);
    if (!pair) {
      least = laid.area + dislike;
      best = laid;
      return;
    }
    const [i, j] = pair;
    // The whole may be mirrored: of the first two side by side, one order is enough.
    const mirrored = links.every(({ relation }) => relation === 'stacked');
    linksBetween(problem, i, j, ways.get(pairKey(i, j)), mirrored)
      .flatMap((link) => {
        const next = [...links, link];
        const cost = dislike + (disliked(problem, link) ? DISLIKE : 0);
        const then = lay(problem, next);
        return then ? { then, next, cost } : [];
      })
      .sort((a, b) => a.then.area + a.cost - b.then.area - b.cost)
      .forEach(({ then, next, cost }) => {
        if (then.area + cost < least - 1e-9) visit(then, next, cost);
      });
  };
  const root = lay(problem, []);
  if (root) visit(root, [], 0);
  return best;
}

/** As high and as far left as the links let them; undefined when they contradict each other or do not fit. */
function lay(problem: Problem, links: readonly Link[]): Laid | undefined {
  const { pieces, hole } = problem;
  const tops = highest(problem, links);
  if (!tops) return undefined;
  const depth = pieces.reduce((deepest, { od }, i) => Math.max(deepest, (tops[i] as number) + od), 0) + hole.bedding;
  const xs = leftmost(problem, links);
  if (!xs) return undefined;
  const width = pieces.reduce((widest, piece, i) => Math.max(widest, (xs[i] as number) + room(piece)), hole.least(depth));
  if (width > hole.most(depth) + SLACK) return undefined;
  return { places: xs.map((x, i) => ({ x, top: tops[i] as number })), width, depth, area: areaFor(problem, width, depth) };
}

/** The pair that breaks its rule by most; undefined when none does. */
function worstPair(problem: Problem, places: readonly LinePlace[], ways: Relations): [number, number] | undefined {
  let worst = SLACK;
  let pair: [number, number] | undefined;
  for (let i = 0; i < places.length; i++)
    for (let j = i + 1; j < places.length; j++) {
      const missing = missingApart(problem, places, i, j, ways.get(pairKey(i, j)));
      if (missing <= worst) continue;
      worst = missing;
      pair = [i, j];
    }
  return pair;
}

/** The ways two pieces may lie. */
function linksBetween(problem: Problem, i: number, j: number, way: Relation | undefined, mirrored: boolean): Link[] {
  const { upper } = apartOf(problem, i, j);
  const link = (first: number, second: number, relation: Relation) => linkOf(problem, first, second, relation);
  const beside = way === 'stacked' ? [] : mirrored ? [link(i, j, 'beside')] : [link(i, j, 'beside'), link(j, i, 'beside')];
  if (way === 'beside' || upper === null) return beside;
  return [...beside, ...(upper === 1 ? [] : [link(i, j, 'stacked')]), ...(upper === 0 ? [] : [link(j, i, 'stacked')])];
}

/** Custom: the line of lower rank lies lower. */
const disliked = ({ pieces }: Problem, { first, second, relation }: Link): boolean =>
  relation === 'stacked' && (pieces[first]?.rank ?? 0) < (pieces[second]?.rank ?? 0);
