import { observedJob, observedRun, type Kept } from '@tamper/core/book';
import { plainJob, plainRun, type Job, type Run } from '@tamper/core/job';
import { upgradeJob, upgradeRun } from '@tamper/core/job/upgrade';
import { useMemo } from 'react';
import type { Stored, StoredRun } from './api';
import { liveDocument } from './liveDocument';
import { useBook } from './useBook';
import { useDocument, type Document } from './useDocument';

export type JobDocument = Document<Job, { id: string; version: number; updatedAt: string; doc: Job }>;
export type RunDocument = Document<Run, StoredRun>;

/** A document open for editing, and what to do where it is not. */
interface Opened<D> {
  document: D | undefined;
  error: unknown;
  retry: () => void;
}

/** A job open for editing, with what its book has of it beside what its document says. */
export const useJob = (id: string): Opened<JobDocument> =>
  useObserved(useDocument<Job>(`/jobs/${id}`, upgradeJob), useBook(id), observedJob, plainJob);

/** A run open for editing, with what the book has of it beside what its document says. */
export const useRun = (jobId: string, id: string): Opened<RunDocument> =>
  useObserved(useDocument<Run, StoredRun>(`/runs/${id}`, upgradeRun), useBook(jobId, id), observedRun, plainRun);

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
 * Changes a run that need not be on the screen, through the copy that is if there is one, and waits until it is kept on this device.
 * @throws Error with a sentence when it could not be had.
 */
export async function changeRun(id: string, how: (run: Run) => Run): Promise<void> {
  const live = liveDocument<Run, StoredRun>(`/runs/${id}`, upgradeRun);
  const release = live.subscribe(() => undefined);
  try {
    live.change(how(await live.opened()));
    await live.kept();
  } finally {
    release();
  }
}
