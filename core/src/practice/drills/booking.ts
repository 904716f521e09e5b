import { reduceBook, type Reduced } from '../../alignment/levelBook';
import { pick } from '../../chance';
import type { LevelBook } from '../../job';
import { formatLength } from '../../units';
import { between, drillKind } from './drill';

/** A level book with the levels somebody worked out beside it, of which one does not follow from its reading. Metres. */
export interface BookingFacts {
  book: LevelBook;
  /** As worked out, a line each. */
  booked: number[];
}

/** Find the line whose level does not follow. Harder: more lines, then a change of the instrument. */
export const bookingDrill = drillKind<BookingFacts>({
  make: (chance, level) => {
    const rows: LevelBook['rows'] = [{ point: 'BM', back: between(chance, 1, 2, 0.005) }];
    const count = level + 2;
    for (let i = 1; i <= count; i++) {
      if (level === 3 && i === 3) rows.push({ point: 'CP', fore: between(chance, 0.8, 2.4, 0.005), back: between(chance, 0.8, 2, 0.005) });
      rows.push({ point: `${i}`, inter: between(chance, 0.6, 2.8, 0.005) });
    }
    const book: LevelBook = { benchmark: between(chance, 8, 14, 0.005), tolerance: 0.012, rows };
    const levels = reduceBook(book).rows.map(({ level: found }) => found);
    const wrong = 1 + Math.floor(chance() * (rows.length - 1));
    const slip = pick(chance, [0.1, -0.1, 0.2, -0.09, 0.09, -0.2] as const);
    // One that is off by itself: the lines after it are worked out from the right height again.
    return { book, booked: levels.map((found, i) => Number((found + (i === wrong ? slip : 0)).toFixed(3))) };
  },
  pose: ({ book, booked }, _, units) => {
    const show = (metres: number) => formatLength(metres, units, 'level');
    const { rows } = reduceBook(book);
    const reading = (i: number): string => {
      const { inter, fore } = book.rows[i] as LevelBook['rows'][number];
      return show(inter ?? fore ?? 0);
    };
    const heightOver = (i: number): number => rows[i - 1]?.instrument as number;
    const instrument = (i: number): string => show(heightOver(i));
    const follows = ({ level }: Reduced, i: number) => Math.abs(level - (booked[i] as number)) < 0.0006;
    const line = (row: Reduced, i: number) => `${row.point}: ${instrument(i)} − ${reading(i)} = ${show(row.level)}`;
    return {
      question: 'Which level does not follow from its reading?',
      given: book.rows.map(
        ({ point, back, inter, fore }, i) =>
          `${point}${back === undefined ? '' : ` · back ${show(back)}`}${inter === undefined ? '' : ` · inter ${show(inter)}`}${fore === undefined ? '' : ` · fore ${show(fore)}`} → ${show(booked[i] as number)}`,
      ),
      choices: rows.slice(1).map((row, k) => {
        const right = !follows(row, k + 1);
        return {
          id: row.point,
          text: row.point,
          right,
          why: [right ? `${line(row, k + 1)}, booked ${show(booked[k + 1] as number)}.` : `It follows: ${line(row, k + 1)}.`],
        };
      }),
      reasoning: [
        ...rows.slice(1).map((row, k) => `${line(row, k + 1)}${follows(row, k + 1) ? '' : `, booked ${show(booked[k + 1] as number)}`}.`),
        'Source: HI = level + backsight; level = HI − reading.',
      ],
    };
  },
});
