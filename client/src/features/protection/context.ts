import type { Place, Plan } from '@tamper/core';
import type { Fact } from '@tamper/core/book';
import type { Reader, Sayable } from '@tamper/core/words';
import type { Fix, Job, Patch, Run } from '@tamper/core/job';
import type { Rules } from '@tamper/core/rules';
import { createContext } from 'react';
import type { RunDocument } from '../../data/documents';
import type { OpenBook } from '../../data/useBook';
import type { MendLists } from '../../workers/useMends';
import { enterBy } from '../site/context';
import { inside } from '../../ui/inside';

/** What every tab of the protection screen works on. */
export interface ProtectionEdit {
  job: Job;
  document: RunDocument;
  /** The run as it was planned, and its plan. */
  run: Run;
  plan: Plan;
  /** Do the inputs as they are now make a plan? Where not, `plan` is the last that could be made. */
  planned: boolean;
  rules: Rules;
  book: OpenBook;
  who: string;
  /** Puts changes into the run, or into the job. A sentence refuses them. */
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
  putJob: (change: Partial<Job>) => string | undefined;
  /** Which hole the tabs look at: a reach dug open, or a pit. */
  place: Place;
  setPlace: (id: string) => void;
  /** For whom findings are put into words; the fixes that were tried on the plan, and what takes one. */
  reader: Reader;
  mends: MendLists;
  onFix: (finding: Sayable, fix: Fix) => void;
}

export const ProtectionContext = createContext<ProtectionEdit | undefined>(undefined);

export const useProtection = inside(ProtectionContext, 'the protection screen');

/** Enters facts in the book under the name of who holds the device, or says why not. */
export const useEnter = (unsaid: string): ((fact: Fact, corrects?: string) => string | undefined) => enterBy(useProtection(), unsaid);
