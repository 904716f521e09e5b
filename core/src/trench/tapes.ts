import { families, tapeSchools, type TapeSchool } from '../catalogue';
import type { PlacedLine, Reach } from '../job';
import type { LayerHeights } from './layers';

/** A warning tape as it lies over its line. Heights above the trench bottom, metres. */
export interface PlacedTape {
  /** Id of the line it is of. */
  id: string;
  x: number;
  height: number;
  /** What is written on it. */
  words: string;
}

/** Tapes are this wide to either side of their middle: a line whose middle lies under one is warned of by it, metres. Source: 150 to 300 mm wide. */
export const TAPE_HALF = 0.075;

/** The tape a line's owner asks for, else the usual one. */
export const tapeAsked = ({ owner }: Pick<PlacedLine, 'owner'>): { school: TapeSchool; distance: number } =>
  owner?.tape ?? { school: 'line', distance: tapeSchools.line.distance };

/** Does anybody ask for a tape over this line: its owner, or the usual practice over power and gas? */
export const wantsTape = ({ owner, product }: Pick<PlacedLine, 'owner' | 'product'>): boolean =>
  Boolean(owner?.tape) || ['power', 'gas'].includes(families[product.family].mark);

/** The tapes over the lines of a section, each over its own, that lie in the trench. @param depth of the trench, metres. */
export const tapesOver = (
  reach: Pick<Reach, 'tapes'>,
  lines: readonly PlacedLine[],
  depth: number,
  { undersides }: LayerHeights,
): PlacedTape[] =>
  lines.flatMap((line, i) => {
    const tape = reach.tapes.find(({ id }) => id === line.id);
    if (!tape) return [];
    const top = (undersides[i] as number) + line.product.od;
    const height = tape.school === 'line' ? top + tape.distance : depth - tape.distance;
    return height > 0 && height < depth ? [{ id: line.id, x: line.x, height, words: families[line.product.family].tape }] : [];
  });

/** Lines of a reach that should have a tape and lie under none. */
export const unwarned = (reach: Pick<Reach, 'tapes'>, lines: readonly PlacedLine[]): PlacedLine[] => {
  const taped = lines.filter(({ id }) => reach.tapes.some((tape) => tape.id === id));
  const under = (line: PlacedLine) =>
    taped.some(
      (other) =>
        other.id === line.id ||
        (families[other.product.family].mark === families[line.product.family].mark &&
          Math.abs(other.x - line.x) <= TAPE_HALF + 1e-9 &&
          other.from <= line.from &&
          other.to >= line.to),
    );
  return lines.filter((line) => wantsTape(line) && !under(line));
};
