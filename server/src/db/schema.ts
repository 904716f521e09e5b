import type { Job, RevisionBody, Run } from '@tamper/core';
import type { Submission } from '@tamper/core/office';
import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

const stamps = {
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
};

/** A job without its runs. `version` counts the writes; a writer names the one it started from. */
export const job = pgTable(
  'job',
  {
    id: uuid('id').primaryKey(),
    doc: jsonb('doc').$type<Job>().notNull(),
    version: integer('version').notNull().default(1),
    ...stamps,
    // What lists show of it; the first programs knew no units but metric ones.
    name: text('name').generatedAlwaysAs(sql`"doc"->>'name'`),
    ruleSet: text('rule_set').generatedAlwaysAs(sql`"doc"->>'ruleSet'`),
    units: text('units').generatedAlwaysAs(sql`coalesce("doc"->>'units', 'metric')`),
    archived: boolean('archived')
      .notNull()
      .generatedAlwaysAs(sql`coalesce(("doc"->>'archived')::boolean, false)`),
  },
  (table) => [index('job_by_age').on(table.createdAt, table.id)],
);

/** One run of a job: its inputs only. Everything derived is computed from them. */
export const run = pgTable(
  'run',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    doc: jsonb('doc').$type<Run>().notNull(),
    version: integer('version').notNull().default(1),
    ...stamps,
  },
  (table) => [index('run_by_job').on(table.jobId, table.createdAt, table.id)],
);

/** Things done once in the life of a database, such as loading the demo. */
export const doneOnce = pgTable('done_once', {
  name: text('name').primaryKey(),
  at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
});

/** Requests at the practice locate office. The answer is not kept: the same request always gives the same one. */
export const locateRequest = pgTable('locate_request', {
  id: uuid('id').primaryKey(),
  submission: jsonb('submission').$type<Submission>().notNull(),
  answerAt: timestamp('answer_at', { withTimezone: true }).notNull(),
  createdAt: stamps.createdAt,
});

/**
 * The book: entries are added and never changed or taken out; a trigger refuses both. They outlive the run they are about, so nothing refers to it.
 */
export const bookEntry = pgTable(
  'book_entry',
  {
    id: uuid('id').primaryKey(),
    /** Order of arrival. */
    seq: bigserial('seq', { mode: 'number' }).notNull(),
    jobId: uuid('job_id').notNull(),
    /** The run it is about; the job itself, where it is about the whole job. */
    runId: uuid('run_id').notNull(),
    /** As it was sent: what an earlier or a newer program wrote is brought up where it is read. */
    entry: jsonb('entry').notNull(),
    /** How far the device's own clock was from the server's when it came, milliseconds to add; null: it did not say. */
    clockOff: bigint('clock_off', { mode: 'number' }),
    receivedAt: timestamp('received_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    index('book_by_run').on(table.runId, table.seq),
    index('book_by_job').on(table.jobId, table.seq),
    // Which entries a photo belongs to.
    index('book_by_photo')
      .using('gin', sql`(${table.entry} -> 'photos') jsonb_path_ops`)
      .where(sql`${table.entry} ? 'photos'`),
  ],
);

/**
 * Issued plans: numbered copies of a run and its job as they were, which a trigger keeps from being changed or removed. They outlive the run they are of.
 */
export const revision = pgTable(
  'revision',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id').notNull(),
    runId: uuid('run_id').notNull(),
    number: integer('number').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    author: text('author').notNull(),
    why: text('why').notNull(),
    digest: text('digest').notNull(),
    changes: jsonb('changes').$type<string[]>().notNull(),
    body: jsonb('body').$type<RevisionBody>().notNull(),
  },
  (table) => [unique('revision_numbers').on(table.runId, table.number)],
);

/** Photos of entries, each once, by the hash of its file: how often it is referred to is told by the book. `small`: the picture for lists. */
export const photo = pgTable(
  'photo',
  {
    hash: text('hash').primaryKey(),
    type: text('type').notNull(),
    file: bytea('file').notNull(),
    small: bytea('small').notNull(),
    createdAt: stamps.createdAt,
  },
  (table) => [index('photo_by_age').on(table.createdAt)],
);

/** What has come of photos that are not here as a whole: `first` is where in the file a part begins. */
export const photoPart = pgTable(
  'photo_part',
  {
    hash: text('hash').notNull(),
    first: integer('first').notNull(),
    bytes: bytea('bytes').notNull(),
    createdAt: stamps.createdAt,
  },
  (table) => [primaryKey({ columns: [table.hash, table.first] })],
);
