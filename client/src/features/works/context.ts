import type { Plan } from '@tamper/core';
import type { Job, Patch, Run } from '@tamper/core/job';
import { createContext, useContext } from 'react';

/** What every tab of the works screen works on. */
export interface WorksEdit {
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

export const WorksContext = createContext<WorksEdit | undefined>(undefined);

export function useWorks(): WorksEdit {
  const edit = useContext(WorksContext);
  if (!edit) throw new Error('useWorks belongs inside the works screen');
  return edit;
}

/** One key of the run's works as a change. */
export const worksPatch = <K extends keyof Run['works']>(key: K, value: Run['works'][K]): Patch => ({ path: ['works', key], value });
