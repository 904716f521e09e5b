import { seeing, type Head } from '@tamper/core/heads';
import { clean } from '@tamper/core/clean';
import { omit } from '@tamper/core/plain';
import type { BookPage, KeptEntry, SentEntry } from '../data/api';
import { tell } from './bus';
import { keep, lookUp, type Done } from './database';
import { stretchOf } from './documents';
import { readOwn } from './own';
import { pack, packMore, unpack } from './packed';
import { dropPhotos } from './photos';
import type { BookRow, EntriesRow, WaitingRow } from './tables';

/** Begins the book of a job made here: all of it is known, as nobody else can have written in it. */
export const beginBook = (jobId: string, at: number): Promise<unknown> =>
  keep(['books'], (tx) => (tx.put('books', { jobId, known: 0, heard: at, inForce: {} }), Promise.resolve()));

/** Entries in one row, most. */
const STRETCH = 500;
const DEVICE = 'device';

/** The book of a job as it is kept here. */
export interface KeptBook {
  book: BookRow | undefined;
  stretches: { items: readonly KeptEntry[]; plain?: number | undefined }[];
  waiting: WaitingRow[];
}
export const readBook = (jobId: string): Promise<KeptBook> =>
  lookUp(['books', 'entries', 'waiting'], async (tx) => {
    const [book, rows, waiting] = await Promise.all([tx.get('books', jobId), tx.all('entries', stretchOf(jobId)), tx.of('waiting', jobId)]);
    const stretches = rows.map(({ items, plain }) => ({ items: unpack(items), plain }));
    return { book, stretches, waiting: waiting.sort(byCount) };
  });

/** Heads of the chains of a job's record that this device has seen, by run. */
export const seenHeads = async (jobId: string): Promise<Readonly<Record<string, readonly Head[]>>> =>
  (await lookUp(['books'], (tx) => tx.get('books', jobId)))?.seen ?? {};

const byCount = (a: WaitingRow, b: WaitingRow) => a.count - b.count;
export const readWaiting = async (jobId: string): Promise<WaitingRow[]> =>
  (await lookUp(['waiting'], (tx) => tx.of('waiting', jobId))).sort(byCount);
/** Everything that waits on the device, in the order it was made. */
export const allWaiting = async (): Promise<WaitingRow[]> => (await lookUp(['waiting'], (tx) => tx.all('waiting'))).sort(byCount);

/**
 * What a page of the book brought is kept, and how far the book is known with it. @param heard that was all, at this moment @param plain the format all of it is in.
 */
export async function hearPage(
  jobId: string,
  { items, inForce, heads = {} }: BookPage,
  heard: number | undefined,
  plain?: number,
): Promise<void> {
  await keep(['books', 'entries', 'waiting'], async (tx) => {
    const before = await tx.get('books', jobId);
    const known = before?.known ?? 0;
    const seen = { ...before?.seen };
    for (const [about, head] of Object.entries(heads)) seen[about] = seeing(seen[about] ?? [], head);
    const news = items.filter(({ seq }) => seq > known);
    const rows = stretches(jobId, before?.last === undefined ? undefined : await tx.get('entries', [jobId, before.last]), news, plain);
    for (const row of rows) tx.put('entries', row);
    for (const { entry } of news) tx.drop('waiting', (entry as SentEntry).id);
    const [at, last] = [heard ?? before?.heard, rows.at(-1)?.first ?? before?.last];
    tx.put('books', {
      jobId,
      known: news.at(-1)?.seq ?? known,
      inForce,
      seen,
      ...(at === undefined ? {} : { heard: at }),
      ...(last === undefined ? {} : { last }),
    });
  });
}

/** Rows that hold new entries after the last one there is. */
function stretches(jobId: string, last: EntriesRow | undefined, news: readonly KeptEntry[], plain: number | undefined): EntriesRow[] {
  if (news.length === 0) return [];
  const named = plain === undefined ? {} : { plain };
  const filled = last ? (last.count ?? unpack(last.items).length) : STRETCH;
  const [room, rows]: [number, EntriesRow[]] = [STRETCH - filled, []];
  if (last && room > 0) {
    const more = news.slice(0, room);
    const items = packMore(last.items, pack(more));
    rows.push({ jobId, first: last.first, items, count: filled + more.length, ...(last.plain === plain ? named : {}) });
  }
  for (let i = room; i < news.length; i += STRETCH) {
    const items = news.slice(i, i + STRETCH);
    rows.push({ jobId, first: (items[0] as KeptEntry).seq, items: pack(items), count: items.length, ...named });
  }
  return rows;
}

/**
 * Keeps an entry made here.
 * @param make is given its place in the order of entries of this device, which no other has.
 */
export async function keepEntry(jobId: string, make: (count: number) => { about: string; entry: SentEntry }): Promise<Done<WaitingRow>> {
  const done = await keep(['waiting', 'own', 'photos'], async (tx) => {
    const kept = (await tx.get('own', DEVICE))?.value as Device | undefined;
    const device = kept ?? readOwn<Device>(DEVICE);
    const count = (device?.count ?? 0) + 1;
    const { about, entry } = clean(make(count));
    const row: WaitingRow = { id: entry.id, jobId, about, count, entry };
    tx.put('waiting', row);
    for (const { hash } of entry.photos ?? []) {
      const photo = await tx.get('photos', hash);
      if (photo) tx.put('photos', { ...photo, entry: entry.id });
    }
    tx.put('own', { key: DEVICE, value: { id: entry.device, count } });
    return row;
  });
  tell({ kind: 'waiting', jobId });
  for (const { hash } of done.value.entry.photos ?? []) tell({ kind: 'photo', hash });
  tell({ kind: 'poke', now: true });
  return done;
}

/** The device as it is told apart from others, and how many entries were made on it. */
export interface Device {
  id: string;
  count: number;
}

/** Lets an entry go, and its photos with it. */
export async function dropWaiting({ id, jobId }: Pick<WaitingRow, 'id' | 'jobId'>): Promise<void> {
  await keep(['waiting'], (tx) => (tx.drop('waiting', id), Promise.resolve()));
  await dropPhotos(({ entry }) => entry === id);
  tell({ kind: 'waiting', jobId });
}

/** The server has an entry. */
export const takenWaiting = (row: WaitingRow, taken: KeptEntry): Promise<void> => mark(row, { taken });
/** Sets an entry aside that the server does not take. */
export const refuseWaiting = (row: WaitingRow, refused: string): Promise<void> => mark(row, { refused });

async function mark(row: WaitingRow, change: Pick<WaitingRow, 'taken' | 'refused'>): Promise<void> {
  await keep(['waiting'], async (tx) => {
    const before = await tx.get('waiting', row.id);
    if (before) tx.put('waiting', { ...before, ...change });
  });
  tell({ kind: 'waiting', jobId: row.jobId });
}

/** Tries once more to send an entry that was refused. */
export async function retryWaiting({ id, jobId }: Pick<WaitingRow, 'id' | 'jobId'>): Promise<void> {
  await keep(['waiting'], async (tx) => {
    const row = await tx.get('waiting', id);
    if (row) tx.put('waiting', omit(row, 'refused'));
  });
  tell({ kind: 'waiting', jobId });
  tell({ kind: 'poke', now: true });
}

/** Finds the job of what an earlier program kept for a run. */
export async function adopt(jobId: string, about: string): Promise<void> {
  const found = (await allWaiting()).filter((row) => row.jobId === '' && row.about === about);
  if (found.length === 0) return;
  await keep(['waiting'], (tx) => {
    for (const row of found) tx.put('waiting', { ...row, jobId });
    return Promise.resolve();
  });
  tell({ kind: 'waiting', jobId });
}
