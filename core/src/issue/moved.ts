import { chainages, distance, extent, placeAt, routeOf } from '../alignment';
import { whereOf, withdrawn, type Kept } from '../book';
import { common, type Range } from '../geometry';
import { sameJson, type Run } from '../job';
import { formatLength, formatStretch, type UnitSystem } from '../units';

/** Metres are taped along the line: what lies further off than this is another place, metres. */
const ELSEWHERE = 0.5;

type Line = Pick<Run, 'route' | 'stations'>;

/** How far a station lies on one line from where it lies on another, metres; Infinity off the other. What nobody has drawn lies nowhere else. */
export function shiftAt(before: Line, after: Line, station: number): number {
  const { start, end } = extent(after);
  if (station < start - ELSEWHERE || station > end + ELSEWHERE) return Infinity;
  if (before.route.length < 2 || after.route.length < 2) return 0;
  return distance(placeAt(before, station), placeAt(after, station));
}

/** The most {@link shiftAt} of a stretch: between the corners of both lines it grows and shrinks as a straight line does, so the corners have it. */
function mostShift(before: Line, after: Line, { from, to }: Range): number {
  const corners = [before, after].flatMap((line) => chainages(routeOf(line)).map((along) => along + extent(line).start));
  const inside = corners.filter((station) => station > from && station < to);
  return Math.max(...[from, ...inside, to].map((station) => shiftAt(before, after, station)));
}

/**
 * What is to be said where a line was moved under its book: entries speak of metres along the line as it was, and are read along the new one.
 * @returns a sentence, or none where nothing of the book is moved further than a tape is out.
 */
export function saysMoved(before: Run, after: Run, book: readonly Kept[], units: UnitSystem): string[] {
  const { start, end } = extent(before);
  // Mostly it lies where it lay: no entry has to be asked.
  if (sameJson([before.route, start, end], [after.route, extent(after).start, extent(after).end])) return [];
  const gone = withdrawn(book);
  const moved = book.flatMap(({ entry }) => {
    const said = gone.has(entry.id) ? null : whereOf(entry);
    const where = said && common(said, { from: start, to: end });
    const by = where ? mostShift(before, after, where) : 0;
    return where && by > ELSEWHERE ? [{ ...where, by }] : [];
  });
  if (moved.length === 0) return [];
  const from = Math.min(...moved.map((one) => one.from));
  const to = Math.max(...moved.map((one) => one.to));
  const by = Math.max(...moved.map((one) => one.by));
  const far = Number.isFinite(by) ? `by as much as ${formatLength(by, units)}` : 'away altogether';
  const many = moved.length === 1 ? 'one entry of the book' : `${moved.length} entries of the book`;
  return [`The line was moved ${far} under ${many}, ${formatStretch({ from, to }, units)}: what is said there is of another place`];
}
