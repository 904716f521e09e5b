import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';
import type { Head } from '@tamper/core/heads';
import { orderedJson } from '@tamper/core/ordered';
import type { ProofFile } from '@tamper/core/proof';
import { checkProof } from '@tamper/core/proof-check';
import { contradict, gone } from '@tamper/core/seals';

const hash = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));
const WHY = {
  hash: 'is not what was recorded there',
  digest: 'is not the plan that was issued',
  loose: 'is recorded past the end of its chain',
};

/** Checks chains by themselves, and against the heads a device has seen. @returns what does not hold, in sentences, and how much was looked at. */
export async function checkHere(
  proof: ProofFile,
  seen: Readonly<Record<string, readonly Head[]>>,
): Promise<{ faults: string[]; links: number }> {
  const checked = await checkProof(proof, hash, (body) => hash(orderedJson(body)));
  const links = new Map(proof.chains.map((chain) => [chain.about, chain.links]));
  const faults = [
    ...checked.flatMap(({ name, broken }) => (broken ? `${name}: number ${broken.place} ${WHY[broken.why]}.` : [])),
    ...Object.entries(seen).flatMap(([about, heads]) => {
      const name = proof.chains.find((chain) => chain.about === about)?.name ?? 'A run';
      const lost = gone(links.get(about) ?? [], heads)[0];
      if (lost) return `${name}: up to number ${lost.place} it is another record than this device has seen.`;
      return contradict(heads) ? `${name}: this device was told two records of it.` : [];
    }),
  ];
  return { faults, links: proof.chains.reduce((sum, chain) => sum + chain.links.length, 0) };
}
