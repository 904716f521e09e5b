import { upgradeJob, upgradeRun, type Job, type Run } from '@tamper/core/job';
import type { StoredRun } from './api';
import { useDocument } from './useDocument';

/** A job open for editing. */
export const useJob = (id: string) => useDocument<Job>(`/jobs/${id}`, upgradeJob);
/** A run open for editing. */
export const useRun = (id: string) => useDocument<Run, StoredRun>(`/runs/${id}`, upgradeRun);
