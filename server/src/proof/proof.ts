import { NotFoundError } from '../db/errors';
import { checkProof, type Checked, type Head, type ProofChain, type ProofFile } from '@tamper/core/proof';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { bookEntry, chainLink, job, revision, run } from '../db/schema';

import { digestOf } from '../revisions/copies';
import { entryThing, headsOf, looseOf, planThing, sha256 } from './chain';

/** What proves that the record is as it was taken. */
export function openProof(db: Database) {
  const heads = (jobId: string): Promise<Record<string, Head>> => headsOf(db, jobId);

  /** The chains of a job with all that is in them. A link whose entry or plan is gone says nothing any more, and does not hold. */
  async function fileOf(jobId: string): Promise<ProofFile> {
    const [found] = await db.select({ name: job.name }).from(job).where(eq(job.id, jobId));
    if (!found) throw new NotFoundError();
    const names = new Map<string, string | null>([[jobId, found.name]]);
    for (const { id, name } of await db
      .select({ id: run.id, name: sql<string>`"doc"->>'name'` })
      .from(run)
      .where(eq(run.jobId, jobId)))
      names.set(id, name);
    const recorded = await db.execute<{ about: string }>(sql`
      select distinct run_id as about from book_entry where job_id = ${jobId} union select distinct run_id from revision where job_id = ${jobId}
      union select distinct about from chain_link where job_id = ${jobId}`);
    const chains: ProofChain[] = [];
    for (const { about } of recorded.rows) {
      const links = await linksOf(about);
      chains.push({ about, name: names.get(about) ?? '', links, loose: (await looseOf(db, about)).length });
    }
    return { format: 'tamper-proof', version: 1, job: found.name ?? '', made: new Date().toISOString(), chains };
  }

  async function linksOf(about: string): Promise<ProofChain['links']> {
    const rows = await db
      .select({ kind: chainLink.kind, place: chainLink.place, hash: chainLink.hash, entry: bookEntry, plan: revision })
      .from(chainLink)
      .leftJoin(bookEntry, and(eq(chainLink.kind, 'entry'), eq(bookEntry.id, chainLink.item)))
      .leftJoin(revision, and(eq(chainLink.kind, 'revision'), eq(revision.id, chainLink.item)))
      .where(eq(chainLink.about, about))
      .orderBy(asc(chainLink.place));
    return rows.map(({ kind, hash, entry, plan }) => {
      const thing = entry ? entryThing(entry) : plan ? planThing(plan) : { at: '', what: null };
      return { kind, at: thing.at, what: thing.what, hash, ...(plan ? { body: plan.body } : {}) };
    });
  }

  /** Checks every chain of a job. */
  const check = async (jobId: string): Promise<Checked[]> => checkProof(await fileOf(jobId), sha256, digestOf);

  return { heads, fileOf, check };
}
export type Proof = ReturnType<typeof openProof>;
