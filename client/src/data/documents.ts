import { upgradeJob, upgradeRun, type Job, type Run } from '@tamper/core/job';
import type { StoredRun } from './api';
import { liveDocument } from './liveDocument';
import { useDocument, type Document } from './useDocument';

export type JobDocument = Document<Job, { id: string; version: number; updatedAt: string; doc: Job }>;
export type RunDocument = Document<Run, StoredRun>;

/** A job open for editing. */
export const useJob = (id: string) => useDocument<Job>(`/jobs/${id}`, upgradeJob);
/** A run open for editing. */
export const useRun = (id: string) => useDocument<Run, StoredRun>(`/runs/${id}`, upgradeRun);

/**
 * Changes a run that need not be on the screen, through the copy that is if there is one, and waits until it is saved.
 * @throws Error with a sentence when it could not be fetched or saved.
 */
export async function changeRun(id: string, how: (run: Run) => Run): Promise<void> {
  const live = liveDocument<Run, StoredRun>(`/runs/${id}`, upgradeRun);
  const release = live.subscribe(() => undefined);
  try {
    live.change(how(await live.opened()));
    await live.saved();
  } finally {
    release();
  }
}
