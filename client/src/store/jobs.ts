import type { ListedJob } from '../data/api';
import { tell } from './bus';
import { lookUp } from './database';
import { forgetJob } from './documents';
import { unpack } from './packed';
import { runsPath } from './runs';
import type { DocumentRow } from './tables';

/** Where the list of jobs is asked for. */
export const LIST = '/jobs';
const JOB = `${LIST}/`;
const JOBS: readonly [string, string] = [JOB, `${JOB}~`];
/** A job younger than this when the list was asked for may have come after it, ms. */
const YOUNG = 60_000;

/** What a list says of a job's document. The first programs knew no units but metric ones. */
const worded = (doc: unknown) => {
  const { name, ruleSet, units, archived } = doc as Pick<ListedJob, 'name' | 'ruleSet'> & Partial<Pick<ListedJob, 'units' | 'archived'>>;
  return { name, ruleSet, units: units ?? ('metric' as const), archived: archived ?? false };
};

/** The jobs that were opened or made on this device, as it has them, those made first first. */
export const jobsHere = (): Promise<ListedJob[]> =>
  lookUp(['documents', 'drafts', 'answers', 'books'], async (tx) => {
    const [rows, drafts] = await Promise.all([tx.all('documents', JOBS), tx.all('drafts', JOBS)]);
    const draftOf = new Map(drafts.map((draft) => [draft.path, draft]));
    const made = drafts.filter(({ path }) => !rows.some((row) => row.path === path));
    const jobs = [
      ...rows.map(({ path, jobId, stored }) => ({ path, jobId, stored, draft: draftOf.get(path) })),
      ...made.sort((a, b) => a.since - b.since).map((draft) => ({ path: draft.path, jobId: draft.jobId, stored: undefined, draft })),
    ];
    return Promise.all(
      jobs.map(async ({ jobId, stored, draft }): Promise<ListedJob> => {
        const [answer, book, worked] = await Promise.all([
          tx.get('answers', runsPath(jobId)),
          tx.get('books', jobId),
          tx.of('drafts', jobId),
        ]);
        const added = worked.filter(({ path, version }) => version === 0 && !path.startsWith(JOB)).length;
        const workedOn = draft ? new Date(draft.since).toISOString() : (stored as DocumentRow['stored']).updatedAt;
        return {
          ...{ id: jobId, version: stored?.version ?? 0, ...worded(unpack((draft ?? (stored as DocumentRow['stored'])).doc)), workedOn },
          ...{ runs: ((answer ? unpack(answer.body) : []) as string[]).length + added, issued: Object.keys(book?.inForce ?? {}).length },
        };
      }),
    );
  });

/** The server has these jobs and no others: what is here of others, and nobody works on, goes. @param asked when it was asked, ms by its clock. */
export async function forgetOthers(ids: ReadonlySet<string>, asked: number): Promise<void> {
  const gone = await lookUp(['documents', 'drafts', 'waiting'], async (tx) => {
    const rows = await tx.all('documents', JOBS);
    const old = rows.filter(({ jobId, stored }) => !ids.has(jobId) && Date.parse(stored.updatedAt) < asked - YOUNG);
    const idle = await Promise.all(
      old.map(async ({ jobId }) => (await tx.of('drafts', jobId)).length === 0 && (await tx.of('waiting', jobId)).length === 0),
    );
    return old.filter((_, i) => idle[i]).map(({ jobId }) => jobId);
  });
  for (const jobId of gone) await forgetJob(jobId);
}

/** The list of jobs is another: one was added, or is gone. */
export const jobsChanged = (): void => tell({ kind: 'answer', path: LIST });
