import { lookUp } from './database';
import type { DraftRow } from './tables';

const JOB = '/jobs/';

/** Jobs that were made on this device and that the server has not got yet, oldest first, each with how many runs. */
export const jobsMadeHere = (): Promise<{ draft: DraftRow; runs: number }[]> =>
  lookUp(['drafts'], async (tx) => {
    const drafts = await tx.all('drafts');
    const runs = (jobId: string) => drafts.filter((one) => one.jobId === jobId && !one.path.startsWith(JOB)).length;
    return drafts
      .filter(({ path, version }) => path.startsWith(JOB) && version === 0)
      .sort((a, b) => a.since - b.since)
      .map((draft) => ({ draft, runs: runs(draft.jobId) }));
  });
