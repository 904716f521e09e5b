import type { Database, Transaction } from '../db/connect';
import { asKept, entriesOf, type InBook } from './rows';

/** Entries held in all: some 60 MB. */
const MOST = 50_000;

/**
 * Books looked at last, read on from where they were read to: a book only grows, and who has seen up to a number of a job has seen everything up to it. The last that
 * was seen is read again: where it is not what it was, the database is another, and nothing seen of it counts.
 */
export function recentBooks(most = MOST) {
  const known = new Map<string, readonly InBook[]>();

  /** What is written about a run, or about a job itself, in the order it came in. */
  async function about(db: Database | Transaction, jobId: string, id: string): Promise<readonly InBook[]> {
    const before = known.get(id) ?? [];
    const last = before[before.length - 1];
    const more = (await entriesOf(db, jobId, [id], last?.seq)).map(asKept);
    const same = last?.seq === more[0]?.seq && last?.entry.id === more[0]?.entry.id;
    const book = last === undefined ? more : same ? [...before, ...more.slice(1)] : (await entriesOf(db, jobId, [id])).map(asKept);
    known.delete(id);
    known.set(id, book);
    let held = 0;
    for (const [key, { length }] of [...known].reverse()) if ((held += length) > most) known.delete(key);
    return book;
  }

  /** What is written about a run, and that together with what is written about its job, as it is held against a plan. */
  return async (db: Database | Transaction, jobId: string, runId: string): Promise<{ own: readonly InBook[]; all: readonly InBook[] }> => {
    const own = await about(db, jobId, runId);
    if (runId === jobId) return { own, all: own };
    return { own, all: [...own, ...(await about(db, jobId, jobId))].sort((a, b) => a.seq - b.seq) };
  };
}
