import { closePairs } from './apart';
import { linkOf, room, type Link } from './links';
import { acrossGap, apartOf, overGap, SLACK, type Piece, type LinePlace, type Problem } from './problem';

/**
 * The nearest arrangement that keeps every distance: each pair is moved apart the way it lacks least, everything by as little as that takes, the lines
 * whose levels are settled staying at them. Undefined where that leads nowhere; then a search is needed.
 */
export function tidy(problem: Problem, places: readonly LinePlace[]): LinePlace[] | undefined {
  const links = nearestLinks(problem, places);
  const tops = nearest(
    places.map(({ top }, i) => Math.max(top, problem.pieces[i]?.cover ?? 0)),
    links.filter(({ relation }) => relation === 'stacked'),
    problem.pieces.map(({ top }) => top),
    problem.pieces.map(({ cover }) => cover),
  );
  const xs = nearest(
    places.map(({ x }) => x),
    links.filter(({ relation }) => relation === 'beside'),
  );
  if (!tops || !xs) return undefined;
  const [left, right] = [
    Math.min(...xs.map((x, i) => x - room(problem.pieces[i] as Piece))),
    Math.max(...xs.map((x, i) => x + room(problem.pieces[i] as Piece))),
  ];
  // In the middle of the trench it needs the least width.
  const moved = tops.map((top, i): LinePlace => ({ x: (xs[i] as number) - (left + right) / 2, top }));
  return holds(problem, moved) ? moved : undefined;
}

const holds = (problem: Problem, places: readonly LinePlace[]): boolean =>
  closePairs(problem, places).length === 0 &&
  problem.pieces.every(({ cover, top }, i) => (top ?? cover) <= (places[i] as LinePlace).top + SLACK);

/** How each pair is to keep its distance: the way it lacks least as they lie. */
function nearestLinks(problem: Problem, places: readonly LinePlace[]): Link[] {
  const links: Link[] = [];
  for (let i = 0; i < places.length; i++)
    for (let j = i + 1; j < places.length; j++) {
      const { across, over, upper } = apartOf(problem, i, j);
      const [a, b] = [problem.pieces[i], problem.pieces[j]] as [Piece, Piece];
      const [at, other] = [places[i], places[j]] as [LinePlace, LinePlace];
      const ways = [
        {
          link: at.x <= other.x ? linkOf(problem, i, j, 'beside') : linkOf(problem, j, i, 'beside'),
          missing: across - acrossGap(a, b, at, other),
        },
        ...(upper === null || upper === 1 ? [] : [{ link: linkOf(problem, i, j, 'stacked'), missing: over - overGap(a, at, other) }]),
        ...(upper === null || upper === 0 ? [] : [{ link: linkOf(problem, j, i, 'stacked'), missing: over - overGap(b, other, at) }]),
      ];
      links.push(ways.reduce((best, way) => (way.missing < best.missing ? way : best)).link);
    }
  return links;
}

/**
 * Values that hold every step, as near to those given as halves of pushing up and pulling down come. `settled` ones stay, none falls below its
 * `floor`. Undefined when they cannot.
 */
function nearest(
  values: readonly number[],
  among: readonly { first: number; second: number; by: number }[],
  settled: readonly (number | undefined)[] = [],
  floor: readonly number[] = [],
): number[] | undefined {
  const at = values.map((value, i) => settled[i] ?? value);
  for (let round = 0; round < 200; round++) {
    let worst = 0;
    for (const { first, second, by } of among) {
      const missing = (at[first] as number) + by - (at[second] as number);
      if (missing <= SLACK / 10) continue;
      worst = Math.max(worst, missing);
      const canRise = settled[first] === undefined && (at[first] as number) - missing / 2 >= (floor[first] ?? -Infinity);
      const canSink = settled[second] === undefined;
      if (!canRise && !canSink) return undefined;
      const share = canRise ? (canSink ? missing / 2 : missing) : 0;
      at[first] = Math.max((at[first] as number) - share, floor[first] ?? -Infinity);
      if (canSink) at[second] = (at[first] as number) + by;
    }
    if (worst <= SLACK / 10) return at;
  }
  return undefined;
}
