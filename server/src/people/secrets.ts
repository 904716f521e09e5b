import { hash, verify } from '@node-rs/argon2';
import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { createHash, randomInt } from 'node:crypto';
import { READABLE } from '@tamper/core/people';

/** Argon2id, 19 MiB, two passes, one lane: the least OWASP asks for. The salt is made by the library. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
export const seal = (passphrase: string): Promise<string> => hash(passphrase, COST);

/** What is compared with where there is no such account: it takes as long, and nothing fits it. */
const NOBODY = seal(`nobody ${randomInt(2 ** 40)}`);
/** Is it the passphrase? Undefined: there is no such account. As slow either way. */
export async function fits(secret: string | undefined, passphrase: string): Promise<boolean> {
  const same = await verify(secret ?? (await NOBODY), passphrase);
  return same && secret !== undefined;
}

zxcvbnOptions.setOptions({ dictionary, graphs: adjacencyGraphs });
/** From 0, guessed at once, to 4, ten thousand million guesses and more. */
const STRONG = 4;
/** Why nobody should use a passphrase: it is on every list of what is tried first. */
export const weakness = (passphrase: string, name: string): string | undefined =>
  zxcvbn(passphrase.slice(0, 100), [name, ...name.split(/\s+/), 'tamper']).score < STRONG
    ? 'That is guessed too soon: it is a common one, or mostly a name or a pattern. Take four words that have nothing to do with each other.'
    : undefined;

/** A code of twelve letters and figures, in groups that are read out: 59 bits. */
export const makeCode = (): string =>
  Array.from({ length: 3 }, () => Array.from({ length: 4 }, () => READABLE[randomInt(READABLE.length)]).join('')).join('-');
export const codeHash = (code: string): string => createHash('sha256').update(`tamper code ${code}`).digest('hex');
