import { missingApart } from './apart';
import { leftmost, linkOf, lowest, rightmost, room, type Link } from './links';
import { SLACK, type Piece, type LinePlace, type Problem } from './problem';
import type { Laid } from './search';

/** What decides a width or a depth: the least width to work in, or the lines in a row whose room and distances add up to it. */
export type Governs = { kind: 'least' } | { kind: 'lines'; lines: number[] };

/** A finished arrangement. Metres and m²; `x` right of the trench's centre line. */
export interface Arrangement {
  places: LinePlace[];
  /** Clear width at the bottom. */
  width: number;
  depth: number;
  area: number;
  /** Lines at one level, bottom up, each left to right: the order of laying. `underside`: below the ground, metres. */
  rows: { lines: number[]; underside: number }[];
  governs: { width: Governs; depth: Governs };
}

/** Undersides closer than this lie on one level: no crew levels finer, metres. */
const LEVEL = 0.001;

/** Lets the lines down as far as they go, evens out the room between them and brings close levels into one: the same width, depth and area. */
export function settle(problem: Problem, laid: Laid): Arrangement {
  const { width, depth, area } = laid;
  const links = linksOf(problem, laid.places);
  const tops = levelled(problem, links, lowest(problem, links, depth));
  const left = leftmost(problem, links) as number[];
  const right = rightmost(problem, links, width);
  const places = tops.map((top, i) => ({ x: ((left[i] as number) + (right[i] as number) - width) / 2, top }));
  return { places, width, depth, area, rows: rowsOf(problem, places), governs: governing(problem, links, laid) };
}

/** How the pairs keep their distance: side by side where they do. */
function linksOf(problem: Problem, places: readonly LinePlace[]): Link[] {
  const links: Link[] = [];
  for (let i = 0; i < places.length; i++)
    for (let j = i + 1; j < places.length; j++) {
      const [a, b] = [places[i], places[j]] as [LinePlace, LinePlace];
      const relation = missingApart(problem, places, i, j, 'beside') <= SLACK ? 'beside' : 'stacked';
      const swapped = relation === 'beside' ? a.x > b.x : a.top > b.top;
      links.push(swapped ? linkOf(problem, j, i, relation) : linkOf(problem, i, j, relation));
    }
  return links;
}

/** Lifts a line that lies on a level of its own to the next one up, where nothing keeps it from there: fewer beds to make. */
function levelled(problem: Problem, links: readonly Link[], tops: readonly number[]): number[] {
  const { pieces } = problem;
  const at = [...tops];
  const under = (i: number) => (at[i] as number) + (pieces[i]?.od ?? 0);
  const floor = Math.max(...at.map((_, i) => under(i)));
  for (const i of at.map((_, index) => index).sort((a, b) => under(b) - under(a))) {
    const others = at.map((_, k) => under(k)).filter((_, k) => k !== i);
    if (pieces[i]?.top !== undefined || under(i) > floor - LEVEL || others.some((level) => Math.abs(level - under(i)) < LEVEL)) continue;
    const raised = Math.max(...others.filter((level) => level < under(i))) - (pieces[i]?.od ?? 0);
    const above = links.filter(({ second, relation }) => second === i && relation === 'stacked');
    const held = above.every(({ first, by }) => raised >= (at[first] as number) + by - SLACK);
    if (held && raised >= (pieces[i]?.cover ?? 0) - SLACK) at[i] = raised;
  }
  return at;
}

function rowsOf({ pieces }: Problem, places: readonly LinePlace[]): Arrangement['rows'] {
  const under = (i: number) => (places[i] as LinePlace).top + (pieces[i]?.od ?? 0);
  const rows: Arrangement['rows'] = [];
  for (const i of places.map((_, index) => index).sort((a, b) => under(b) - under(a))) {
    const row = rows.at(-1);
    if (row && row.underside - under(i) < LEVEL) row.lines.push(i);
    else rows.push({ lines: [i], underside: under(i) });
  }
  rows.forEach((row) => row.lines.sort((a, b) => (places[a] as LinePlace).x - (places[b] as LinePlace).x));
  return rows;
}

/** The chain of lines whose distances add up to the width, and to the depth. */
function governing(problem: Problem, links: readonly Link[], { places, width, depth }: Laid): Arrangement['governs'] {
  const { pieces } = problem;
  const [xs, tops] = [places.map(({ x }) => x), places.map(({ top }) => top)];
  const lowestLine = most(pieces.map(({ od }, i) => (tops[i] as number) + od));
  const reach = (i: number) => (xs[i] as number) + room(pieces[i] as Piece);
  const outermost = most(xs.map((_, i) => reach(i)));
  return {
    width:
      reach(outermost) < width - SLACK || problem.hole.least(depth) > width - SLACK
        ? { kind: 'least' }
        : { kind: 'lines', lines: chain(xs, links, 'beside', outermost) },
    depth: { kind: 'lines', lines: chain(tops, links, 'stacked', lowestLine) },
  };
}

/** From the line that nothing pushes, through those that push each other, to this one. */
function chain(values: readonly number[], links: readonly Link[], kind: Link['relation'], to: number): number[] {
  const pusher = links.find(
    ({ first, second, relation, by }) =>
      relation === kind && second === to && (values[first] as number) + by > (values[to] as number) - SLACK,
  );
  return pusher ? [...chain(values, links, kind, pusher.first), to] : [to];
}

const most = (values: readonly number[]): number => values.indexOf(Math.max(...values));
