import type { Plan } from '@tamper/core';
import type { Job, Patch, Run } from '@tamper/core/job';
import type { Rules } from '@tamper/core/rules';
import { createContext, useContext } from 'react';
import type { RunDocument } from '../../data/documents';
import type { useBook } from '../../data/useBook';

/** What every tab of the guard screen works on. */
export interface GuardEdit {
  job: Job;
  document: RunDocument;
  /** The run as it was planned, and its plan. */
  run: Run;
  plan: Plan;
  rules: Rules;
  book: ReturnType<typeof useBook>;
  who: string;
  setWho: (who: string) => void;
  /** Puts changes into the run, or into the job. A sentence refuses them. */
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
  putJob: (change: Partial<Job>) => string | undefined;
  /** Which reach the tabs look at. */
  reach: number;
  setReach: (reach: number) => void;
}

export const GuardContext = createContext<GuardEdit | undefined>(undefined);

export function useGuard(): GuardEdit {
  const edit = useContext(GuardContext);
  if (!edit) throw new Error('useGuard belongs inside the guard screen');
  return edit;
}
