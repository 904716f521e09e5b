import { doubtOf, HOUR, knows, lifts, momentOf, ofKind, withdrawn, type Kept, type KeptOf } from '../book';
import type { ShoreKit } from '../catalogue';
import { holdFault } from '../protection/holdTest';
import { LONGEST_SHIFT } from '../protection/inspection';
import type { Rules } from '../rules';
import type { UnitSystem } from '../units';
import type { RegisteredPiece } from './register';

/** Was the pump can in order when it was tried last before a moment, ms, within a shift of it? Undefined where nobody tried it. */
export function canAt(book: readonly Kept[], at: number, now: number, rules: Rules, gone = withdrawn(book)): boolean | undefined {
  const tries = ofKind(book, 'can');
  const bad = tries.filter(({ entry }) => !entry.fact.ok);
  const good = tries.filter((one) => {
    const since = at - momentOf(one);
    return one.entry.fact.ok && since >= 0 && since <= LONGEST_SHIFT * HOUR && doubtOf(one, gone, now, rules) === undefined;
  });
  if (good.some((one) => bad.every((other) => lifts(one, other)))) return true;
  return bad.length > 0 ? false : undefined;
}

export interface HoldInputs {
  book: readonly Kept[];
  rules: Rules;
  units: UnitSystem;
  /** Readings count from here on, ms. */
  since: number;
  now: number;
}

/**
 * Do sets of shores hold? Each by a test of this shift, made after it was set where it stands, with the pump can tried before; whatever fell in a test counts
 * until it is tested again in the knowledge of that.
 * @returns what is wrong with a set; undefined where it holds.
 */
export function setFaults({
  book,
  rules,
  units,
  since,
  now,
}: HoldInputs): (piece: RegisteredPiece, kit: Pick<ShoreKit, 'pressure'>) => string | undefined {
  const gone = withdrawn(book);
  const cans = ofKind(book, 'can');
  const tests = new Map<string, KeptOf<'pressure'>[]>();
  for (const test of ofKind(book, 'pressure')) {
    const of = tests.get(test.entry.fact.piece);
    if (of) of.push(test);
    else tests.set(test.entry.fact.piece, [test]);
  }
  return (piece, kit) => {
    const own = tests.get(piece.id) ?? [];
    const faultOf = ({ entry }: KeptOf<'pressure'>) => holdFault(entry.fact, kit.pressure, rules, units);
    const good = own.filter(
      (test) =>
        faultOf(test) === undefined &&
        momentOf(test) >= since &&
        doubtOf(test, gone, now, rules) === undefined &&
        piece.by.every((stood) => knows(test, stood)) &&
        canAt(cans, momentOf(test), now, rules, gone) === true,
    );
    const unlifted = own.find((test) => faultOf(test) !== undefined && !good.some((one) => lifts(one, test)));
    if (unlifted) return `does not hold: ${faultOf(unlifted)}`;
    return good.length > 0 ? undefined : 'was not tested this shift after the pump can was tried';
  };
}
