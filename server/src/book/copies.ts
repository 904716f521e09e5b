import { firstFrom, InputError, omit, sameJson, type JobFile } from '@tamper/core';
import { readEntry } from '@tamper/core/book';
import { inArray, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Transaction } from '../db/connect';
import { bookEntry } from '../db/schema';
import { linkLoose } from '../proof/chain';
import { insertPlans, knownPlans } from '../revisions/copies';

/** An entry to be added to the book of a run, or of the job where `about` is the job. */
export interface Copy {
  about: string;
  entry: unknown;
}
/** What an entry is counted by where it was: its place in the order of arrival there. */
export type Placed = Copy & { seq: number };

/**
 * The record of a file brought in: its book and its issued plans. Where none of it is here yet the ids are kept: what refers to them from outside still does. Where
 * it is here and says the same, the job is here already: this is a copy, its entries under ids of their own and nothing of it issued, so that no gate opens there by
 * what was seen elsewhere.
 * @throws InputError naming the first that is here and says something else, or is in the file twice; nothing of the file is brought in then.
 */
export async function insertRecord(tx: Transaction, jobId: string, runIds: readonly string[], file: JobFile): Promise<void> {
  const entries = bookOfFile(file, jobId, runIds);
  const isNew = (await knownEntries(tx, entries)) + (await knownPlans(tx, file.revisions)) === 0;
  if (isNew) await insertPlans(tx, jobId, runIds, file.revisions);
  await insertCopies(tx, jobId, entries, isNew);
}

/** How many of the entries of a file are here already, those whose ids could not be kept among them. */
async function knownEntries(tx: Transaction, entries: readonly Copy[]): Promise<number> {
  const read = entries.map(({ entry }) => readEntry(entry));
  const ids = read.map(({ id }) => id);
  const refuse = (i: number, why: string): never => {
    throw new InputError([{ field: `book.${i}.entry`, message: `Entry ${ids[i]} ${why}. Nothing was brought in.` }]);
  };
  const twice = ids.findIndex((id, i) => ids.indexOf(id) < i);
  if (twice >= 0) refuse(twice, 'is in the file twice');
  const here = new Map<string, unknown>();
  for (let i = 0; i < ids.length; i += BATCH)
    for (const row of await tx
      .select({ id: bookEntry.id, entry: bookEntry.entry })
      .from(bookEntry)
      .where(
        inArray(
          bookEntry.id,
          ids.slice(i, i + BATCH).filter((id) => UUID.test(id)),
        ),
      ))
      here.set(row.id, row.entry);
  const says = (entry: unknown) => omit({ ...readEntry(entry) }, 'known');
  const other = ids.findIndex((id, i) => here.has(id) && !sameJson(says(here.get(id)), says(entries[i]?.entry)));
  if (other >= 0) refuse(other, 'is here already and says something else');
  return here.size + ids.filter((id) => !UUID.test(id)).length;
}
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** A value with every id in it that stands for something that goes by another one now. */
function renamed(value: unknown, ids: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') return ids.get(value) ?? value;
  if (Array.isArray(value)) return value.map((item) => renamed(item, ids));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, renamed(item, ids)]));
}

/**
 * Adds copies of entries to the book of a job, in their order, under ids of their own, which what refers to them is told. What each corrects, and how far its device had read the book when it
 * was made, are told in the new places.
 * @param entries `known` in each counts the entries of this list, as in a job file. @param keepIds they go by the ids they have.
 */
export async function insertCopies(tx: Transaction, jobId: string, entries: readonly Copy[], keepIds = false): Promise<void> {
  if (entries.length === 0) return;
  const reserved = await tx.execute<{ seq: string }>(
    sql`select nextval(pg_get_serial_sequence('book_entry', 'seq')) as seq from generate_series(1, ${entries.length})`,
  );
  const places = reserved.rows.map(({ seq }) => Number(seq));
  const read = entries.map(({ entry }) => readEntry(entry));
  const fresh = read.map(({ id }) => (keepIds ? id : randomUUID()));
  const ids = new Map(read.map(({ id }, i) => [id, fresh[i] as string]));
  const rows = read.map(({ fact, corrects, ...envelope }, i) => {
    const corrected = corrects === undefined ? undefined : ids.get(corrects);
    const entry = {
      ...envelope,
      id: fresh[i] as string,
      known: places[Math.min(envelope.known, places.length) - 1] ?? 0,
      ...(corrected === undefined ? {} : { corrects: corrected }),
      fact: renamed(fact.kind === 'unknown' ? fact.raw : fact, ids),
    };
    return { id: entry.id, seq: places[i] as number, jobId, runId: (entries[i] as Copy).about, entry };
  });
  for (let i = 0; i < rows.length; i += BATCH) await tx.insert(bookEntry).values(rows.slice(i, i + BATCH));
  await linkLoose(
    tx,
    jobId,
    entries.map(({ about }) => about),
  );
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
const bookOfFile = ({ book }: Pick<JobFile, 'book'>, jobId: string, runIds: readonly string[]): Copy[] =>
  book.flatMap(({ run, entry }) => {
    const about = run === undefined ? jobId : runIds[run];
    return about === undefined ? [] : { about, entry };
  });
