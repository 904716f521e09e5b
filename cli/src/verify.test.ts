import { linkText, NOTHING, type Recorded } from '@tamper/core/proof';
import { strToU8, zipSync } from 'fflate';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'tamper-verify-'));
afterAll(() => rmSync(folder, { recursive: true }));
const verify = (contents: string | Uint8Array, name = 'proof.json') => {
  const file = join(folder, name);
  writeFileSync(file, contents);
  return spawnSync(process.execPath, ['--import', 'tsx', join(__dirname, 'verify.ts'), file], {
    encoding: 'utf8',
    cwd: join(__dirname, '../..'),
  });
};
const sha = (text: string) => createHash('sha256').update(text).digest('hex');
const entry = (note: string): Recorded => ({ kind: 'entry', at: '2026-11-28T10:00:00.000Z', what: { off: 0, entry: { id: note } } });
const links = [entry('a'), entry('b')].reduce<(Recorded & { hash: string })[]>(
  (all, thing) => [...all, { ...thing, hash: sha(linkText(all.at(-1)?.hash ?? NOTHING, thing)) }],
  [],
);
const proof = (change = (all: typeof links) => all) =>
  JSON.stringify({
    format: 'tamper-proof',
    version: 1,
    job: 'Yard',
    made: '2026-11-28',
    chains: [{ about: 'r', name: 'Drain', links: change(links) }],
  });

test('a record that holds, by itself and in the zip of its job', () => {
  const head = (links[1]?.hash ?? '').slice(0, 12).replace(/(.{4})(?=.)/g, '$1 ');
  for (const result of [verify(proof()), verify(zipSync({ 'Yard/proof.json': strToU8(proof()) }), 'job.zip')]) {
    expect(result.stdout).toBe(`Yard, as of 2026-11-28\n✓ Drain: holds, 2 · ${head}\n`);
    expect(result.status).toBe(0);
  }
});
test('one that was changed says where', () => {
  const result = verify(proof((all) => all.map((link, i) => (i === 1 ? { ...link, ...entry('c') } : link))));
  expect(result.stdout).toContain('✗ Drain: does not hold at 2: it is not what was recorded there');
  expect(result.status).toBe(1);
});
test.each([
  ['no proof', '{"format":"other"}', /is not a proof of a record/],
  ['no JSON', 'nothing', /cannot be read/],
  ['a zip without one', zipSync({ 'a.txt': strToU8('a') }), /there is no proof\.json in it/],
])('%s is refused in a sentence', (_, contents, words) => {
  const result = verify(contents);
  expect(result.stderr).toMatch(words);
  expect(result.status).toBe(2);
});
