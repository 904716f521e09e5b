import type { Plan } from '@tamper/core';
import type { Kept } from '@tamper/core/book';
import type { Fix, Job, Patch, Run } from '@tamper/core/job';
import type { Reader, Sayable } from '@tamper/core/words';
import { createContext } from 'react';
import type { Written } from '../../data/useBook';
import type { MendLists } from '../../workers/useMends';
import { inside } from '../../ui/inside';

/** What every tab of the works screen works on. */
export interface LogisticsEdit {
  /** The newest job; the run as it was planned, and its plan. */
  job: Job;
  run: Run;
  plan: Plan;
  cursor: number;
  setCursor: (station: number) => void;
  /** Puts changes into the run, or into the job. A sentence refuses them. */
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
  putJob: (change: Partial<Job>) => string | undefined;
  /** The book of the job, to be read and written; and that of the run, for what was done of it. */
  book: Written;
  entries: readonly Kept[] | undefined;
  /** For whom findings are put into words; the fixes that were tried on the plan, and what takes one. */
  reader: Reader;
  mends: MendLists;
  onFix: (finding: Sayable, fix: Fix) => void;
}

export const LogisticsContext = createContext<LogisticsEdit | undefined>(undefined);

export const useLogistics = inside(LogisticsContext, 'the works screen');

/** One key of the run's works as a change. */
export const logisticsPatch = <K extends keyof Run['logistics']>(key: K, value: Run['logistics'][K]): Patch => ({
  path: ['logistics', key],
  value,
});
