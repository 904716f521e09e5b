import type { Kept } from './believed';
import type { AnyEntry, Entry } from './registry';

/** Who made an entry: what they are called, and their account where they have one. */
export type Person = Pick<AnyEntry, 'author' | 'account'>;
/** Are two entries by the same person? By their accounts where both have one, otherwise by what they are called. */
export const samePerson = (one: Person, other: Person): boolean =>
  one.account !== undefined && other.account !== undefined
    ? one.account === other.account
    : one.author.trim().toLowerCase() === other.author.trim().toLowerCase();

/** Entries that countersign another, the last word of each person. */
export function countersignsOf(book: readonly Kept[], id: string): Kept[] {
  const all = book.filter(({ entry: { fact }, refused }) => fact.kind === 'countersigned' && fact.of === id && !refused);
  return all.filter((one, i) => !all.some((other, j) => j > i && samePerson(one.entry, other.entry)));
}

/** Why an entry cannot countersign what it names. */
export function countersignFault(entry: Entry<'countersigned'>, book: readonly Kept[]): string | undefined {
  const signed = book.find((one) => one.entry.id === entry.fact.of)?.entry;
  if (!signed) return 'What it countersigns is not in this book.';
  if (signed.fact.kind === 'countersigned') return 'This countersigns another entry already: countersign that one.';
  return samePerson(signed, entry) ? 'Nobody countersigns their own entry: somebody else who was there does.' : undefined;
}
