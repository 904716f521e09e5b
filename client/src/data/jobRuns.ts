import { observedRun } from '@tamper/core/book';
import type { Run } from '@tamper/core/job';
import { useFocusEffect } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import useSWR from 'swr';
import { fetcher, type StoredRun } from './api';
import { sameItems } from './jobBook';
import { bookOf, useBook } from './useBook';

/** Every run of a job with its id and version, as they are stored now. */
export const allRuns = async (jobId: string): Promise<StoredRun[]> =>
  (await fetcher<{ items: StoredRun[] }>(`/jobs/${jobId}/runs/all`)).items;

/**
 * Every run of a job as it is stored, with what the book has of it and the number of its plan in force; undefined until both are here. Looked at again whenever the screen comes back.
 */
export function useRuns(jobId: string) {
  const { data, error, mutate } = useSWR<StoredRun[]>(`runs of ${jobId}`, () => allRuns(jobId));
  useFocusEffect(useCallback(() => void mutate(), [mutate]));
  // Changes with whatever is entered about any of them.
  const book = useBook(jobId);
  const seen = useMemo(() => {
    if (!data || book.heard === undefined) return undefined;
    const { read } = bookOf(jobId);
    return data.map(({ id, doc }) => observedRun(doc, read(id).book ?? []));
  }, [data, book, jobId]);
  const docs = useSameItems(seen);
  const { read } = bookOf(jobId);
  // Told with the book, which is another object after every look at the server: only another number is news.
  const issued = useSameItems(book.heard === undefined ? undefined : data?.map(({ id }) => read(id).inForce?.number));
  const runs = useMemo(
    () => data && docs && issued && data.map((run, i) => ({ ...run, doc: docs[i] as Run, issued: issued[i] })),
    [data, docs, issued],
  );
  return { runs, error: (error ?? (book.heard === undefined ? book.error : undefined)) as unknown, refresh: mutate };
}

/** The list before, as long as its items are the same. */
function useSameItems<T>(items: readonly T[] | undefined): readonly T[] | undefined {
  const [kept, setKept] = useState(items);
  const same = kept && items && sameItems(kept, items);
  if (kept !== items && !same) setKept(items);
  return same ? kept : items;
}

/** The other runs of a job: all but the one of this id. */
export function useOtherRuns(jobId: string, runId: string): readonly Run[] {
  const { runs } = useRuns(jobId);
  return useMemo(() => runs?.flatMap(({ id, doc }) => (id === runId ? [] : [doc])) ?? [], [runs, runId]);
}
