import type { Job, Run } from '@tamper/core';
import type { Submission } from '@tamper/core/office';
import { index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';

const stamps = {
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
};

/** A job without its runs. `version` counts the writes; a writer names the one it started from. */
export const job = pgTable(
  'job',
  { id: uuid('id').primaryKey(), doc: jsonb('doc').$type<Job>().notNull(), version: integer('version').notNull().default(1), ...stamps },
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
