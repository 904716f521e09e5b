import { sql } from 'drizzle-orm';
import type { Transaction } from './connect';

/** Waits until nobody else works on a thing in a transaction of theirs, and keeps others waiting to the end of this one. @param what its id. */
export const oneAfterAnother = async (tx: Transaction, what: string): Promise<void> =>
  void (await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${what}, 0))`));
