import { FILE_VERSION, omit, upgradeJob, upgradeRun, type Job, type JobFile, type Run } from '@tamper/core';
import { readEntry } from '@tamper/core/book';
import { and, asc, eq, isNull, lt, sql, TransactionRollbackError, type SQL } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { insertCopies, insertRecord, recounted } from '../book/copies';
import { entriesOf } from '../book/rows';
import { oneAfterAnother } from './oneAfterAnother';
import { unbin, type Table } from './bin';
import type { Database, Transaction } from './connect';
import { NotFoundError, StaleError, TakenError, type Stored } from './errors';
import { issuedOf } from '../revisions/copies';
import { doneOnce, job, run } from './schema';
import { uuids } from './uuids';

export interface Page<T> {
  items: T[];
  /** Pass as `after` to get the next page; null on the last. */
  next: string | null;
}

/** What a list says of a job: what it shows, and no more. */
export interface JobInBrief {
  id: string;
  version: number;
  name: string | null;
  ruleSet: string | null;
  units: string | null;
  /** Put away. */
  archived: boolean;
  runs: number;
  /** How many of them have an issued plan. */
  issued: number;
  /** When the job, one of its runs or its book last changed. */
  workedOn: Date;
}

/** A run in a list: enough to recognise it, without the levels of a long line. */
export interface RunSummary {
  id: string;
  version: number;
  updatedAt: Date;
  name: string;
  product: string;
}

/** What lies in the bin, and when it will be gone. */
export interface Binned {
  kind: 'job' | 'run';
  id: string;
  jobId: string;
  name: string;
  /** The job it is of. */
  job: string;
  binnedAt: Date;
  goneAt: Date;
}
/** How long something lies in the bin, days. */
const BIN_DAYS = 30;

/** What jobs and runs have in common: documents in jsonb, written only over the version the writer saw. */
function documents<T extends Job | Run>(db: Database, table: Table, upgrade: (doc: unknown) => unknown) {
  const fields = { id: table.id, version: table.version, updatedAt: table.updatedAt, doc: table.doc };
  type Row = Omit<Stored<T>, 'doc'> & { doc: Job | Run };
  // What an earlier program wrote is brought up to today's format whenever it is read.
  const stored = (row: Row): Stored<T> => ({ ...row, doc: upgrade(row.doc) as T });

  const found = async (which: SQL | undefined): Promise<Stored<T>> => {
    const [row] = await db.select(fields).from(table).where(which);
    if (!row) throw new NotFoundError();
    return stored(row);
  };
  const get = (id: string): Promise<Stored<T>> => found(and(eq(table.id, id), isNull(table.binnedAt)));
  /** Whether or not it lies in the bin. */
  const getAnywhere = (id: string): Promise<Stored<T>> => found(eq(table.id, id));

  /** Writes over `version`, in one statement so that of two writers only one succeeds. */
  async function put(id: string, version: number, doc: T): Promise<Stored<T>> {
    const [row] = await db
      .update(table)
      .set({ doc, version: version + 1, updatedAt: new Date() })
      .where(and(eq(table.id, id), eq(table.version, version), isNull(table.binnedAt)))
      .returning(fields);
    if (row) return stored(row);
    throw new StaleError(await get(id));
  }

  /** Puts it into the bin; the runs of a job go with it. */
  async function remove(id: string, version: number): Promise<void> {
    const binnedAt = new Date();
    const gone = await db.transaction(async (tx) => {
      const its = and(eq(table.id, id), eq(table.version, version), isNull(table.binnedAt));
      const put = await tx.update(table).set({ binnedAt }).where(its).returning({ id: table.id });
      if (table === job && put.length > 0)
        await tx
          .update(run)
          .set({ binnedAt })
          .where(and(eq(run.jobId, id), isNull(run.binnedAt)));
      return put;
    });
    if (gone.length === 0) throw new StaleError(await get(id));
  }
  /** Takes it out of the bin: a job with the runs that went with it, not with those that lay there before. */
  async function takeBack(id: string): Promise<Stored<T>> {
    await db.transaction((tx) => unbin(tx, table, id));
    return get(id);
  }

  return { get, getAnywhere, put, remove, takeBack };
}

/** Where a page ended: the age, microseconds, and the id of its last row. It says where to go on also when that row is gone. */
const PLACE = /^(\d{1,19})_([0-9a-f-]{36})$/;
export const isPlace = (text: string): boolean => PLACE.test(text);
const ageOf = (table: Table) => sql<string>`(extract(epoch from ${table.createdAt}) * 1000000)::bigint::text`;

/** Keyset paging by (created_at, id): stable while others add and remove rows. */
const pastPlace = (table: Table, age: unknown, id: unknown) =>
  sql`(${table.createdAt}, ${table.id}) > (timestamptz 'epoch' + (${age}::bigint * interval '1 microsecond'), ${id}::uuid)`;
function past(table: Table, after: string | undefined) {
  const [, age, id] = PLACE.exec(after ?? '') ?? [];
  return age === undefined ? undefined : pastPlace(table, age, id);
}

/** Cuts the one row too many that was asked for to learn whether there is a next page. */
function paged<T extends { id: string; age: string }>(rows: T[], limit: number): Page<Omit<T, 'age'>> {
  const items = rows.slice(0, limit);
  const last = items.at(-1);
  return { items: items.map((item) => omit(item, 'age')), next: rows.length > limit && last ? `${last.age}_${last.id}` : null };
}

/** Told of a job that was made, in the transaction that makes it: it is somebody's from the beginning. */
export type OnMade = (tx: Transaction, id: string) => Promise<void>;
const nobodys: OnMade = () => Promise.resolve();

async function insertFile(tx: Transaction, id: string, file: JobFile, made: OnMade = nobodys): Promise<void> {
  const added = await tx.insert(job).values({ id, doc: file.job }).onConflictDoNothing().returning({ id: job.id });
  if (added.length === 0) return;
  await made(tx, id);
  // Rows of one statement share now(); step the time so that runs keep the file's order.
  const start = Date.now();
  const rows = file.runs.map((doc, index) => ({ id: randomUUID(), jobId: id, doc, createdAt: new Date(start + index) }));
  if (rows.length > 0) await tx.insert(run).values(rows);
  await insertRecord(
    tx,
    id,
    rows.map((row) => row.id),
    file,
  );
}

/** Jobs in which one of some accounts is somebody. @param accounts as an array of the database. */
const seenBy = (accounts: unknown) =>
  sql`exists (select 1 from membership where membership.job_id = job.id and membership.until is null and membership.account_id = any(${accounts}::uuid[]))`;

/** All reading and writing of jobs and runs. */
export function openStore(db: Database) {
  const jobs = documents<Job>(db, job, upgradeJob);
  const runs = documents<Run>(db, run, upgradeRun);

  /** Adds a job; sending the same id again changes nothing and answers with what is there. */
  async function addJob(id: string, doc: Job, made: OnMade = nobodys): Promise<Stored<Job>> {
    await db.transaction(async (tx) => {
      const added = await tx.insert(job).values({ id, doc }).onConflictDoNothing().returning({ id: job.id });
      if (added.length > 0) await made(tx, id);
      // Made anew by a device that goes on with it: it is not thrown away any more.
      else await unbin(tx, job, id);
    });
    return jobs.get(id);
  }

  /** @param like the run it is a variant of, whose ground it shares: what the book has of the lines there is written for it as well. */
  async function addRun(jobId: string, id: string, doc: Run, like?: string): Promise<Stored<Run>> {
    await jobs.get(jobId);
    await db.transaction(async (tx) => {
      await oneAfterAnother(tx, jobId);
      const added = await tx.insert(run).values({ id, jobId, doc }).onConflictDoNothing().returning({ id: run.id });
      if (added.length === 0) {
        const [there] = await tx.select({ jobId: run.jobId }).from(run).where(eq(run.id, id));
        // One of another job is not told of.
        if (there?.jobId !== jobId) throw new TakenError();
        return void (await unbin(tx, run, id));
      }
      if (like === undefined) return;
      const rows = (await entriesOf(tx, jobId, [like])).map((row) => ({ row, read: readEntry(row.entry) }));
      const ofLines = new Set(rows.flatMap(({ read }) => (read.fact.kind === 'exposure' ? read.id : [])));
      const copied = rows.filter(({ read }) => [read.id, read.corrects ?? read.id].some((one) => ofLines.has(one)));
      await insertCopies(tx, jobId, recounted(copied.map(({ row }) => ({ ...row, about: id }))));
    });
    return runs.get(id);
  }

  /** A whole file as a new job, all of it or nothing. */
  async function addFile(id: string, file: JobFile, made: OnMade = nobodys): Promise<Stored<Job>> {
    await db.transaction((tx) => insertFile(tx, id, file, made));
    return jobs.get(id);
  }

  /** Every run of a job, in the order they were added. */
  async function runsOf(jobId: string): Promise<(Stored<Run> & { jobId: string })[]> {
    const { id, version, updatedAt, doc } = run;
    const rows = await db
      .select({ id, version, updatedAt, doc })
      .from(run)
      .where(and(eq(run.jobId, jobId), isNull(run.binnedAt)))
      .orderBy(asc(run.createdAt), asc(id));
    return rows.map((row) => ({ ...row, jobId, doc: upgradeRun(row.doc) as Run }));
  }

  async function fileOf(id: string): Promise<JobFile> {
    const { doc } = await jobs.get(id);
    const runs = await runsOf(id);
    const places = new Map(runs.map((row, place) => [row.id, place]));
    // A run that was deleted is not in the file, and what was written about it neither.
    const kept = (await entriesOf(db, id)).filter(({ about }) => about === id || places.has(about));
    const book = recounted(kept).map(({ about, entry }) => {
      const place = places.get(about);
      return { ...(place === undefined ? {} : { run: place }), entry: entry as Record<string, unknown> };
    });
    const revisions = await issuedOf(db, id, [...places.keys()]);
    return { format: 'tamper-job', version: FILE_VERSION, job: doc, runs: runs.map((row) => row.doc), book, revisions };
  }

  const withJob = db
    .select({ id: run.id, jobId: run.jobId, version: run.version, updatedAt: run.updatedAt, doc: run.doc })
    .from(run)
    .where(and(eq(run.id, sql.placeholder('id')), isNull(run.binnedAt)))
    .prepare('run_of_job');
  /** A run with the job it belongs to. */
  async function runOfJob(id: string): Promise<Stored<Run> & { jobId: string }> {
    const [row] = await withJob.execute({ id });
    if (!row) throw new NotFoundError();
    return { ...row, doc: upgradeRun(row.doc) as Run };
  }

  async function jobOfRun(id: string): Promise<string> {
    const [row] = await db.select({ jobId: run.jobId }).from(run).where(eq(run.id, id));
    if (!row) throw new NotFoundError();
    return row.jobId;
  }

  /** A page of jobs in brief, from the beginning or past a place. Asked by every device at every list: its plan is made once a connection. */
  function briefly(from: 'beginning' | 'place', whose: 'all' | 'theirs') {
    const { id, version, updatedAt, name, ruleSet, units, archived } = job;
    // Named in full: a column alone would be looked for in the table of the subquery.
    const issued = sql<number>`(select count(distinct run.id)::int from run join revision on revision.run_id = run.id where run.job_id = job.id and run.binned_at is null)`;
    // Looked at once a job, for those of the page alone.
    const its = db
      .select({ runs: sql<number>`count(*)::int`.as('runs'), changed: sql<Date>`max(${run.updatedAt})`.as('changed') })
      .from(run)
      .where(sql`${run.jobId} = job.id and run.binned_at is null`)
      .as('its');
    const workedOn = sql<Date>`greatest(
      job.updated_at,
      ${its.changed},
      (select book_entry.received_at from book_entry where book_entry.job_id = job.id order by book_entry.seq desc limit 1)
    )`.mapWith(updatedAt);
    return db
      .select({ id, version, name, ruleSet, units, archived, runs: its.runs, issued, workedOn, age: ageOf(job) })
      .from(job)
      .innerJoinLateral(its, sql`true`)
      .where(
        and(
          isNull(job.binnedAt),
          from === 'place' ? pastPlace(job, sql.placeholder('age'), sql.placeholder('id')) : undefined,
          whose === 'theirs' ? seenBy(sql.placeholder('accounts')) : undefined,
        ),
      )
      .orderBy(asc(job.createdAt), asc(id))
      .limit(sql.placeholder('rows'))
      .prepare(`jobs_from_${from}_of_${whose}`);
  }
  const pages = {
    all: [briefly('beginning', 'all'), briefly('place', 'all')],
    theirs: [briefly('beginning', 'theirs'), briefly('place', 'theirs')],
  } as const;

  /** @param accounts whose jobs; undefined: all. */
  async function pageOfJobs(limit: number, after?: string, accounts?: readonly string[]): Promise<Page<JobInBrief>> {
    const [, age, id] = PLACE.exec(after ?? '') ?? [];
    const [first, further] = pages[accounts === undefined ? 'all' : 'theirs'];
    const asked = { rows: limit + 1, ...(accounts === undefined ? {} : { accounts: uuids(accounts) }) };
    return paged(age === undefined ? await first.execute(asked) : await further.execute({ ...asked, age, id }), limit);
  }

  /** What lies in the bin: jobs, and runs of jobs that do not. @param accounts whose jobs; undefined: all. */
  async function bin(accounts?: readonly string[]): Promise<Binned[]> {
    const theirs = accounts === undefined ? sql`` : sql`and ${seenBy(uuids(accounts))}`;
    const { rows } = await db.execute<{ kind: 'job' | 'run'; id: string; job_id: string; name: string; job: string; binned: Date }>(sql`
      select 'job' as kind, id, id as job_id, name, name as job, binned_at as binned from job where binned_at is not null ${theirs}
      union all
      select 'run', run.id, run.job_id, run.doc->>'name', job.name, run.binned_at from run join job on job.id = run.job_id
        where run.binned_at is not null and job.binned_at is null ${theirs}
      order by binned desc limit 200`);
    return rows.map(({ job_id, binned, ...row }) => ({
      ...row,
      jobId: job_id,
      binnedAt: binned,
      goneAt: new Date(new Date(binned).getTime() + BIN_DAYS * 86_400_000),
    }));
  }

  /** Lets go of what has lain in the bin for long enough, unless something was written about it since. */
  async function emptyBin(now = new Date()): Promise<void> {
    const before = new Date(now.getTime() - BIN_DAYS * 86_400_000);
    await db
      .delete(run)
      .where(
        and(
          lt(run.binnedAt, before),
          sql`not exists (select 1 from book_entry where run_id = run.id) and not exists (select 1 from revision where run_id = run.id)`,
        ),
      );
    await db
      .delete(job)
      .where(
        and(
          lt(job.binnedAt, before),
          sql`not exists (select 1 from book_entry where job_id = job.id) and not exists (select 1 from revision where job_id = job.id)`,
        ),
      );
  }

  /** The job of a run, in the bin or not. @throws NotFoundError */
  async function jobOfAny(runId: string): Promise<string> {
    const [row] = await db.select({ jobId: run.jobId }).from(run).where(eq(run.id, runId));
    if (!row) throw new NotFoundError();
    return row.jobId;
  }

  async function pageOfRuns(jobId: string, limit: number, after?: string): Promise<Page<RunSummary>> {
    await jobs.get(jobId);
    const { id, version, updatedAt, doc } = run;
    const rows = await db
      .select({
        id,
        version,
        updatedAt,
        age: ageOf(run),
        name: sql<string>`${doc}->>'name'`,
        product: sql<string>`coalesce(${doc}->'laid'->0->>'product', ${doc}->'services'->0->>'service', ${doc}->>'service')`,
      })
      .from(run)
      .where(and(eq(run.jobId, jobId), isNull(run.binnedAt), past(run, after)))
      .orderBy(asc(run.createdAt), asc(id))
      .limit(limit + 1);
    return paged(rows, limit);
  }

  /** Does the database answer, and does it take what is written? Nothing of it stays. @throws what it says where it does not answer. */
  async function ping(): Promise<{ writes: boolean }> {
    await db.execute(sql`select 1`);
    try {
      await db.transaction(async (tx) => {
        await tx.insert(doneOnce).values({ name: `health ${randomUUID()}` });
        tx.rollback();
      });
    } catch (error) {
      return { writes: error instanceof TransactionRollbackError };
    }
    return { writes: false };
  }
  /** Adds the demo job the first time only, so that a demo somebody deleted stays deleted. */
  async function addDemo(id: string, file: JobFile): Promise<void> {
    await db.transaction(async (tx) => {
      const first = await tx.insert(doneOnce).values({ name: 'demo' }).onConflictDoNothing().returning({ name: doneOnce.name });
      if (first.length > 0) await insertFile(tx, id, file);
    });
  }

  return {
    ...{ bin, emptyBin, jobOfAny },
    ...{ jobs, runs, addJob, addRun, addFile, fileOf, runsOf, runOfJob, jobOfRun, pageOfJobs, pageOfRuns, ping, addDemo },
  };
}
export type Store = ReturnType<typeof openStore>;
