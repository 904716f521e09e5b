import type { Range } from '../geometry';
import { ONE_STATION } from './asDug';

/**
 * The station to go to next: a step on, no further than the end of its piece, then the beginning of the next one; past the last its end. Nothing is looked at
 * where nothing is dug open.
 * @param from undefined: one has not begun. @param pieces of the run one goes along, ascending, see {@link dugOpen}. @param step metres.
 * @example nextStation(7, 5, 'up', [{ from: 0, to: 10 }, { from: 30, to: 40 }]); // 10, and from there 30
 */
export function nextStation(from: number | undefined, step: number, travel: 'up' | 'down', pieces: readonly Range[]): number {
  if (travel === 'down')
    return (
      0 - nextStation(from === undefined ? from : -from, step, 'up', pieces.map((one) => ({ from: -one.to, to: -one.from })).reverse())
    );
  const at = from ?? -Infinity;
  const piece = pieces.find(({ to }) => to > at + ONE_STATION);
  if (!piece) return pieces.at(-1)?.to ?? from ?? 0;
  return at < piece.from ? piece.from : Math.min(piece.to, Math.round((at + step) * 1000) / 1000);
}
