import type { Plan } from '@tamper/core';
import type { Job, Patch, Run } from '@tamper/core/job';
import { createContext, useContext } from 'react';

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
}

export const LogisticsContext = createContext<LogisticsEdit | undefined>(undefined);

export function useLogistics(): LogisticsEdit {
  const edit = useContext(LogisticsContext);
  if (!edit) throw new Error('useLogistics belongs inside the works screen');
  return edit;
}

/** One key of the run's works as a change. */
export const logisticsPatch = <K extends keyof Run['logistics']>(key: K, value: Run['logistics'][K]): Patch => ({
  path: ['logistics', key],
  value,
});
