import type { Kept } from '@tamper/core/book';
import type { Revision, RevisionHead } from '@tamper/core/issue';
import { hearDocument } from '../store/documents';
import { putOwn, useOwn } from '../store/own';
import { addressOf, pictureOf } from '../store/photos';
import { readRuns } from '../store/runs';
import { fetcher, type Stored } from './api';
import { deviceClock } from './deviceClock';
import { syncRuns } from './jobRuns';
import { ask, fromDevice } from './localFirst';
import { bookOf } from './useBook';

/** What of a job is on this device, and as of when. */
export interface Along {
  /** Moment, ms by the server's clock. */
  at: number;
  runs: number;
  entries: number;
  plans: number;
  /** Photos that can be looked at here. Undefined: taken along by an earlier program. */
  photos?: number;
  /** Is the program itself kept here, so that it opens without a line? */
  program: boolean;
}
const keyOf = (jobId: string) => `along.${jobId}`;

/** What was taken along of a job the last time it was all of it. */
export const useAlong = (jobId: string): Along | undefined => useOwn<Along>(keyOf(jobId));

/** Is the program itself on this device? Where a browser keeps none, as over a line without encryption, never. */
async function programKept(): Promise<boolean> {
  if (!('serviceWorker' in navigator) || !window.isSecureContext) return false;
  return Boolean((await navigator.serviceWorker.getRegistration())?.active);
}

/** Brings the small pictures of photos here, which the service worker keeps. Those that are with somebody else still are none the less of the job. @returns how many are here. */
async function takePhotos(book: readonly Kept[]): Promise<number> {
  const hashes = new Set(book.flatMap(({ entry }) => (entry.photos ?? []).map(({ hash }) => hash)));
  let here = 0;
  for (const hash of hashes) if ((await pictureOf(hash, 'small')) || (await fetch(addressOf(hash, 'small'))).ok) here++;
  return here;
}

/**
 * Brings everything of a job onto this device that work without a line wants: its runs, its book, every plan issued, the program. Asks the browser not to throw
 * it away when room is short. It counts as taken when all of it is here.
 * @throws ApiError with the sentence that stood in the way; what came before is kept.
 */
export async function takeAlong(jobId: string): Promise<void> {
  await (navigator as { storage?: StorageManager }).storage?.persist?.();
  const job = await fetcher<Stored<unknown>>(`/jobs/${jobId}`);
  await hearDocument(`/jobs/${jobId}`, jobId, job);
  await syncRuns(jobId);
  const runs = (await readRuns(jobId)) ?? [];
  const book = bookOf(jobId);
  await book.refresh();
  const { error, book: entries } = book.read(jobId);
  if (error !== undefined) throw new Error(error);
  let plans = 0;
  for (const { id } of runs.filter(({ row }) => row)) {
    const { items } = await ask<{ items: RevisionHead[] }>(`/runs/${id}/revisions?${book.read(id).inForce?.number ?? 0}`, jobId);
    for (const head of items) await fromDevice<Revision>(`/revisions/${head.id}`, jobId);
    plans += items.length;
  }
  const written = new Set([...(entries ?? []), ...runs.flatMap(({ id }) => book.read(id).book ?? [])].map(({ entry }) => entry.id));
  const photos = await takePhotos([...(entries ?? []), ...runs.flatMap(({ id }) => book.read(id).book ?? [])]);
  const along: Along = { at: deviceClock().now(), runs: runs.length, entries: written.size, plans, photos, program: await programKept() };
  await putOwn(keyOf(jobId), along);
}
