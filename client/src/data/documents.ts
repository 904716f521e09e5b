import { observedJob, observedRun, type Kept } from '@tamper/core/book';
import { plainJob, plainRun, type Job, type Run } from '@tamper/core/job';
import { upgradeJob, upgradeRun } from '@tamper/core/job/upgrade';
import { useMemo } from 'react';
import type { Stored, StoredRun } from './api';
import { liveDocument } from './liveDocument';
import { bookOf, useBook } from './useBook';
import { useDocument, type Document } from './useDocument';

export type JobDocument = Document<Job, { id: string; version: number; updatedAt: string; doc: Job }>;
export type RunDocument = Document<Run, StoredRun>;

/** A document open for editing, and what to do where it is not. */
interface Opened<D> {
  document: D | undefined;
  error: unknown;
  retry: () => void;
}

const jobAt = (id: string) => `/jobs/${id}`;
const runAt = (id: string) => `/runs/${id}`;

/** A job open for editing, with what its book has of it beside what its document says. */
export const useJob = (id: string): Opened<JobDocument> =>
  useObserved(useDocument<Job>(jobAt(id), upgradeJob), useBook(id), observedJob, plainJob);

/** A run open for editing, with what the book has of it beside what its document says. */
export const useRun = (jobId: string, id: string): Opened<RunDocument> =>
  useObserved(useDocument<Run, StoredRun>(runAt(id), upgradeRun), useBook(jobId, id), observedRun, plainRun);

/**
 * Puts what was observed beside a document, and takes it away again from what is changed. Until the book was heard there is no document: nothing is
 * planned as if nobody had ever looked.
 */
function useObserved<T extends Job | Run, S extends Stored<T>>(
  { document, error, retry }: Opened<Document<T, S>>,
  { book, heard, error: unheard, refresh }: ReturnType<typeof useBook>,
  observed: (doc: T, book: readonly Kept[]) => T,
  plain: (doc: T) => T,
): Opened<Document<T, S>> {
  const live = document?.change;
  const change = useMemo(() => live && ((next: T, tag?: string) => live(plain(next), tag)), [live, plain]);
  const known = book !== undefined && heard !== undefined;
  const seen = useMemo(
    () => (document && change && book && known ? { ...document, doc: observed(document.doc, book), change } : undefined),
    [document, change, book, known, observed],
  );
  return {
    document: seen,
    error: error ?? (heard === undefined ? unheard : undefined),
    retry: () => {
      retry();
      void refresh();
    },
  };
}

/**
 * Opens a job and one of its runs before anything shows them, and their book. @returns both as `useJob` and `useRun` have them, undefined where the book was never heard; and what lets go of them.
 * @throws what stood in the way.
 */
export async function openBefore(jobId: string, runId: string): Promise<{ seen: { job: Job; run: Run } | undefined; release: () => void }> {
  const [job, run] = [liveDocument<Job, Stored<Job>>(jobAt(jobId), upgradeJob), liveDocument<Run, StoredRun>(runAt(runId), upgradeRun)];
  const book = bookOf(jobId);
  const held = [job, run, book].map((one) => one.subscribe(() => undefined));
  const release = () => held.forEach((leave) => leave());
  try {
    const [jobDoc, runDoc] = await Promise.all([job.opened(), run.opened(), book.opened()]);
    const [ofJob, ofRun] = [book.read(jobId), book.read(runId)];
    const seen =
      ofJob.book && ofRun.book && ofRun.heard !== undefined
        ? { job: observedJob(jobDoc, ofJob.book), run: observedRun(runDoc, ofRun.book) }
        : undefined;
    return { seen, release };
  } catch (error) {
    release();
    throw error;
  }
}

/**
 * Changes a run that need not be on the screen, through the copy that is if there is one, and waits until it is kept on this device.
 * @throws Error with a sentence when it could not be had.
 */
export async function changeRun(id: string, how: (run: Run) => Run): Promise<void> {
  const live = liveDocument<Run, StoredRun>(runAt(id), upgradeRun);
  const release = live.subscribe(() => undefined);
  try {
    live.change(how(await live.opened()));
    await live.kept();
  } finally {
    release();
  }
}
