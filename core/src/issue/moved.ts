import { extent } from '../alignment';
import { cornersOf, ELSEWHERE, liesAlike, shiftAt, type Line } from '../alignment/elsewhere';
import { whereOf, withdrawn, type Kept } from '../book';
import { common, type Range } from '../geometry';
import type { Run } from '../job';
import { formatLength, formatStretch, type UnitSystem } from '../units';

/** The most {@link shiftAt} of a stretch: between the corners of both lines it grows and shrinks as a straight line does, so the corners have it. */
function mostShift(before: Line, after: Line, { from, to }: Range): number {
  const inside = cornersOf(before, after).filter((station) => station > from && station < to);
  return Math.max(...[from, ...inside, to].map((station) => shiftAt(before, after, station)));
}

/**
 * What is to be said where a line was moved under its book: entries speak of metres along the line as it was, and are read along the new one.
 * @returns a sentence, or none where nothing of the book is moved further than a tape is out.
 */
export function saysMoved(before: Run, after: Run, book: readonly Kept[], units: UnitSystem): string[] {
  const { start, end } = extent(before);
  // Mostly it lies where it lay: no entry has to be asked.
  if (liesAlike(before, after)) return [];
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
