import { orderedJson } from '@tamper/core';
import { checkProof, proofSchema, shortHead, type Checked } from '@tamper/core/proof';
import { strFromU8, unzipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');
const WHY = {
  hash: 'it is not what was recorded there',
  digest: 'the plan is not what was issued',
  loose: 'something is recorded past its end',
};

/** The proof in a file: itself, or the `proof.json` of a zipped folder. */
function proofIn(file: Buffer): unknown {
  if (file.subarray(0, 2).toString('latin1') !== 'PK') return JSON.parse(file.toString('utf8'));
  const found = Object.entries(unzipSync(file, { filter: ({ name }) => /(^|\/)proof\.json$/.test(name) }))[0];
  if (!found) throw new SyntaxError('there is no proof.json in it');
  return JSON.parse(strFromU8(found[1]));
}

const line = ({ name, about, broken, ...head }: Checked): string =>
  `${broken ? '✗' : '✓'} ${name || about}: ${broken ? `does not hold at ${broken.place}: ${WHY[broken.why]}` : `holds, ${shortHead(head)}`}`;

/**
 * `npm run -s verify -- FILE`: checks the chains of a record without the application: a `proof.json`, or a zip with one. Exit code 0: all of it holds; 1: something
 * does not; 2: this is no such file.
 */
async function main(path: string | undefined): Promise<void> {
  if (!path) return refuse('Say which file to check: npm run -s verify -- proof.json');
  let read;
  try {
    read = proofSchema.safeParse(proofIn(readFileSync(path)));
  } catch (error) {
    return refuse(`${path} cannot be read: ${(error as Error).message}.`);
  }
  if (!read.success) return refuse(`${path} is not a proof of a record.`);
  const chains = await checkProof(read.data, sha256, (body) => sha256(orderedJson(body)));
  process.stdout.write(`${read.data.job}, as of ${read.data.made}\n${chains.map(line).join('\n')}\n`);
  if (chains.some(({ broken }) => broken)) process.exitCode = 1;
}

function refuse(sentence: string): void {
  process.stderr.write(`${sentence}\n`);
  process.exitCode = 2;
}

await main(process.argv[2]);
