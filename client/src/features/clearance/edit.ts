import type { Clearance, Job } from '@tamper/core/job';
import { createContext } from 'react';
import type { Written } from '../../data/useBook';
import { inside } from '../../ui/inside';

/** What every part of the Clear screen works on. */
export interface ClearEdit {
  job: Job;
  jobId: string;
  today: string;
  /** The book of the job, to be read and written. */
  book: Written;
  /** Puts a changed clearance into the job. Returns a sentence and changes nothing when it could not be one. */
  put: (change: Partial<Clearance>, tag?: string) => string | undefined;
  putJob: (change: Partial<Job>, tag?: string) => string | undefined;
}

export const ClearContext = createContext<ClearEdit | undefined>(undefined);

export const useClear = inside(ClearContext, 'the Clear screen');
