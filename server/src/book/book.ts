import { readEntry, type AnyEntry, type Envelope, type Kept } from '@tamper/core/book';
import { InputError, sameJson } from '@tamper/core';
import { and, asc, eq, gt, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { bookEntry } from '../db/schema';
import { NotFoundError } from '../db/store';

/** An entry as it was sent. */
export type Sent = Envelope & { fact: { kind: string } };

/** An entry as it is kept: when it came in, its place in the order of arrival, and how far its device's clock was off. */
export interface KeptRow {
  seq: number;
  receivedAt: Date;
  off: number | null;
  entry: unknown;
}

/** A page of the book, oldest first. Pass `next` as `after` for more; null: that is all. */
export interface BookPage {
  items: KeptRow[];
  next: number | null;
}

/** Another entry has this id already. Nothing was written. */
export class TakenError extends Error {}

/** Why an entry cannot be true beside what the book holds; undefined where it can. */
export type Refuse = (book: readonly Kept[]) => string | undefined;

/** All reading and writing of the book. There is no way to change or remove an entry. */
export function openBook(db: Database) {
  const fields = { seq: bookEntry.seq, receivedAt: bookEntry.receivedAt, off: bookEntry.clockOff, entry: bookEntry.entry };

  /**
   * Adds an entry; sending the same again changes nothing and answers with what is kept. Entries of a run are added one after another, so that the order of
   * arrival has no gaps that fill later: who has heard up to a number has heard everything up to it.
   * @param sent what the device's own clock said when it sent it, ms. @throws TakenError, InputError.
   */
  function add(jobId: string, runId: string, entry: Sent, sent: number | undefined, refuse: Refuse): Promise<KeptRow> {
    return db.transaction(async (tx) => {
      await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${runId}, 0))`);
      const [old] = await tx
        .select({ ...fields, runId: bookEntry.runId })
        .from(bookEntry)
        .where(eq(bookEntry.id, entry.id));
      if (old) {
        const { runId: where, ...kept } = old;
        if (where !== runId || !sameJson(kept.entry, entry)) throw new TakenError();
        return kept;
      }
      const book = (await tx.select(fields).from(bookEntry).where(eq(bookEntry.runId, runId)).orderBy(asc(bookEntry.seq))).map(asKept);
      if (entry.corrects !== undefined && !book.some((kept) => kept.entry.id === entry.corrects))
        throw new InputError([{ field: 'corrects', message: 'What it puts right is not in the book of this run.' }]);
      const refused = refuse(book);
      if (refused !== undefined) throw new InputError([{ field: 'fact', message: refused }]);
      const clockOff = sent === undefined ? null : Math.round(Date.now() - sent);
      const [kept] = await tx.insert(bookEntry).values({ id: entry.id, jobId, runId, entry, clockOff }).returning(fields);
      if (!kept) throw new NotFoundError();
      return kept;
    });
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

const asKept = ({ seq, receivedAt, off, entry }: KeptRow): Kept => ({
  entry: readEntry(entry) satisfies AnyEntry,
  seq,
  receivedAt: receivedAt.toISOString(),
  ...(off === null ? {} : { off }),
});
