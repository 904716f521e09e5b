import { doubtOf, latest, ofKind, withdrawn, type Kept, type KeptOf } from '../book';
import { kitOf, sameJson, type Job } from '../job';
import type { Rules } from '../rules';

/** How a piece of the supports is, as far as the book knows. `doubt`: entries about it disagree, or what was said last is not believed. */
export type PieceState = 'delivered' | 'standing' | 'released' | 'takenOut' | 'returned' | 'doubt';

/** A box, a set of shores or a bay of sheets. Stations and the pit it stands in hold while it stands or is released. */
export interface RegisteredPiece {
  id: string;
  name: string;
  /** Id of its maker's table. */
  kit: string;
  state: PieceState;
  pit: string | null;
  from: number;
  to: number;
  extensions: number;
  frames: number;
  /** What says how it is: the entry, or those that disagree. */
  by: Kept[];
}

type Said = KeptOf<'standing'> | KeptOf<'released'> | KeptOf<'takenOut'> | KeptOf<'returned'>;

/** What an entry says of one piece. */
function saidOf({ entry: { fact } }: Said, piece: string): Partial<RegisteredPiece> & { state: PieceState } {
  if (fact.kind !== 'standing') return { state: fact.kind };
  const { from, to, extensions, frames } = fact.pieces.find((one) => one.piece === piece) as (typeof fact.pieces)[number];
  return { state: 'standing', pit: fact.pit, from, to, extensions, frames };
}
const namesOf = ({ entry: { fact } }: Said): string[] => (fact.kind === 'standing' ? fact.pieces.map(({ piece }) => piece) : fact.pieces);

/**
 * The supports register: every piece that was delivered, and how it stands now. Of two entries about a piece the one made in the knowledge of the other
 * counts; where neither knew of the other and they differ, nobody knows how it stands until somebody says so again.
 */
export function registerOf(book: readonly Kept[], now: number, rules: Rules): RegisteredPiece[] {
  const gone = withdrawn(book);
  const about = new Map<string, Said[]>();
  const said: Said[] = [...ofKind(book, 'standing'), ...ofKind(book, 'released'), ...ofKind(book, 'takenOut'), ...ofKind(book, 'returned')];
  for (const one of said) for (const id of namesOf(one)) about.set(id, [...(about.get(id) ?? []), one]);
  const register = new Map<string, RegisteredPiece>();
  for (const delivery of ofKind(book, 'delivered')) {
    const sure = doubtOf(delivery, gone, now, rules) === undefined;
    for (const { id, name } of delivery.entry.fact.pieces) {
      const before = register.get(id);
      if (before && before.state !== 'doubt') continue;
      const piece: RegisteredPiece = {
        id,
        name,
        kit: delivery.entry.fact.kit,
        state: 'delivered',
        pit: null,
        from: 0,
        to: 0,
        extensions: 0,
        frames: 0,
        by: [delivery],
      };
      register.set(id, sure ? howItStands(piece, about.get(id) ?? [], gone, now, rules) : { ...piece, state: 'doubt' });
    }
  }
  return [...register.values()];
}

function howItStands(
  piece: RegisteredPiece,
  about: readonly Said[],
  gone: ReadonlySet<string>,
  now: number,
  rules: Rules,
): RegisteredPiece {
  const last = latest(about);
  const [first] = last;
  if (!first) return piece;
  const how = saidOf(first, piece.id);
  const agreed =
    last.every((said) => doubtOf(said, gone, now, rules) === undefined) && last.every((said) => sameJson(saidOf(said, piece.id), how));
  return { ...piece, ...how, state: agreed ? how.state : 'doubt', by: last };
}

/** Pieces that stand, by the table of their maker. */
export const standingPieces = (register: readonly RegisteredPiece[]): RegisteredPiece[] =>
  register.filter(({ state }) => state === 'standing');

/** What people call pieces of a table: one of them, and several. */
export function pieceWords(job: Pick<Job, 'kit'>, kit: string): { one: string; many: string } {
  switch (kitOf(job, kit)?.kind) {
    case 'shores':
      return { one: 'set', many: 'sets' };
    case 'sheets':
      return { one: 'bay', many: 'bays' };
    default:
      return { one: 'box', many: 'boxes' };
  }
}

/** Pieces of one table that came, and of those what went back and what is on site yet. */
export function deliveredCount(register: readonly RegisteredPiece[], kit: string): { came: number; back: number; here: RegisteredPiece[] } {
  const own = register.filter((piece) => piece.kit === kit);
  const here = own.filter(({ state }) => state !== 'returned');
  return { came: own.length, back: own.length - here.length, here };
}
