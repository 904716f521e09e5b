import type { Entry, FactKind, Kept } from '../book';
import type { Job, Run } from '../job';
import type { HoldingPlan } from '../protection';
import type { Rules } from '../rules';

/** What an entry is held against before it is taken: the plan in force where there is one, and the book as it is. */
export interface RefusalInputs {
  job: Pick<Job, 'kit' | 'units' | 'products' | 'owners'>;
  rules: Rules;
  /** Of the issued plan in force, and what it was made of. */
  plan: HoldingPlan | undefined;
  run: Run | undefined;
  book: readonly Kept[];
  now: number;
}

/** Why an entry of a kind cannot be true, in a sentence; undefined where it can. */
export type Checks = { [K in FactKind]?: (fact: Entry<K>['fact'], inputs: RefusalInputs, entry: Entry<K>) => string | undefined };

/** What people dig by, and lay by, is said of an issued plan. */
export const NOT_ISSUED = 'Issue the plan first: what is dug and laid is held against it.';
