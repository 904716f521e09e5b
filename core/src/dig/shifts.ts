import { countedIn, inOrder, shiftWorks, type Kept, type KeptOf, type ShiftFact } from '../book';
import { lengthOf, shared, type Range } from '../geometry';
import { formatStretch, type UnitSystem } from '../units';

/** Shifts that count, in the order they were entered: not those that were refused or put right. */
export const shiftsIn = (book: readonly Kept[]): KeptOf<'shift'>[] => inOrder(countedIn(book, 'shift'));

/** Why a shift cannot have been: what it says was done is in the book already, of the same plan. Undefined where it can. */
export function doneBefore(fact: ShiftFact, book: readonly Kept[], units: UnitSystem, corrects?: string): string | undefined {
  const before = shiftsIn(book).filter(
    ({ entry }) => entry.id !== corrects && entry.fact.work === fact.work && entry.fact.revision === fact.revision,
  );
  const twice = shared(
    before.map(({ entry }) => entry.fact),
    [fact],
  );
  if (lengthOf(twice) < OVERLAP) return undefined;
  const [first] = twice as [Range];
  return `${shiftWorks[fact.work]}, ${formatStretch(first, units)}, is in the book already: enter what came since, or put that right.`;
}
/** Where one shift ends and the next begins nobody measures closer, metres. */
const OVERLAP = 0.5;
