import { doubtOf, ofKind, withdrawn, type Kept } from '../book';
import type { Rules } from '../rules';

/** How a run stands: still worked on, closed, or taken over, by which entries. */
export interface Closing {
  state: 'open' | 'closed' | 'takenOver';
  by: Kept[];
}

/** Who closed a run and who took it over, as far as it counts: what was said to be wrong of it does not. */
export function signedIn(book: readonly Kept[], now: number, rules: Rules): { closed: Kept[]; over: Kept[] } {
  const said = ofKind(book, 'closed');
  if (said.length === 0) return { closed: [], over: [] };
  const gone = withdrawn(book);
  const believed = said.filter((one) => doubtOf(one, gone, now, rules) === undefined);
  const by = (as: 'closed' | 'takenOver') => believed.filter(({ entry }) => entry.fact.as === as);
  return { closed: by('closed'), over: by('takenOver') };
}

/** Closed by its competent person, then taken over; without the one it is open again. */
export function closingOf(book: readonly Kept[], now: number, rules: Rules): Closing {
  const { closed, over } = signedIn(book, now, rules);
  if (closed.length === 0) return { state: 'open', by: [] };
  return over.length > 0 ? { state: 'takenOver', by: [...closed, ...over] } : { state: 'closed', by: closed };
}
