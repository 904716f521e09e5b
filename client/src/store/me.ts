import type { Person, Role } from '@tamper/core/roles';
import { putOwn, readOwn, useOwn } from './own';

/** Somebody who is signed in on this device, with what they are in each job by its id. */
export interface Here extends Person {
  jobs: Readonly<Record<string, readonly Role[]>>;
}
/** Who is signed in on this device, as the server said last. `crew`: there are accounts; `as`: who of them holds it. */
export interface Me {
  crew: boolean;
  people: readonly Here[];
  as?: string;
  /** Jobs made on this device, by their ids, and whose they are: the server may not have heard of them yet. */
  made?: Readonly<Record<string, string>>;
}
const ME = 'me';

export const readMe = (): Me | undefined => readOwn<Me>(ME);
export const useMe = (): Me | undefined => useOwn<Me>(ME);
export const putMe = (me: Me): Promise<boolean> => putOwn(ME, me);
/** Who holds the device; undefined: there are no accounts, or nobody has taken it over. */
export const holderOf = (me: Me | undefined): Here | undefined => me?.people.find(({ id }) => id === me.as);
/** Whose hands requests are made with. */
export const heldBy = (): string | undefined => holderOf(readMe())?.id;
/** A job was made on this device: it belongs to whoever holds it. */
export function ownNewJob(jobId: string): void {
  const me = readMe();
  const holder = holderOf(me);
  if (me && holder) void putMe({ ...me, made: { ...me.made, [jobId]: holder.id } });
}
