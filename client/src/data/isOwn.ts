import { samePerson, type Person } from '@tamper/core/countersigns';
import { heldBy } from '../store/me';

/** Was an entry made by whoever holds this device? @param who what they are called. */
export function isOwn(by: Person, who: string): boolean {
  const account = heldBy();
  return samePerson(by, { author: who, ...(account !== undefined && { account }) });
}
