import { readEntry, type Kept } from '@tamper/core/book';
import { and, asc, eq, gte, inArray } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connect';
import { bookEntry } from '../db/schema';

/** An entry as it is kept: when it came in, its place in the order of arrival, and how far its device's clock was off. */
export interface KeptRow {
  seq: number;
  /** The run it is about, or the job. */
  about: string;
  receivedAt: Date;
  off: number | null;
  entry: unknown;
}

export const fields = {
  seq: bookEntry.seq,
  about: bookEntry.runId,
  receivedAt: bookEntry.receivedAt,
  off: bookEntry.clockOff,
  entry: bookEntry.entry,
};

/** Entries of a job in the order they came in; only those about some of its runs, or the job itself, where these are named. @param from the first that counts. */
export const entriesOf = (db: Database | Transaction, jobId: string, about?: readonly string[], from?: number): Promise<KeptRow[]> =>
  db
    .select(fields)
    .from(bookEntry)
    .where(
      and(
        eq(bookEntry.jobId, jobId),
        about && inArray(bookEntry.runId, [...about]),
        from === undefined ? undefined : gte(bookEntry.seq, from),
      ),
    )
    .orderBy(asc(bookEntry.seq));

export const asKept = ({ seq, receivedAt, off, entry }: KeptRow): InBook => ({
  entry: readEntry(entry),
  seq,
  receivedAt: receivedAt.toISOString(),
  ...(off === null ? {} : { off }),
});
/** An entry that came in. */
export type InBook = Kept & { seq: number };
