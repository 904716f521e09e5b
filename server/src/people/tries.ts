import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Database } from '../db/connect';
import { RefusedError } from './people';

/** Tries that fail in a quarter of an hour before nobody is heard any more: of one account from one address, from one address, of one account. */
const MOST = { both: 10, address: 50, account: 100 } as const;
const WINDOW = 15 * 60;

/** Counts tries that failed, in the database: all servers on it count together. */
export function openTries(db: Database) {
  const limiter = (kind: keyof typeof MOST) =>
    new RateLimiterPostgres({
      ...{ storeClient: db.$client, storeType: 'pool', tableName: 'sign_in_try', tableCreated: true, clearExpiredByTimeout: false },
      ...{ keyPrefix: kind, points: MOST[kind], duration: WINDOW },
    });
  const limits = { both: limiter('both'), address: limiter('address'), account: limiter('account') };
  const keys = (account: string, address: string) => {
    const name = account.trim().toLowerCase().slice(0, 120);
    return { both: `${name} ${address}`, address, account: name };
  };
  const kinds = Object.keys(limits) as (keyof typeof limits)[];

  /** Does the work unless too many tries failed before. A try counts from its beginning, so that many at once are no way round; one that succeeds is taken off. */
  async function tried<T>(account: string, address: string, work: () => Promise<T>): Promise<T> {
    const its = keys(account, address);
    const counted = await Promise.allSettled(kinds.map((kind) => limits[kind].consume(its[kind])));
    for (const one of counted) if (one.status === 'rejected' && !(one.reason instanceof RateLimiterRes)) throw one.reason;
    if (counted.some(({ status }) => status === 'rejected'))
      throw new RefusedError(429, 'too-often', 'Too many tries. Wait a quarter of an hour.');
    try {
      const done = await work();
      await takeOff(its);
      return done;
    } catch (error) {
      // Only what was refused was a guess.
      if (!(error instanceof RefusedError)) await takeOff(its);
      throw error;
    }
  }
  const takeOff = (its: ReturnType<typeof keys>) => Promise.all(kinds.map((kind) => limits[kind].reward(its[kind])));
  return { tried };
}
export type Tries = ReturnType<typeof openTries>;
