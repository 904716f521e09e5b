import { orderedJson } from '../job/fingerprint';
import type { Head } from './heads';

/** A thing of the record: an entry of the book, or an issued plan. */
export interface Recorded {
  kind: 'entry' | 'revision';
  /** When the server took it, ISO to the millisecond. */
  at: string;
  /** What it says, as it is kept; of an issued plan everything but its body, which its digest stands for. */
  what: unknown;
}
/** A thing of the record with the hash that names it and everything before it. */
export type Link = Recorded & { hash: string };

/** What stands before the first link. */
export const NOTHING = '0'.repeat(64);

/** What the hash of a link is taken of: the one before it, then what it says with its keys in order, then when it was taken. SHA-256 in small hexadecimal. */
export const linkText = (previous: string, { kind, at, what }: Recorded): string => [previous, kind, orderedJson(what), at].join('\n');

/** Takes SHA-256 of a text in UTF-8, as 64 hexadecimal figures. */
export type Hash = (text: string) => string | Promise<string>;

/** @returns how far a chain holds, and the first link whose hash is not that of what it says and stands after, where there is one. */
export async function holds(links: readonly Link[], hash: Hash): Promise<Head & { broken?: number }> {
  let previous = NOTHING;
  for (const [i, link] of links.entries()) {
    if ((await hash(linkText(previous, link))) !== link.hash) return { place: i, hash: previous, broken: i + 1 };
    previous = link.hash;
  }
  return { place: links.length, hash: previous };
}
