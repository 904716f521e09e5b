import { EPSILON } from '../geometry';
import { InputError, type FieldError, type LevelBook, type Run } from '../job';

/** Usual misclosure allowed, metres per √km. */
export const MISCLOSURE = 0.012;

/** A level book line worked out. Levels in metres. */
export interface Reduced {
  point: string;
  station: number | undefined;
  /** Height of instrument after this line; undefined before the first backsight. */
  instrument: number | undefined;
  /** Reduced level as read, and with the misclosure shared out. Undefined on lines that only carry a backsight on the benchmark. */
  level: number;
  adjusted: number;
}

export interface BookResult {
  rows: Reduced[];
  /** Read minus known on the last benchmark closed on, metres; undefined when the book closes on none. */
  misclosure: number | undefined;
  /** The most it may be: tolerance × √km, metres. */
  allowed: number | undefined;
  closes: boolean;
}

/**
 * Reduces a level book by height of instrument: HI = level + BS; level = HI − FS or IS. Closing on a benchmark, the misclosure is
 * shared out in proportion to the distance levelled, or to the set-ups where no distances are booked.
 * Source: standard booking; misclosure allowed 12 mm·√km by default.
 * @throws InputError naming the line that cannot be followed.
 */
export function reduceBook(book: LevelBook): BookResult {
  const errors: FieldError[] = [];
  const rows: (Reduced & { known: number | undefined; weight: number })[] = [];
  let instrument: number | undefined;
  let setUps = 0;
  const booked = book.rows.every((row) => row.distance !== undefined);
  book.rows.forEach((row, index) => {
    const field = `levelBook.rows[${index}]`;
    const fail = (message: string) => errors.push({ field, message: `Line ${index + 1}: ${message}` });
    if (row.inter !== undefined && row.fore !== undefined) return fail('an intermediate and a foresight in one line; split them.');
    if (row.inter === undefined && row.fore === undefined && row.back === undefined)
      return fail('no reading; type one or take the line out.');
    const before = rows.at(-1);
    const reading = row.fore ?? row.inter;
    if (reading !== undefined && instrument === undefined)
      return fail('read before any backsight; begin with a backsight on the benchmark.');
    if (reading === undefined && before) return fail('a backsight alone; a change point needs its foresight too.');
    if (before && row.distance !== undefined && row.distance < (book.rows[index - 1]?.distance ?? 0))
      return fail('the distance goes back; it counts from the start.');
    const level = reading === undefined ? book.benchmark : (instrument as number) - reading;
    if (row.fore !== undefined) setUps++;
    if (row.back !== undefined) instrument = level + row.back;
    rows.push({
      point: row.point,
      station: row.station,
      instrument,
      level,
      adjusted: level,
      known: row.known,
      // An intermediate sight belongs to the set-up it was read from, which its next foresight completes.
      weight: booked ? (row.distance as number) : row.inter === undefined ? setUps : setUps + 1,
    });
  });
  if (errors.length > 0) throw new InputError(errors);
  const closing = rows.findLast((row) => row.known !== undefined);
  if (closing?.known === undefined) return { rows: rows.map(plain), misclosure: undefined, allowed: undefined, closes: false };
  const misclosure = closing.level - closing.known;
  const kilometres = booked ? closing.weight / 1000 : lengthOf(rows.map((row) => row.station)) / 1000;
  const allowed = book.tolerance * Math.sqrt(Math.max(kilometres, 0.001));
  const share = (weight: number) => (closing.weight > 0 ? Math.min(1, weight / closing.weight) : 1);
  return {
    rows: rows.map((row) => plain({ ...row, adjusted: row.level - misclosure * share(row.weight) })),
    misclosure,
    allowed,
    closes: Math.abs(misclosure) <= allowed + EPSILON,
  };
}

const plain = ({ point, station, instrument, level, adjusted }: Reduced): Reduced => ({ point, station, instrument, level, adjusted });

/** Distance between the first and last station booked: the least that was levelled. */
function lengthOf(stations: readonly (number | undefined)[]): number {
  const known = stations.filter((station) => station !== undefined);
  return known.length < 2 ? 0 : Math.max(...known) - Math.min(...known);
}

/**
 * The ground levels a book gives, adjusted, ascending by station; points booked without a station are left out.
 * @throws InputError when fewer than two stations have a level, or one is booked twice.
 */
export function groundFromBook(book: LevelBook): Run['stations'] {
  const points = reduceBook(book).rows.flatMap(({ station, adjusted }) => (station === undefined ? [] : [{ station, ground: adjusted }]));
  const sorted = points.sort((a, b) => a.station - b.station);
  const twice = sorted.find((point, i) => point.station === sorted[i - 1]?.station);
  if (twice) throw new InputError([{ field: 'levelBook', message: `Station ${twice.station} m is booked twice; keep one of them.` }]);
  if (sorted.length < 2)
    throw new InputError([
      { field: 'levelBook', message: 'The book gives fewer than two stations a level; type the station of each point.' },
    ]);
  return sorted;
}
