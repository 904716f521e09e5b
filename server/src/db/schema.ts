import type { Job, RevisionBody, Run } from '@tamper/core';
import type { Role } from '@tamper/core/people';
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
  uniqueIndex,
  uuid,
  varchar,
} from 'drizzle-orm/pg-core';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** When it was put into the bin; null: it was not. What lies there is taken out again, or gone for good after thirty days. */
const binnedAt = timestamp('binned_at', { withTimezone: true });

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
    binnedAt,
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
    binnedAt,
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

/**
 * The chain of each run, and of each job for what is about all of it: every entry and issued plan in the order it was taken, with a hash of what it says and of
 * the link before it. A trigger keeps links from being changed or removed.
 */
export const chainLink = pgTable(
  'chain_link',
  {
    /** The run, or the job. */
    about: uuid('about').notNull(),
    /** From 1 on, without gaps. */
    place: integer('place').notNull(),
    jobId: uuid('job_id').notNull(),
    kind: text('kind').$type<'entry' | 'revision'>().notNull(),
    /** Id of the entry or the issued plan. */
    item: uuid('item').notNull(),
    hash: text('hash').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.about, table.place] }),
    unique('chain_once').on(table.item, table.kind),
    index('chain_by_job').on(table.jobId, table.about, table.place),
  ],
);

/** Somebody who signs in. What is signed outlives them, so accounts are closed and never removed. `keeper`: an owner in every job. */
export const account = pgTable(
  'account',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    /** What they are called: they sign in by it, and it stands on what they enter. */
    name: text('name').notNull(),
    /** Argon2id of their passphrase, with its salt and cost. */
    secret: text('secret').notNull(),
    keeper: boolean('keeper').notNull().default(false),
    createdAt: stamps.createdAt,
    closedAt: timestamp('closed_at', { withTimezone: true }),
  },
  (table) => [uniqueIndex('account_by_name').on(sql`lower(${table.name})`)],
);

/** What somebody is in a job, from when until when: an entry is held to what its author was at its moment. */
export const membership = pgTable(
  'membership',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    jobId: uuid('job_id').notNull(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    roles: text('roles').array().$type<Role[]>().notNull(),
    since: timestamp('since', { withTimezone: true }).notNull().defaultNow(),
    until: timestamp('until', { withTimezone: true }),
  },
  (table) => [
    uniqueIndex('membership_now')
      .on(table.jobId, table.accountId)
      .where(sql`${table.until} is null`),
    index('membership_by_account').on(table.accountId, table.jobId),
  ],
);

/** Who has signed in on which device, as the session store keeps it. */
export const session = pgTable(
  'session',
  {
    sid: varchar('sid').primaryKey(),
    sess: jsonb('sess').notNull(),
    expire: timestamp('expire', { precision: 6 }).notNull(),
  },
  (table) => [index('session_by_end').on(table.expire), index('session_by_account').using('gin', sql`(${table.sess} -> 'accounts')`)],
);

/** Codes that let somebody in once: into a job with roles, or back into an account whose passphrase was lost. Only the hash of a code is kept. */
export const invitation = pgTable('invitation', {
  id: uuid('id').primaryKey().defaultRandom(),
  codeHash: text('code_hash').notNull().unique(),
  jobId: uuid('job_id'),
  roles: text('roles').array().$type<Role[]>().notNull(),
  /** Whose passphrase may be set anew by it. */
  accountId: uuid('account_id').references(() => account.id),
  createdAt: stamps.createdAt,
  endsAt: timestamp('ends_at', { withTimezone: true }).notNull(),
  /** When it was used, or taken back. */
  doneAt: timestamp('done_at', { withTimezone: true }),
});

/** Tries that failed, by whom they were for and where they came from. */
export const signInTry = pgTable('sign_in_try', {
  key: varchar('key', { length: 255 }).primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
});

/** Who did what, of everything that is not an entry of the book: added to and never changed. */
export const audit = pgTable(
  'audit',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    /** Null: nobody was signed in. */
    accountId: uuid('account_id'),
    name: text('name').notNull(),
    what: text('what').notNull(),
    jobId: uuid('job_id'),
    /** The run, the account or whatever it was done to. */
    about: text('about'),
  },
  (table) => [index('audit_by_job').on(table.jobId, table.seq)],
);

/** What people practised, as their devices sent it. */
export const practiceAttempt = pgTable(
  'practice_attempt',
  {
    id: uuid('id').primaryKey(),
    /** Order of arrival. */
    seq: bigserial('seq', { mode: 'number' }).notNull(),
    accountId: uuid('account_id').notNull(),
    attempt: jsonb('attempt').notNull(),
    receivedAt: timestamp('received_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index('attempts_by_account').on(table.accountId, table.seq)],
);

/** What all server processes on this database share, such as what sessions are signed with. */
export const setting = pgTable('setting', { name: text('name').primaryKey(), value: text('value').notNull() });
