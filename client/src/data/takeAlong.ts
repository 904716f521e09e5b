import type { Kept } from '@tamper/core/book';
import type { Revision, RevisionHead } from '@tamper/core/issue';
import { isKeeping } from '../store/database';
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
  /** Photos that entries of it have, wherever they are. */
  made?: number;
  /** Is the program itself kept here, so that it opens without a line? */
  program: boolean;
}
const keyOf = (jobId: string) => `along.${jobId}`;

/** What was taken along of a job the last time it was all of it. */
export const useAlong = (jobId: string): Along | undefined => useOwn<Along>(keyOf(jobId));

/** What has come is written down within so long; the program, on its way, may take so long, ms. */
const [WRITTEN, COMING] = [3_000, 60_000];
/** Waits until it is so, so long at most. */
async function comes(so: () => boolean | Promise<boolean>, most: number): Promise<void> {
  for (const end = Date.now() + most; !(await so()) && Date.now() < end;) await new Promise((over) => setTimeout(over, 100));
}

/** Is the program itself on this device? One that is coming is waited for: it keeps the photos. Where a browser keeps none, as over a line without encryption, never. */
async function programKept(): Promise<boolean> {
  if (!('serviceWorker' in navigator) || !window.isSecureContext) return false;
  const registered = await navigator.serviceWorker.getRegistration();
  if (!registered) return false;
  await comes(() => navigator.serviceWorker.controller !== null, registered.active ? WRITTEN : COMING);
  return registered.active !== null;
}

/** Brings the small pictures of photos here, which the service worker keeps. Those that are with somebody else still are none the less of the job. */
async function takePhotos(book: readonly Kept[]): Promise<Pick<Along, 'photos' | 'made'>> {
  const hashes = new Set(book.flatMap(({ entry }) => (entry.photos ?? []).map(({ hash }) => hash)));
  const fetched: string[] = [];
  let photos = 0;
  for (const hash of hashes) {
    const address = addressOf(hash, 'small');
    if (await pictureOf(hash, 'small')) photos++;
    else if ((await fetch(address)).ok) fetched.push(address);
  }
  // It writes down what came a moment after it came; and no more than there is room for.
  let kept = 0;
  await comes(async () => (kept = await keptOf(fetched)) === fetched.length, WRITTEN);
  return { photos: photos + kept, made: hashes.size };
}
/** How many addresses the service worker has kept an answer of. */
const keptOf = async (addresses: readonly string[]): Promise<number> =>
  'caches' in window ? (await Promise.all(addresses.map((one) => caches.match(one)))).filter(Boolean).length : 0;

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
  const written = [...(entries ?? []), ...runs.flatMap(({ id }) => book.read(id).book ?? [])];
  // Room may have run out with any of it.
  if (!isKeeping()) throw new Error('This device keeps nothing now: its room is full, or this window may not keep anything.');
  const program = await programKept();
  const pictures = await takePhotos(written);
  const counts = { runs: runs.length, entries: new Set(written.map(({ entry }) => entry.id)).size, plans, ...pictures };
  await putOwn(keyOf(jobId), { at: deviceClock().now(), ...counts, program } satisfies Along);
}
