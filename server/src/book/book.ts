import type { Envelope, Kept } from '@tamper/core/book';
import { InputError, sameJson } from '@tamper/core';
import { and, asc, eq, gt, sql, type SQLWrapper, or } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { keepWritten } from '../db/bin';
import { oneAfterAnother } from '../db/oneAfterAnother';
import { bookEntry } from '../db/schema';
import { NotFoundError, TakenError } from '../db/errors';
import { append, entryThing } from '../proof/chain';
import { recentBooks } from './recent';
import { fields, type KeptRow } from './rows';

/** An entry as it was sent. */
export type Sent = Envelope & { fact: { kind: string } };

/** A page of the book, oldest first: `items` is a list in JSON. Pass `next` as `after` for more; null: that is all. */
export interface BookPage {
  items: string;
  next: number | null;
}

/** Why an entry cannot be true beside what the book holds; undefined where it can. */
export type Refuse = (book: readonly Kept[]) => string | undefined;

/** All reading and writing of the book. There is no way to change or remove an entry. */
export function openBook(db: Database) {
  const books = recentBooks();
  /**
   * Adds an entry, and takes what it is about out of the bin; sending the same again changes nothing and answers with what is kept. Entries of a job are
   * added one after another, so that the order of arrival has no gaps that fill later: who has heard up to a number has heard everything up to it.
   * @param about the run, or the job itself. @param sent what the device's own clock said when it sent it, ms.
   * @param refuse is given the book of the run and its job. @throws TakenError, InputError.
   */
  function add(jobId: string, about: string, entry: Sent, sent: number | undefined, refuse: Refuse): Promise<KeptRow> {
    return db.transaction(async (tx) => {
      await oneAfterAnother(tx, jobId);
      const [old] = await tx.select(fields).from(bookEntry).where(eq(bookEntry.id, entry.id));
      if (old) {
        if (old.about !== about || !sameJson(old.entry, entry)) throw new TakenError();
        return old;
      }
      const written = await books(tx, jobId, about);
      if (entry.corrects !== undefined && !written.own.some((kept) => kept.entry.id === entry.corrects))
        throw new InputError([{ field: 'corrects', message: 'What it puts right is not in the book of this run.' }]);
      const refused = refuse(written.all);
      if (refused !== undefined) throw new InputError([{ field: 'fact', message: refused }]);
      await keepWritten(tx, jobId, about);
      const clockOff = sent === undefined ? null : Math.round(Date.now() - sent);
      const [kept] = await tx.insert(bookEntry).values({ id: entry.id, jobId, runId: about, entry, clockOff }).returning(fields);
      if (!kept) throw new NotFoundError();
      await append(tx, jobId, about, [entryThing({ id: entry.id, receivedAt: kept.receivedAt, clockOff: kept.off, entry: kept.entry })]);
      return kept;
    });
  }

  // Asked by every device every while: its plan is made once a connection.
  const rows = db
    .select({ ...fields, place: sql<number>`row_number() over (order by ${bookEntry.seq})`.as('place') })
    .from(bookEntry)
    .where(and(eq(bookEntry.jobId, sql.placeholder('jobId')), gt(bookEntry.seq, sql.placeholder('after'))))
    .orderBy(asc(bookEntry.seq))
    .limit(sql.placeholder('rows'))
    .as('rows');
  const within = sql`filter (where ${rows.place} <= ${sql.placeholder('limit')})`;
  // The database writes the page as it is sent: entries are neither read nor written here.
  const pages = db
    .select({
      items: sql<string>`coalesce(json_agg(json_build_object('seq', ${rows.seq}, 'about', ${rows.about}, 'receivedAt', ${isoOf(rows.receivedAt)},
        'off', ${rows.off}, 'entry', ${rows.entry}) order by ${rows.seq}) ${within}, '[]')::text`,
      last: sql<number | null>`(max(${rows.seq}) ${within})::float8`,
      more: sql<boolean>`count(*) > ${sql.placeholder('limit')}`,
    })
    .from(rows)
    .prepare('page_of_book');

  /** A page of the book of a job and all its runs. */
  async function page(jobId: string, limit: number, after = 0): Promise<BookPage> {
    const [page] = await pages.execute({ jobId, after, limit, rows: limit + 1 });
    return { items: page?.items ?? '[]', next: page?.more ? page.last : null };
  }

  /** What is written about a run and its job, as it is held against a plan. */
  const of = async (jobId: string, runId: string): Promise<readonly Kept[]> => (await books(db, jobId, runId)).all;

  /** Is anything written about a job or one of its runs? Such are never deleted. */
  const has = async (about: string): Promise<boolean> => {
    const [one] = await db
      .select({ id: bookEntry.id })
      .from(bookEntry)
      .where(or(eq(bookEntry.jobId, about), eq(bookEntry.runId, about)))
      .limit(1);
    return one !== undefined;
  };

  return { add, page, of, has };
}
export type Book = ReturnType<typeof openBook>;

/** A moment as JSON has it. */
const isoOf = (moment: SQLWrapper) => sql`to_char(${moment} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
