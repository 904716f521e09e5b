import { scryptAsync } from '@noble/hashes/scrypt';
import { bytesToHex, hexToBytes, randomBytes } from '@noble/hashes/utils';
import { isPin } from '@tamper/core/roles';
import { putOwn, readOwn } from '../../store/own';

/** A PIN as this device keeps it: only what comes of it, and how many were wrong. `until`: none is tried before, ms. */
interface Kept {
  salt: string;
  hash: string;
  wrong: number;
  until: number;
}
const keyOf = (id: string) => `pin ${id}`;

/** A try costs a phone a good part of a second; whoever has the device’s store for themselves tries all four figures in an hour. */
const COST = { N: 2 ** 13, r: 8, p: 1, dkLen: 32 };
const hashOf = async (pin: string, salt: string): Promise<string> => bytesToHex(await scryptAsync(pin, hexToBytes(salt), COST));

/** So many are free; each after that takes longer, ms. */
const FREE = 4;
const WAIT = 30_000;

export const hasPin = (id: string): boolean => readOwn<Kept>(keyOf(id)) !== undefined;

/** @returns why it is not one. */
export async function setPin(id: string, pin: string): Promise<string | undefined> {
  const typed = pin.trim();
  if (!isPin(typed)) return 'A PIN is 4 to 8 figures.';
  if (/^(\d)\1*$/.test(typed) || '0123456789876543210'.includes(typed)) return 'That is the first anybody tries: take another.';
  const salt = bytesToHex(randomBytes(16));
  await putOwn(keyOf(id), { salt, hash: await hashOf(typed, salt), wrong: 0, until: 0 } satisfies Kept);
  return undefined;
}
/** Whoever signs out on a device takes their PIN along. */
export const dropPin = (id: string): Promise<boolean> => putOwn(keyOf(id), undefined);

/** Is it their PIN? @returns why it is not taken; undefined: it is. */
export async function tryPin(id: string, pin: string, now = Date.now()): Promise<string | undefined> {
  const kept = readOwn<Kept>(keyOf(id));
  if (!kept) return 'There is no PIN of theirs on this device: sign in with the passphrase.';
  if (now < kept.until) return `Too many were wrong. Wait ${Math.ceil((kept.until - now) / 1000)} s, or sign in with the passphrase.`;
  // Counted before it is looked at: a page that is closed meanwhile does not make it undone.
  const wrong = kept.wrong + 1;
  const until = wrong > FREE ? now + WAIT * 2 ** Math.min(10, wrong - FREE - 1) : 0;
  await putOwn(keyOf(id), { ...kept, wrong, until } satisfies Kept);
  if ((await hashOf(pin.trim(), kept.salt)) !== kept.hash) return 'That is not the PIN.';
  await putOwn(keyOf(id), { ...kept, wrong: 0, until: 0 } satisfies Kept);
  return undefined;
}
