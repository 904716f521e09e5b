import { joinedPieces, type Range, type Stretch } from '../geometry';
import type { Rules } from '../rules';
import type { Place } from '../trench';
import type { PlaceSupport } from './schedule';
import { verdictsOf, type Fault, type Verdict } from './verdicts';

/** A piece of a place's floor with one verdict all through. */
export type VerdictPiece = Stretch<Verdict>;

/** A place with what holds it and what the rules say of it, piece by piece and exactly. */
export interface Judged {
  place: Place;
  support: PlaceSupport | undefined;
  pieces: VerdictPiece[];
}

/** What the rules say of every place, all along it. */
export const judge = (places: readonly Place[], supports: readonly PlaceSupport[], rules: Rules): Judged[] =>
  places.map((place) => {
    const support = supports.find((one) => one.place === place.id);
    return { place, support, pieces: verdictsOf(place, support, rules).along(place.station, place.depth) };
  });

/** Where something holds of a place, joined, and the deepest of it; undefined where it nowhere does. */
export interface Holding {
  where: Range[];
  depth: number;
  /** The verdict at the deepest of it. */
  verdict: Verdict;
}

export function holding(pieces: readonly VerdictPiece[], holds: (verdict: Verdict) => boolean): Holding | undefined {
  const found = pieces.filter(({ answer }) => holds(answer));
  const [first] = found;
  if (!first) return undefined;
  const deepest = found.reduce((most, piece) => (piece.deepest > most.deepest ? piece : most), first);
  return { where: joinedPieces(found), depth: deepest.deepest, verdict: deepest.answer };
}

/** The gravest level at which some faults hold of a place, and where; the milder places are left out. */
export function gravest(
  pieces: readonly VerdictPiece[],
  wrong: (fault: Fault) => boolean,
): (Holding & { severity: 'stop' | 'caution' | 'note'; faults: Fault[] }) | undefined {
  for (const [level, severity] of [
    ['stop', 'stop'],
    ['caution', 'caution'],
    ['none', 'note'],
  ] as const) {
    const found = holding(pieces, (verdict) => verdict.level === level && verdict.faults.some(wrong));
    if (found) return { ...found, severity, faults: found.verdict.faults.filter(wrong) };
  }
  return undefined;
}
