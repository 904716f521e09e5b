import { and, eq } from 'drizzle-orm';
import type { Transaction } from './connect';
import { job, run } from './schema';

export type Table = typeof job | typeof run;

/** Takes it out of the bin, if it lies there: a job with the runs that went with it. */
export async function unbin(tx: Transaction, table: Table, id: string): Promise<void> {
  const [row] = await tx.select({ binnedAt: table.binnedAt }).from(table).where(eq(table.id, id)).for('update');
  if (!row?.binnedAt) return;
  await tx.update(table).set({ binnedAt: null }).where(eq(table.id, id));
  if (table === job)
    await tx
      .update(run)
      .set({ binnedAt: null })
      .where(and(eq(run.jobId, id), eq(run.binnedAt, row.binnedAt)));
}

/** What is written about stays: the run, or the job itself, and its job are taken out of the bin. */
export async function keepWritten(tx: Transaction, jobId: string, about: string): Promise<void> {
  await unbin(tx, job, jobId);
  if (about !== jobId) await unbin(tx, run, about);
}
