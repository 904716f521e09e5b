import { sameJson } from '@tamper/core';
import { ATTEMPTS_AT_ONCE, type Exchange, type Exchanged, type SentAttempt } from '@tamper/core/practiceAttempt';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { TakenError } from '../db/errors';
import { oneAfterAnother } from '../db/oneAfterAnother';
import { practiceAttempt } from '../db/schema';

/** What people practised, kept with their accounts. Attempts are added and read, never changed. */
export function openAttempts(db: Database) {
  const { id, seq, accountId, attempt } = practiceAttempt;

  /** Takes what a device has of somebody's attempts and answers with what it lacks; the same sent again changes nothing. @throws TakenError */
  const exchange = (whose: string, { known, attempts }: Exchange): Promise<Exchanged> =>
    db.transaction(async (tx) => {
      // One after another, so that who has heard up to a number has heard everything up to it.
      await oneAfterAnother(tx, `practice ${whose}`);
      if (attempts.length > 0) {
        await tx
          .insert(practiceAttempt)
          .values(attempts.map((one) => ({ id: one.id, accountId: whose, attempt: one })))
          .onConflictDoNothing();
        const there = await tx
          .select({ id, accountId, attempt })
          .from(practiceAttempt)
          .where(
            inArray(
              id,
              attempts.map((one) => one.id),
            ),
          );
        const found = new Map(there.map((row) => [row.id, row]));
        for (const one of attempts) {
          const row = found.get(one.id);
          if (row?.accountId !== whose || !sameJson(row.attempt, one)) throw new TakenError();
        }
      }
      const rows = await tx
        .select({ seq, attempt })
        .from(practiceAttempt)
        .where(and(eq(accountId, whose), gt(seq, known)))
        .orderBy(asc(seq))
        .limit(ATTEMPTS_AT_ONCE + 1);
      const page = rows.slice(0, ATTEMPTS_AT_ONCE);
      return { items: page.map((row) => row.attempt as SentAttempt), known: page.at(-1)?.seq ?? known, more: rows.length > page.length };
    });

  return { exchange };
}
export type Attempts = ReturnType<typeof openAttempts>;
