import { firstFrom, type JobFile } from '@tamper/core';
import { readEntry } from '@tamper/core/book';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Transaction } from '../db/connect';
import { bookEntry } from '../db/schema';

/** An entry to be added to the book of a run, or of the job where `about` is the job. */
export interface Copy {
  about: string;
  entry: unknown;
}
/** What an entry is counted by where it was: its place in the order of arrival there. */
export type Placed = Copy & { seq: number };

/**
 * Adds copies of entries to the book of a job, in their order, under ids of their own. What each corrects, and how far its device had read the book when it
 * was made, are told in the new places.
 * @param entries `known` in each counts the entries of this list, as in a job file.
 */
export async function insertCopies(tx: Transaction, jobId: string, entries: readonly Copy[]): Promise<void> {
  if (entries.length === 0) return;
  const reserved = await tx.execute<{ seq: string }>(
    sql`select nextval(pg_get_serial_sequence('book_entry', 'seq')) as seq from generate_series(1, ${entries.length})`,
  );
  const places = reserved.rows.map(({ seq }) => Number(seq));
  const read = entries.map(({ entry }) => readEntry(entry));
  const fresh = read.map(() => randomUUID());
  const ids = new Map(read.map(({ id }, i) => [id, fresh[i] as string]));
  const rows = read.map(({ fact, corrects, ...envelope }, i) => {
    const corrected = corrects === undefined ? undefined : ids.get(corrects);
    const entry = {
      ...envelope,
      id: fresh[i] as string,
      known: places[Math.min(envelope.known, places.length) - 1] ?? 0,
      ...(corrected === undefined ? {} : { corrects: corrected }),
      fact: fact.kind === 'unknown' ? fact.raw : fact,
    };
    return { id: entry.id, seq: places[i] as number, jobId, runId: (entries[i] as Copy).about, entry };
  });
  for (let i = 0; i < rows.length; i += BATCH) await tx.insert(bookEntry).values(rows.slice(i, i + BATCH));
}
/** Rows of one statement: the database takes 65,535 values. */
const BATCH = 1000;

/** Entries of a book, in the order they came in, with how far each knew the list they are in now. */
export function recounted(entries: readonly Placed[]): Copy[] {
  const places = entries.map(({ seq }) => seq);
  return entries.map(({ about, entry }) => {
    const { known } = readEntry(entry);
    return { about, entry: { ...(entry as object), known: firstFrom(places, known + 1) } };
  });
}

/** The book of a job file for a job and its runs under their ids. */
export const bookOfFile = ({ book }: Pick<JobFile, 'book'>, jobId: string, runIds: readonly string[]): Copy[] =>
  book.flatMap(({ run, entry }) => {
    const about = run === undefined ? jobId : runIds[run];
    return about === undefined ? [] : { about, entry };
  });
