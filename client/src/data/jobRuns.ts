import { observedRun } from '@tamper/core/book';
import type { Run } from '@tamper/core/job';
import { upgradeRun } from '@tamper/core/job/upgrade';
import { useFocusEffect } from 'expo-router';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import useSWR from 'swr';
import { onNews } from '../store/bus';
import { unpack } from '../store/packed';
import { hearRuns, readRuns, runsPath, type KnownRun } from '../store/runs';
import { whenIdle } from '../ui/whenIdle';
import { fetcher, type StoredRun } from './api';
import { deviceClock } from './deviceClock';
import { sameItems } from './jobBook';
import { beside } from './localFirst';
import { useSoon } from './useSoon';
import { bookOf, useBook } from './useBook';

/** A run as it is on this device, with its id and version. */
export type RunHere = Pick<StoredRun, 'id' | 'version' | 'doc'>;

/** Runs as they were read last: the same object as long as nobody changed it. */
const readBefore = new Map<string, { of: string; run: RunHere }>();
function readRun({ id, row, draft }: KnownRun): RunHere {
  const version = draft?.version ?? row?.stored.version ?? 0;
  const of = `${draft?.rev ?? ''} ${version}`;
  const before = readBefore.get(id);
  if (before?.of === of) return before.run;
  const run = { id, version, doc: upgradeRun(unpack((draft ?? row?.stored)?.doc)) as Run };
  readBefore.set(id, { of, run });
  return run;
}

/** Hears from the server which runs a job has, and how they are now. */
export async function syncRuns(jobId: string): Promise<void> {
  const { items } = await fetcher<{ items: StoredRun[] }>(runsPath(jobId));
  await hearRuns(jobId, items, deviceClock().now());
}

/** Every run of a job as it is on this device, heard from the server first where it was never heard here. */
export async function allRuns(jobId: string): Promise<RunHere[]> {
  const known = await readRuns(jobId);
  if (!known) await syncRuns(jobId);
  return ((known ?? (await readRuns(jobId))) || []).map(readRun);
}

/**
 * Every run of a job as it is on this device, with what the book has of it and its plan in force; undefined until both are here. The server
 * is asked whenever the screen comes back.
 */
export function useRuns(jobId: string) {
  const { data, error, mutate } = useSWR<RunHere[]>(`runs of ${jobId}`, () => allRuns(jobId));
  // Read as the screen comes; again only when one comes back to it.
  const come = useRef<string>(undefined);
  useFocusEffect(
    useCallback(() => {
      if (come.current === jobId) void mutate();
      come.current = jobId;
      return whenIdle(() => beside(syncRuns(jobId)));
    }, [jobId, mutate]),
  );
  const syncSoon = useSoon(() => beside(syncRuns(jobId)));
  useEffect(
    () =>
      onNews((news) => {
        const list = news.kind === 'answer' && news.path === runsPath(jobId);
        if (news.kind === 'again' || (news.kind === 'there' && news.list === runsPath(jobId))) syncSoon();
        if (list || (news.kind === 'heard' && news.path.startsWith('/runs/'))) void mutate();
      }),
    [jobId, mutate, syncSoon],
  );
  // Changes with whatever is entered about any of them.
  const book = useBook(jobId);
  const seen = useMemo(() => {
    if (!data || book.heard === undefined) return undefined;
    const { read } = bookOf(jobId);
    return data.map(({ id, doc }) => observedRun(doc, read(id).book ?? []));
  }, [data, book, jobId]);
  const docs = useSameItems(seen);
  const { read } = bookOf(jobId);
  // Told with the book, which is another object after every look at the server: only another plan is news.
  const issued = useSameItems(book.heard === undefined ? undefined : data?.map(({ id }) => read(id).inForce?.id));
  const runs = useMemo(
    () =>
      data &&
      docs &&
      issued &&
      data.map((run, i) => ({ ...run, doc: docs[i] as Run, inForce: issued[i] === undefined ? null : read(run.id).inForce })),
    [data, docs, issued, read],
  );
  return { runs, error: (error ?? (book.heard === undefined ? book.error : undefined)) as unknown, refresh: mutate };
}

/** The list before, as long as its items are the same. */
function useSameItems<L extends readonly unknown[] | undefined>(items: L): L {
  const [kept, setKept] = useState(items);
  const same = kept && items && sameItems(kept, items);
  if (kept !== items && !same) setKept(items);
  return same ? kept : items;
}

/** The other runs of a job: all but the one of this id. The same list while they are the same. */
export function useOtherRuns(jobId: string, runId: string): readonly Run[] {
  const { runs } = useRuns(jobId);
  return useSameItems(useMemo(() => runs?.flatMap(({ id, doc }) => (id === runId ? [] : [doc])) ?? NONE, [runs, runId]));
}
const NONE: readonly Run[] = [];
