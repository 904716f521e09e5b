import { EPSILON, joined, type Range } from '../geometry';
import type { PlaceSupport } from '../protection';
import type { Rules } from '../rules';
import { isPit } from '../trench/places';
import type { Place } from '../trench';
import type { RegisteredPiece } from './register';

/** Boxes whose ends are this near each other touch, metres. */
export const CONTACT = 0.05;

/** How a piece of the supports does its work; why not, in words. */
export type PieceVerdict = (piece: RegisteredPiece) => string | undefined;

/** Where what stands protects people in a hole, and what is wrong with pieces that do not. */
export interface Protected {
  where: Range[];
  wrong: { piece: RegisteredPiece; why: string }[];
}

/** Pieces that stand in a hole: a pit by its id, the trench by no pit; a row goes on where one reach ends and the next begins. */
export const piecesIn = (place: Place, pieces: readonly RegisteredPiece[]): RegisteredPiece[] =>
  pieces.filter(({ state, pit }) => state === 'standing' && pit === (isPit(place) ? place.id : null)).sort((a, b) => a.from - b.from);

/** Rows of pieces: a new one begins where the next does not follow on, or where one of the two does not hold. */
function rows(
  pieces: readonly RegisteredPiece[],
  follows: (before: RegisteredPiece, next: RegisteredPiece) => boolean,
  holds: (piece: RegisteredPiece) => boolean,
): RegisteredPiece[][] {
  const result: RegisteredPiece[][] = [];
  let before: RegisteredPiece | undefined;
  for (const piece of pieces) {
    const here = holds(piece);
    if (here && before && follows(before, piece)) (result.at(-1) as RegisteredPiece[]).push(piece);
    else if (here) result.push([piece]);
    before = here ? piece : undefined;
  }
  return result;
}
const span = (row: readonly RegisteredPiece[]): Range => ({
  from: (row[0] as RegisteredPiece).from,
  to: Math.max(...row.map(({ to }) => to)),
});

/**
 * **Where people may be by what stands there now**, in one hole. Boxes in contact: with open ends from the second to the last but one of a row as long as
 * the rule asks for, with closed ends all of it. Shores: from the first to the last set of a row while every gap is within the spacing and every set holds.
 * Sheets: bay by bay, every frame loaded. Slopes: as cut.
 * @param faultOf what the readings and looks say against a piece.
 */
export function protectedIn(
  place: Place,
  support: PlaceSupport | undefined,
  pieces: readonly RegisteredPiece[],
  faultOf: PieceVerdict,
  rules: Rules,
): Protected {
  const whole = { from: place.from, to: place.to };
  if (place.sides.protection === 'none') return { where: [whole], wrong: [] };
  const { kit, schedule } = support ?? {};
  if (!kit || !schedule) return { where: [], wrong: [] };
  const here = piecesIn(place, pieces);
  const wrong = here.flatMap((piece) => {
    const why = piece.kit === kit.id ? (inOneAnother(piece, here) ?? builtUp(piece, schedule) ?? faultOf(piece)) : `is no ${kit.name}`;
    return why === undefined ? [] : [{ piece, why }];
  });
  const holds = (piece: RegisteredPiece) => !wrong.some((one) => one.piece === piece);
  const clip = (ranges: readonly Range[]) =>
    joined(ranges).flatMap(({ from, to }) => {
      const cut = { from: Math.max(from, whole.from), to: Math.min(to, whole.to) };
      return cut.to > cut.from ? [cut] : [];
    });
  switch (schedule.kind) {
    case 'shield': {
      const inContact = rows(here, (before, next) => next.from - before.to <= CONTACT, holds);
      if (schedule.ends === 'closed') return { where: clip(inContact.map(span)), wrong };
      const least = rules.shieldRow.value ?? 1;
      const middle = inContact.filter((row) => row.length >= Math.max(3, least)).map((row) => span(row.slice(1, -1)));
      return { where: clip(middle), wrong };
    }
    case 'shores': {
      const inReach = rows(here, (before, next) => next.from - before.from <= schedule.spacing + EPSILON, holds);
      return { where: clip(inReach.filter((row) => row.length >= (rules.shoreSets.value ?? 1)).map(span)), wrong };
    }
    case 'sheets':
      return { where: clip(here.filter(holds).map(({ from, to }) => ({ from, to }))), wrong };
  }
}

/** Two pieces cannot stand in one place: where entries say so, nobody knows where either stands. */
function inOneAnother(piece: RegisteredPiece, all: readonly RegisteredPiece[]): string | undefined {
  // Sets of shores stand at a point.
  if (piece.to - piece.from <= CONTACT) return undefined;
  const other = all.find((one) => one !== piece && one.from < piece.to - CONTACT && one.to > piece.from + CONTACT);
  return other && `is said to stand where ${other.name} stands too`;
}

/** What a piece lacks that the plan asks of it. */
function builtUp(piece: RegisteredPiece, schedule: NonNullable<PlaceSupport['schedule']>): string | undefined {
  if (schedule.kind === 'shield' && piece.extensions < schedule.stack.extensions)
    return `has ${piece.extensions} of ${schedule.stack.extensions} extensions`;
  if (schedule.kind === 'sheets' && piece.frames < schedule.frames.length)
    return `has ${piece.frames} of ${schedule.frames.length} frames loaded`;
  return undefined;
}
