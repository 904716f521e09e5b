import { filledOver, filledTo, leastFilled, type FillReport } from '../fill/report';
import type { HoldingPlan } from '../protection';
import { lowestBrace } from './refusals';
import type { RegisteredPiece } from './register';

/** A piece of the supports on its way out with the fill. Metres over the floor. */
export interface PieceOut {
  piece: RegisteredPiece;
  /** How high the fill stands at it, where that is least. */
  filled: number;
  /** How high it has to stand before the piece is let go; undefined: nothing to wait for but its own lift. */
  wanted: number | undefined;
  /** May it go now? */
  ready: boolean;
}

/**
 * In which order what stands in the trench comes out: where the fill stands highest first, so that what is let go has fill behind it; and of those the one
 * furthest along. Pieces in pits are by themselves.
 */
export function supportsOut(register: readonly RegisteredPiece[], plan: HoldingPlan | undefined, fill: FillReport): PieceOut[] {
  return register
    .filter(({ state, pit }) => (state === 'standing' || state === 'released') && pit === null)
    .map((piece): PieceOut => {
      const state = leastFilled(fill, piece);
      const filled = state ? filledOver(state) : 0;
      const wanted = lowestBrace(piece, plan);
      // The bed alone is no fill: what comes up with the fill waits for its first lift.
      const begun = state !== undefined && filledTo(state) < state.section.bed - 1e-6;
      return { piece, filled, wanted, ready: wanted === undefined ? begun : filled >= wanted - 1e-6 };
    })
    .sort((a, b) => Number(b.ready) - Number(a.ready) || b.filled - a.filled || b.piece.to - a.piece.to);
}
