import { InputError, sameJson, type Entry } from '@tamper/core';
import { and, asc, eq, gt } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { bookEntry } from '../db/schema';
import { NotFoundError } from '../db/store';

/** An entry as it is kept: when it came in, and its place in the order of arrival. */
export interface Kept {
  seq: number;
  receivedAt: Date;
  entry: Entry;
}
/** A page of the book, oldest first. Pass `next` as `after` for more; null: that is all. */
export interface BookPage {
  items: Kept[];
  next: number | null;
}

/** Another entry has this id already. Nothing was written. */
export class TakenError extends Error {}

/** All reading and writing of the book. There is no way to change or remove an entry. */
export function openBook(db: Database) {
  const fields = { seq: bookEntry.seq, receivedAt: bookEntry.receivedAt, entry: bookEntry.entry };

  /** Adds an entry; sending the same again changes nothing and answers with what is kept. @throws TakenError, InputError. */
  async function add(jobId: string, runId: string, entry: Entry): Promise<Kept> {
    if (entry.corrects !== undefined) await mustBeOf(runId, entry.corrects);
    await db.insert(bookEntry).values({ id: entry.id, jobId, runId, entry }).onConflictDoNothing();
    const [kept] = await db
      .select({ ...fields, runId: bookEntry.runId })
      .from(bookEntry)
      .where(eq(bookEntry.id, entry.id));
    if (!kept) throw new NotFoundError();
    if (kept.runId !== runId || !sameJson(kept.entry, entry)) throw new TakenError();
    return { seq: kept.seq, receivedAt: kept.receivedAt, entry: kept.entry };
  }

  async function mustBeOf(runId: string, id: string): Promise<void> {
    const [old] = await db
      .select({ id: bookEntry.id })
      .from(bookEntry)
      .where(and(eq(bookEntry.id, id), eq(bookEntry.runId, runId)));
    if (!old) throw new InputError([{ field: 'corrects', message: 'What it puts right is not in the book of this run.' }]);
  }

  async function page(runId: string, limit: number, after = 0): Promise<BookPage> {
    const rows = await db
      .select(fields)
      .from(bookEntry)
      .where(and(eq(bookEntry.runId, runId), gt(bookEntry.seq, after)))
      .orderBy(asc(bookEntry.seq))
      .limit(limit + 1);
    const items = rows.slice(0, limit);
    return { items, next: rows.length > limit ? (items.at(-1)?.seq ?? null) : null };
  }

  return { add, page };
}
export type Book = ReturnType<typeof openBook>;
