import type { Person, Role } from '@tamper/core/roles';
import { keepOwn, putOwn, readOwn, useOwn } from './own';

/** Somebody who is signed in on this device, with what they are in each job by its id. */
export interface Here extends Person {
  jobs: Readonly<Record<string, readonly Role[]>>;
}
/** Who is signed in on this device, as the server said last. `crew`: there are accounts; `as`: who of them holds it. */
export interface Me {
  crew: boolean;
  people: readonly Here[];
  as?: string;
}
/** Jobs made on this device, by their ids, and whose they are: the server may not have heard of them yet. */
type Made = Readonly<Record<string, string>>;
const ME = 'me';
const MADE = 'made';

export const readMe = (): Me | undefined => readOwn<Me>(ME);
export const useMe = (): Me | undefined => useOwn<Me>(ME);

let changing = Promise.resolve();
/** Changes who is here, one change after another: nobody sees a hand-over that a page which closes now would forget. @param change undefined: it stays. */
export function changeMe(change: (before: Me | undefined) => Me | undefined): Promise<void> {
  const changed = changing.then(async () => {
    const me = change(readMe());
    if (me) await keepOwn(ME, me);
  });
  changing = changed.catch(() => undefined);
  return changed;
}
/** Who holds the device; undefined: there are no accounts, or nobody has taken it over. */
export const holderOf = (me: Me | undefined): Here | undefined => me?.people.find(({ id }) => id === me.as);
/** Whose hands requests are made with. */
export const heldBy = (): string | undefined => holderOf(readMe())?.id;
/** Whose a job is that was made on this device; undefined: it was not, or nobody was signed in. */
export const makerOf = (jobId: string): string | undefined => readOwn<Made>(MADE)?.[jobId];
/** A job was made on this device: it belongs to whoever holds it. */
export function ownNewJob(jobId: string): void {
  const holder = heldBy();
  if (holder) void putOwn(MADE, { ...readOwn<Made>(MADE), [jobId]: holder });
}
