import { grounds, type GroundId } from '../../catalogue';

/** Width of a column of ground, metres: finer than a tooth. */
export const COLUMN = 0.025;

/**
 * The ground under the arm's plane in columns of {@link COLUMN}, the first from the station `from`. Levels in metres, the ground the machine stands on being 0:
 * `bank` is what was never dug, `loose` how thick dug ground lies on it.
 */
export interface Strip {
  from: number;
  ground: GroundId;
  bank: number[];
  loose: number[];
}

/** A level strip of ground between two stations. */
export const levelStrip = (from: number, to: number, ground: GroundId): Strip => {
  const count = Math.ceil((to - from) / COLUMN);
  return { from, ground, bank: new Array<number>(count).fill(0), loose: new Array<number>(count).fill(0) };
};

export const columnAt = ({ from }: Pick<Strip, 'from'>, x: number): number => Math.floor((x - from) / COLUMN);
export const columnMiddle = ({ from }: Pick<Strip, 'from'>, column: number): number => from + (column + 0.5) * COLUMN;

/** The ground's level at a station, loose on top; 0 off the strip, where nobody digs. */
export function surfaceAt(strip: Strip, x: number): number {
  const column = columnAt(strip, x);
  return (strip.bank[column] ?? 0) + (strip.loose[column] ?? 0);
}

/** Loose metres of a metre in the bank. */
export const swells = (strip: Strip): number => 1 + grounds[strip.ground].swell;

/** What lies in a column above a level, m² in the bank. */
export function above(strip: Strip, column: number, level: number): number {
  const bank = strip.bank[column] ?? 0;
  const loose = strip.loose[column] ?? 0;
  const looseCut = Math.max(0, Math.min(loose, bank + loose - level));
  return (Math.max(0, bank - level) + looseCut / swells(strip)) * COLUMN;
}

/** Takes a column down to a level, where it stands above it. @returns what came off, m² in the bank. */
export function cutTo(strip: Strip, column: number, level: number): number {
  const area = above(strip, column, level);
  if (area <= 0) return 0;
  const bank = strip.bank[column] as number;
  strip.loose[column] = Math.max(0, Math.min(strip.loose[column] as number, level - bank));
  strip.bank[column] = Math.min(bank, level);
  return area;
}

/** How far what is let go spreads to either side, columns. */
const SPREAD = 6;
/** Lets ground fall round a station. @param area m² in the bank. */
export function letFall(strip: Strip, x: number, area: number): void {
  const middle = Math.min(strip.bank.length - 1, Math.max(0, columnAt(strip, x)));
  const columns = Array.from({ length: 2 * SPREAD + 1 }, (_, i) => middle - SPREAD + i).filter(
    (column) => column >= 0 && column < strip.bank.length,
  );
  const thick = (area * swells(strip)) / COLUMN / columns.length;
  for (const column of columns) strip.loose[column] = (strip.loose[column] as number) + thick;
}
