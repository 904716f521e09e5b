import { broughtOver, entryOver, upgradeJob, upgradeRun, type Job, type Observation, type Run } from '@tamper/core';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { insertCopies, type Copy } from '../book/copies';
import type { Database } from './connect';
import { linkAll } from '../proof/chain';
import { doneOnce, job, run } from './schema';

/**
 * Documents of earlier formats held what was observed: it is written into the book, once in the life of a database, and the documents are kept in today's
 * format. All of it or nothing.
 */
export async function bringOver(db: Database): Promise<void> {
  await db.transaction(async (tx) => {
    const first = await tx.insert(doneOnce).values({ name: 'observed-to-book' }).onConflictDoNothing().returning({ name: doneOnce.name });
    if (first.length === 0) return;
    const books = new Map<string, Copy[]>();
    const write = (jobId: string, about: string, observations: readonly Observation[], saved: Date) => {
      const own = books.get(jobId) ?? [];
      const entries = observations.map((one, i) => entryOver(one, own.length + i, randomUUID(), saved.toISOString()));
      books.set(jobId, [...own, ...entries.map((entry) => ({ about, entry }))]);
    };
    for (const { id } of await tx.select({ id: run.id }).from(run)) {
      // One at a time: a long run is some megabytes.
      const [row] = await tx.select().from(run).where(eq(run.id, id));
      if (!row) continue;
      write(row.jobId, id, broughtOver.run(row.doc), row.updatedAt);
      const next = upgradeRun(row.doc) as Run;
      if (next !== row.doc) await tx.update(run).set({ doc: next }).where(eq(run.id, id));
    }
    // Marks put back settle a search in vain: they come after it.
    for (const { id, doc, updatedAt } of await tx.select().from(job)) {
      write(id, id, broughtOver.job(doc), updatedAt);
      const next = upgradeJob(doc) as Job;
      if (next !== doc) await tx.update(job).set({ doc: next }).where(eq(job.id, id));
    }
    for (const [jobId, entries] of books) await insertCopies(tx, jobId, entries);
  });
}

/** Links what was recorded before there were chains, once in the life of a database: later nothing is linked that was not when it was written. */
export async function linkOld(db: Database): Promise<void> {
  await db.transaction(async (tx) => {
    const first = await tx.insert(doneOnce).values({ name: 'record-chained' }).onConflictDoNothing().returning({ name: doneOnce.name });
    if (first.length > 0) await linkAll(tx);
  });
}
