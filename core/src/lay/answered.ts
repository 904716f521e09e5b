import { lifts, type Kept } from '../book';
import type { Range } from '../geometry';
import { holds } from './along';

/** An entry that answers points along a stretch. */
export interface Answering extends Range {
  kept: Kept;
  points: readonly { id: string; ok: boolean; note: string }[];
  /** Is what is good in it believed? What is bad counts anyway. */
  believed: boolean;
}

/** How a point stands at a station: good, never answered by anybody who counts, or found wanting. */
export type Answer = { state: 'good'; by: Kept } | { state: 'never' } | { state: 'wanting'; by: Kept; note: string };

/**
 * How a point stands at a station. A “no” counts from whoever said it, until somebody who knew of it found it in order; a “yes” counts where it is believed.
 * @param counts does a “yes” count here: of this plan, and made in the knowledge of what it has to know?
 */
export function answerAt(entries: readonly Answering[], point: string, at: number, counts: (one: Answering) => boolean): Answer {
  const here = entries.filter((one) => holds(one, at));
  const good = here.filter((one) => one.believed && one.points.some(({ id, ok }) => id === point && ok) && counts(one));
  for (const bad of here) {
    const said = bad.points.find(({ id, ok }) => id === point && !ok);
    if (said && !good.some((one) => lifts(one.kept, bad.kept))) return { state: 'wanting', by: bad.kept, note: said.note };
  }
  const [by] = good;
  return by ? { state: 'good', by: by.kept } : { state: 'never' };
}
