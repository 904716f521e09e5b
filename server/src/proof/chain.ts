import { linkText, NOTHING, type Head, type Recorded } from '@tamper/core/proof';
import { desc, eq, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database, Transaction } from '../db/connect';
import { oneAfterAnother } from '../db/oneAfterAnother';
import { bookEntry, chainLink, revision } from '../db/schema';

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

type EntryRow = Pick<typeof bookEntry.$inferSelect, 'id' | 'receivedAt' | 'clockOff' | 'entry'>;
type PlanRow = Pick<typeof revision.$inferSelect, 'id' | 'at' | 'number' | 'author' | 'why' | 'digest' | 'changes'>;
/** What can be linked into a chain. */
export type Linkable = Recorded & { item: string };

/** An entry as its chain has it: as it was sent, and how far its device's clock was off. */
export const entryThing = ({ id, receivedAt, clockOff, entry }: EntryRow): Linkable => ({
  kind: 'entry',
  item: id,
  at: receivedAt.toISOString(),
  what: { entry, off: clockOff },
});
/** An issued plan as its chain has it: its body by its digest. */
export const planThing = ({ id, at, number, author, why, digest, changes }: PlanRow): Linkable => ({
  kind: 'revision',
  item: id,
  at: at.toISOString(),
  what: { id, number, author, why, digest, changes },
});

/** Links things to the end of a chain, in the transaction that writes them. */
export async function append(tx: Transaction, jobId: string, about: string, things: readonly Linkable[]): Promise<void> {
  if (things.length === 0) return;
  await oneAfterAnother(tx, `chain ${about}`);
  const [last] = await tx
    .select({ place: chainLink.place, hash: chainLink.hash })
    .from(chainLink)
    .where(eq(chainLink.about, about))
    .orderBy(desc(chainLink.place))
    .limit(1);
  let [place, previous] = [last?.place ?? 0, last?.hash ?? NOTHING];
  const links = things.map(({ kind, item, ...thing }) => {
    previous = sha256(linkText(previous, { kind, ...thing }));
    return { about, jobId, kind, item, hash: previous, place: ++place };
  });
  for (let i = 0; i < links.length; i += BATCH) await tx.insert(chainLink).values(links.slice(i, i + BATCH));
}
/** Rows of one statement: the database takes 65,535 values. */
const BATCH = 5000;

/** How far each chain of a job goes. */
export async function headsOf(db: Database, jobId: string): Promise<Record<string, Head>> {
  const { about, place, hash } = chainLink;
  const rows = await db
    .selectDistinctOn([about], { about, place, hash })
    .from(chainLink)
    .where(eq(chainLink.jobId, jobId))
    .orderBy(about, desc(place));
  return Object.fromEntries(rows.map(({ about: of, ...head }) => [of, head]));
}

/** Links what is recorded of some runs of a job, or of the job itself, and stands in no chain yet, as the database has it. */
export async function linkLoose(tx: Transaction, jobId: string, abouts: Iterable<string>): Promise<void> {
  for (const about of new Set(abouts)) await append(tx, jobId, about, await looseOf(tx, about));
}

/** Links whatever is in the book or issued and stands in no chain: what was written before there were any. In the order it was taken. */
export async function linkAll(tx: Transaction): Promise<void> {
  const loose = await tx.execute<{ job_id: string; run_id: string }>(sql`
    select distinct job_id, run_id from (
      select job_id, run_id from book_entry where not exists (select from chain_link where item = book_entry.id and kind = 'entry')
      union all
      select job_id, run_id from revision where not exists (select from chain_link where item = revision.id and kind = 'revision')
    ) loose`);
  // One at a time: a long book is some megabytes.
  for (const { job_id: jobId, run_id: about } of loose.rows) await linkLoose(tx, jobId, [about]);
}

/** What is recorded about a run, or a job, and stands in no chain, in the order it was taken. */
export async function looseOf(db: Database | Transaction, about: string): Promise<Linkable[]> {
  const unlinked = (id: unknown, kind: string) => sql`not exists (select from chain_link where item = ${id} and kind = ${kind})`;
  const entries = await db
    .select()
    .from(bookEntry)
    .where(sql`${bookEntry.runId} = ${about} and ${unlinked(bookEntry.id, 'entry')}`)
    .orderBy(bookEntry.seq);
  const plans = await db
    .select()
    .from(revision)
    .where(sql`${revision.runId} = ${about} and ${unlinked(revision.id, 'revision')}`)
    .orderBy(revision.number);
  // Entries keep the order they arrived in, whatever their moments say.
  const things = entries.map(entryThing);
  for (const plan of plans.map(planThing)) {
    const after = things.findIndex(({ kind, at }) => kind === 'entry' && at > plan.at);
    things.splice(after < 0 ? things.length : after, 0, plan);
  }
  return things;
}
