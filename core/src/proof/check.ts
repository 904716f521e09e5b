import { holds, type Hash } from './chain';
import type { ProofFile } from './file';
import type { Head } from './heads';

/** What came of checking a chain: how far it holds; `broken` is the first link that does not, counted from 1, and why. `loose`: something was recorded past it. */
export interface Checked extends Head {
  about: string;
  name: string;
  broken?: { place: number; why: 'hash' | 'digest' | 'loose' };
}

/**
 * Checks every chain of a proof, and that each issued plan is what its digest names.
 * @param digestOf the digest of a plan's body, as it is issued with.
 */
export async function checkProof(
  { chains }: ProofFile,
  hash: Hash,
  digestOf: (body: unknown) => string | Promise<string>,
): Promise<Checked[]> {
  const checked: Checked[] = [];
  for (const { about, name, links, loose } of chains) {
    const { broken, ...head } = await holds(links, hash);
    let wrong = links.length + 1;
    for (const [i, { kind, what, body }] of links.entries())
      if (kind === 'revision' && (await digestOf(body)) !== (what as { digest?: unknown } | null)?.digest) {
        wrong = i + 1;
        break;
      }
    const place = Math.min(broken ?? Infinity, wrong);
    const why = place === broken ? 'hash' : place <= links.length ? 'digest' : 'loose';
    checked.push({ about, name, ...head, ...(why !== 'loose' || loose > 0 ? { broken: { place, why } } : {}) });
  }
  return checked;
}
