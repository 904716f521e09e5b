import { bodyText, InputError, issuedErrors, type JobFile, type RevisionBody } from '@tamper/core';
import { asc, eq, inArray } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connect';
import { revision } from '../db/schema';
import { linkLoose, sha256 } from '../proof/chain';

/** An issued plan as a job file has it. */
export type Issued = JobFile['revisions'][number];

/** The digest an issued plan goes by: of its body, with the keys in order. */
export const digestOf = (body: unknown): string => sha256(bodyText(body as RevisionBody));

/** Issued plans of a job for its file, bodies as they were issued, in the order of its runs and their numbers. */
export async function issuedOf(db: Database, jobId: string, runIds: readonly string[]): Promise<Issued[]> {
  const { id, runId, number, at, author, why, digest, changes, body } = revision;
  const rows = await db
    .select({ id, runId, number, at, author, why, digest, changes, body })
    .from(revision)
    .where(eq(revision.jobId, jobId))
    .orderBy(asc(number));
  return runIds.flatMap((one, run) =>
    rows.flatMap(({ runId: of, at: moment, body: issued, ...row }) =>
      of === one ? [{ ...row, run, at: moment.toISOString(), body: issued as unknown as Issued['body'] }] : [],
    ),
  );
}

/**
 * How many of the issued plans of a file are here already.
 * @throws InputError naming the first that is not as it was issued, or is here and is another.
 */
export async function knownPlans(tx: Transaction, plans: readonly Issued[]): Promise<number> {
  const refuse = (i: number, why: string): never => {
    throw new InputError([{ field: `revisions.${i}`, message: `Issued plan ${plans[i]?.number} ${why}. Nothing was brought in.` }]);
  };
  const changed = plans.findIndex(({ digest, body }) => digestOf(body) !== digest);
  if (changed >= 0) refuse(changed, 'is not as it was issued: its digest is another');
  plans.forEach(({ body }, i) => {
    const [fault] = issuedErrors(body);
    if (fault) refuse(i, `cannot be read: ${fault.field}: ${fault.message}`);
  });
  if (plans.length === 0) return 0;
  const ids = plans.map(({ id }) => id);
  const rows = await tx.select({ id: revision.id, digest: revision.digest }).from(revision).where(inArray(revision.id, ids));
  const here = new Map(rows.map(({ id, digest }) => [id, digest]));
  const other = plans.findIndex(({ id, digest }) => here.has(id) && here.get(id) !== digest);
  if (other >= 0) refuse(other, 'is here already and is another');
  return here.size;
}

/** Adds issued plans of a file to the runs it became, as they were issued. */
export async function insertPlans(tx: Transaction, jobId: string, runIds: readonly string[], plans: readonly Issued[]): Promise<void> {
  for (const { run, at, body, ...rest } of plans)
    await tx
      .insert(revision)
      .values({ ...rest, jobId, runId: runIds[run] as string, at: new Date(at), body: body as unknown as RevisionBody });
  await linkLoose(
    tx,
    jobId,
    plans.map(({ run }) => runIds[run] as string),
  );
}
