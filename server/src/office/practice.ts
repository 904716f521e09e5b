import { NotFoundError, TakenError } from '../db/errors';
import { sameJson, seeded, seedOf } from '@tamper/core';
import { practiceAnswer } from '@tamper/core/office';
import { eq } from 'drizzle-orm';

import type { Database } from '../db/connect';
import { locateRequest } from '../db/schema';

import type { LocateOffice, Receipt } from './office';

type Row = typeof locateRequest.$inferSelect;

const referenceOf = (id: string): string => `PO-${String(seedOf(id) % 1_000_000).padStart(6, '0')}`;

/** The practice office: keeps requests in the database, so that it answers after a restart too, and invents its answers from their ids. */
export function practiceOffice(db: Database, now: () => Date = () => new Date()): LocateOffice {
  const receipt = ({ id, submission, answerAt }: Row): Receipt => ({
    id,
    reference: referenceOf(id),
    answerAt,
    answer: now() >= answerAt ? practiceAnswer(submission, seeded(seedOf(id))) : null,
  });
  async function look(id: string): Promise<Receipt> {
    const [row] = await db.select().from(locateRequest).where(eq(locateRequest.id, id));
    if (!row) throw new NotFoundError();
    return receipt(row);
  }
  return {
    look,
    async submit(id, submission, patience) {
      // A route that cannot be read is refused now, not when the answer is due.
      practiceAnswer(submission, seeded(seedOf(id)));
      const answerAt = new Date(now().getTime() + patience * 1000);
      const [made] = await db.insert(locateRequest).values({ id, submission, answerAt }).onConflictDoNothing().returning();
      const [kept] = made ? [made] : await db.select().from(locateRequest).where(eq(locateRequest.id, id));
      if (!kept) throw new NotFoundError();
      if (!sameJson(kept.submission, submission)) throw new TakenError();
      return receipt(kept);
    },
  };
}
