import { mayNot, type Ability, type Role } from '@tamper/core/roles';
import { holderOf, makerOf, readMe, type Here } from '../store/me';

/** Why whoever holds this device may not do a thing in a job; undefined: they may, as far as is known here. The server says it again. */
export function whyNot(jobId: string, ability: Ability): string | undefined {
  const me = readMe();
  if (!me?.crew) return undefined;
  const holder = holderOf(me);
  if (!holder) return 'Nobody holds this device: take it over under People.';
  return mayNot(rolesIn(holder, jobId), ability);
}

/** What somebody is in a job: one that was made here and has not come to the server yet is its maker's. */
export const rolesIn = (who: Here, jobId: string): readonly Role[] =>
  who.keeper ? ['owner'] : (who.jobs[jobId] ?? (makerOf(jobId) === who.id ? ['owner'] : []));
