import { NotFoundError, StaleError, TakenError } from '../db/errors';
import {
  InputError,
  issueOf,
  observedJob,
  observedRun,
  upgradeIssued,
  type IssueRequest,
  type RevisionBody,
  type RevisionHead,
} from '@tamper/core';
import { asc, desc, eq, or, sql } from 'drizzle-orm';
import { type Book } from '../book/book';
import type { Database } from '../db/connect';
import { revision } from '../db/schema';
import { oneAfterAnother } from '../db/oneAfterAnother';
import { type Store } from '../db/store';
import { append, planThing } from '../proof/chain';
import { digestOf } from './copies';

/** An issued plan without its body. */
export type IssuedHead = Omit<RevisionHead, 'at'> & { at: Date };
/** Which plan is in force: enough to know whether one has it. */
export type InForce = Pick<RevisionHead, 'id' | 'number'> | null;

/** All reading and writing of issued plans. There is no way to change or remove one. */
export function openRevisions(db: Database, store: Store, book: Pick<Book, 'of'>) {
  const { id, number, at, author, why, digest, changes, body } = revision;
  const head = { id, number, at, author, why, digest, changes };

  /** What is issued of a run, the newest first. */
  const list = (runId: string): Promise<IssuedHead[]> =>
    db.select(head).from(revision).where(eq(revision.runId, runId)).orderBy(desc(number));

  async function get(one: string): Promise<IssuedHead & { body: RevisionBody }> {
    const [row] = await db
      .select({ ...head, body })
      .from(revision)
      .where(eq(id, one));
    if (!row) throw new NotFoundError();
    return { ...row, body: upgradeIssued(row.body) };
  }

  async function inForce(runId: string): Promise<InForce> {
    const [row] = await db.select({ id, number }).from(revision).where(eq(revision.runId, runId)).orderBy(desc(number)).limit(1);
    return row ?? null;
  }

  const inForceRows = db
    .selectDistinctOn([revision.runId], { runId: revision.runId, id, number })
    .from(revision)
    .where(eq(revision.jobId, sql.placeholder('jobId')))
    .orderBy(revision.runId, desc(number))
    .prepare('plans_in_force');

  /** Which plan is in force of each run of a job that has one. */
  async function inForceOf(jobId: string): Promise<Readonly<Record<string, NonNullable<InForce>>>> {
    const rows = await inForceRows.execute({ jobId });
    return Object.fromEntries(rows.map(({ runId, ...force }) => [runId, force]));
  }

  /**
   * Issues the plan of a run as it is kept now, with what was observed by the book. Asking for the same again changes nothing.
   * @throws TakenError where another issue has this id, StaleError where somebody changed it since the asker saw it, InputError where it cannot be dug as it is.
   */
  async function issue(runId: string, request: IssueRequest): Promise<IssuedHead> {
    const jobId = await store.jobOfRun(runId);
    const [job, run] = [await store.jobs.get(jobId), await store.runs.get(runId)];
    return db.transaction(async (tx) => {
      await oneAfterAnother(tx, runId);
      const [old] = await tx
        .select({ ...head, of: revision.runId })
        .from(revision)
        .where(eq(id, request.id));
      if (old) {
        const { of, ...its } = old;
        if (of !== runId || its.author !== request.author || its.why !== request.why) throw new TakenError();
        return its;
      }
      if (job.version !== request.job) throw new StaleError(job);
      if (run.version !== request.run) throw new StaleError(run);
      const earlier = await tx.select({ number, body }).from(revision).where(eq(revision.runId, runId)).orderBy(asc(number));
      const before = earlier.at(-1);
      const written = await book.of(jobId, runId);
      const made = issueOf(observedJob(job.doc, written), observedRun(run.doc, written), before && upgradeIssued(before.body), written);
      if ('errors' in made) throw new InputError([...made.errors]);
      const [row] = await tx
        .insert(revision)
        .values({
          id: request.id,
          jobId,
          runId,
          number: (before?.number ?? 0) + 1,
          author: request.author,
          why: request.why,
          digest: digestOf(made.body),
          changes: made.changes,
          body: made.body,
        })
        .returning(head);
      if (!row) throw new NotFoundError();
      await append(tx, jobId, runId, [planThing(row)]);
      return row;
    });
  }

  /** Is anything issued of a run, or of a job? Such are never deleted. */
  const has = async (about: string): Promise<boolean> =>
    (
      await db
        .select({ id })
        .from(revision)
        .where(or(eq(revision.jobId, about), eq(revision.runId, about)))
        .limit(1)
    ).length > 0;

  return { list, get, inForce, inForceOf, issue, has };
}
export type Revisions = ReturnType<typeof openRevisions>;
