import type { StandingFact } from '../book';
import type { Kit } from '../catalogue';
import type { Range } from '../geometry';
import type { Schedule } from '../protection';
import { formatLength, type UnitSystem } from '../units';
import { CONTACT } from './protected';
import type { RegisteredPiece } from './register';

/** How pieces are to stand, as it is written down; or why they cannot. */
export type Put = { pieces: StandingFact['pieces'] } | { fault: string };

/** Pieces of a table that are on site and do not stand, in the order they came. */
export const freePieces = (register: readonly RegisteredPiece[], kit: string): RegisteredPiece[] =>
  register.filter((piece) => piece.kit === kit && (piece.state === 'delivered' || piece.state === 'takenOut'));

/** Pieces of a table that stand in a hole, along it. */
export const standingIn = (register: readonly RegisteredPiece[], kit: string, pit: string | null): RegisteredPiece[] =>
  register.filter((piece) => piece.kit === kit && piece.state === 'standing' && piece.pit === pit).sort((a, b) => a.from - b.from);

/** Extensions on a box, and frames loaded in a bay, as the plan asks for them. */
export const builtAsPlanned = (schedule: Schedule | undefined): Pick<RegisteredPiece, 'extensions' | 'frames'> => ({
  extensions: schedule?.kind === 'shield' ? schedule.stack.extensions : 0,
  frames: schedule?.kind === 'sheets' ? schedule.frames.length : 0,
});

/** Where the pieces of a stretch stand: boxes and bays end to end, as many as go in whole; sets of shores no further apart than the spacing, at both ends too. */
export function rowAlong(kit: Kit, { from, to }: Range, spacing: number): Range[] {
  const length = to - from;
  if (kit.kind === 'shores') {
    const gaps = Math.max(1, Math.ceil(length / spacing - 1e-9));
    return Array.from({ length: gaps + 1 }, (_, i) => from + (length * i) / gaps).map((at) => ({ from: at, to: at }));
  }
  const each = kit.kind === 'shield' ? kit.length : kit.frameLength;
  const count = Math.floor((length + CONTACT) / each);
  return Array.from({ length: count }, (_, i) => ({ from: from + i * each, to: from + (i + 1) * each }));
}

/** Pieces that are free, put along a stretch from its beginning: as many as go there, or as there are. */
export function putAlong(
  kit: Kit,
  register: readonly RegisteredPiece[],
  stretch: Range,
  schedule: Schedule | undefined,
  units: UnitSystem,
): Put {
  const row = rowAlong(kit, stretch, schedule?.kind === 'shores' ? schedule.spacing : Infinity);
  const free = freePieces(register, kit.id);
  if (row.length === 0) return { fault: `${formatLength(stretch.to - stretch.from, units)} is shorter than one piece of ${kit.name}.` };
  if (free.length === 0)
    return {
      fault: `${row.length} ${row.length === 1 ? 'piece goes' : 'pieces go'} there and none is free: enter a delivery, or take one out.`,
    };
  const built = builtAsPlanned(schedule);
  return { pieces: row.slice(0, free.length).map((range, i) => ({ piece: (free[i] as RegisteredPiece).id, ...range, ...built })) };
}

/** The last piece of a row set in front of it: the row goes on the way the dig does. Undefined where nothing stands. */
export function lastMovedOn(row: readonly RegisteredPiece[], digFrom: 'start' | 'end', spacing: number): Put | undefined {
  const [first, last] = [row[0], row.at(-1)];
  if (!first || !last) return undefined;
  const [moved, front] = digFrom === 'start' ? [first, last] : [last, first];
  const length = moved.to - moved.from;
  // A set stands at a station: it goes one spacing on.
  const step = length > 0 ? 0 : spacing;
  const from = digFrom === 'start' ? front.to + step : front.from - length - step;
  const { id: piece, extensions, frames } = moved;
  return { pieces: [{ piece, from, to: from + length, extensions, frames }] };
}

/** Names and ids of pieces that are delivered, numbered on from those there are. */
export function deliveryOf(
  word: string,
  count: number,
  register: readonly RegisteredPiece[],
  newId: () => string,
): { id: string; name: string }[] {
  const taken = new Set(register.map(({ name }) => name));
  const named = (number: number) => `${word.charAt(0).toUpperCase()}${word.slice(1)} ${number}`;
  const names: string[] = [];
  for (let number = 1; names.length < count; number++) if (!taken.has(named(number))) names.push(named(number));
  return names.map((name) => ({ id: newId(), name }));
}
