import { createHash } from 'node:crypto';
import { checkProof, contradict, gone, holds, linkText, NOTHING, proofSchema, seeing, shortHead, type Link, type Recorded } from '.';

const sha = (text: string) => createHash('sha256').update(text).digest('hex');
/** Written out once more: each hash of the one before, the kind, the text with its keys in order, the moment. */
const chained = (things: readonly Recorded[]): Link[] => {
  const links: Link[] = [];
  for (const thing of things) links.push({ ...thing, hash: sha(linkText(links.at(-1)?.hash ?? NOTHING, thing)) });
  return links;
};
const entry = (n: number): Recorded => ({
  kind: 'entry',
  at: `2026-11-28T10:00:0${n}.000Z`,
  what: { id: `e${n}`, fact: { kind: 'walk', note: `${n}` } },
});
const links = chained([1, 2, 3, 4].map(entry));

test('the text of a link by hand', () => {
  expect(linkText(NOTHING, { kind: 'entry', at: '2026-11-28T10:00:00.000Z', what: { b: 1, a: [2, 'x'] } })).toBe(
    `${'0'.repeat(64)}\nentry\n{"a":[2,"x"],"b":1}\n2026-11-28T10:00:00.000Z`,
  );
});
test('a chain holds whatever order its keys come back in', async () => {
  const back = links.map((link) => ({ ...link, what: Object.fromEntries(Object.entries(link.what as object).reverse()) }));
  expect(await holds(back, sha)).toEqual({ place: 4, hash: links[3]?.hash });
  expect(await holds([], sha)).toEqual({ place: 0, hash: NOTHING });
});
test.each<[string, (links: Link[]) => Link[], number]>([
  [
    'a word changed',
    (all) => all.map((link, i) => (i === 1 ? { ...link, what: { id: 'e2', fact: { kind: 'walk', note: 'other' } } } : link)),
    2,
  ],
  ['a moment changed', (all) => all.map((link, i) => (i === 2 ? { ...link, at: '2026-11-28T09:00:00.000Z' } : link)), 3],
  ['one taken out', (all) => all.filter((_, i) => i !== 1), 2],
  ['two changed over', (all) => [all[0], all[2], all[1], all[3]] as Link[], 2],
  [
    'one put in between',
    (all) => [all[0], { ...entry(9), hash: sha(linkText(all[0]?.hash ?? '', entry(9))) }, ...all.slice(1)] as Link[],
    3,
  ],
])('%s is found where it is', async (_, change, broken) => {
  expect(await holds(change([...links]), sha)).toMatchObject({ broken });
});
test('a chain made anew holds in itself: heads seen before are not on it', async () => {
  const anew = chained([entry(1), entry(5), entry(3), entry(4)]);
  expect(await holds(anew, sha)).toMatchObject({ place: 4 });
  const seen = [1, 3].map((place) => ({ place, hash: links[place - 1]?.hash ?? '' }));
  expect(gone(links, seen)).toEqual([]);
  expect(gone(anew, seen)).toEqual([seen[1]]);
  // Its end cut off.
  expect(gone(links.slice(0, 2), seen)).toEqual([seen[1]]);
});
test('heads seen one after another contradict where the chain went back or is another', () => {
  const head = (place: number, hash = `h${place}`) => ({ place, hash });
  expect(contradict([head(1), head(4), head(9)])).toBe(false);
  expect(contradict([head(4), head(3)])).toBe(true);
  expect(contradict([head(4), head(4, 'other')])).toBe(true);
  const many = Array.from({ length: 250 }, (_, i) => head(i + 1)).reduce<readonly { place: number; hash: string }[]>(seeing, []);
  expect([many.length, many[0]?.place, many.at(-1)?.place]).toEqual([100, 1, 250]);
  expect(seeing([head(2)], head(2))).toEqual([head(2)]);
});
test('a head as it is read out', () => expect(shortHead({ place: 12, hash: 'abcdef0123456789' })).toBe('12 · abcd ef01 2345'));
test('a file is checked by itself; an issued plan that is not what its digest names is found', async () => {
  const issued: Recorded = { kind: 'revision', at: '2026-11-28T11:00:00.000Z', what: { number: 1, digest: sha('{"depth":1}') } };
  const chain = chained([entry(1), issued]).map((link) => (link.kind === 'revision' ? { ...link, body: { depth: 1 } } : link));
  const file = proofSchema.parse({
    format: 'tamper-proof',
    version: 1,
    job: 'J',
    made: 'now',
    chains: [{ about: 'r', name: 'Drain', links: chain }],
  });
  const digestOf = (body: unknown) => sha(JSON.stringify(body));
  expect(await checkProof(file, sha, digestOf)).toEqual([{ about: 'r', name: 'Drain', place: 2, hash: chain[1]?.hash }]);
  const other = {
    ...file,
    chains: file.chains.map((one) => ({
      ...one,
      links: one.links.map((link) => ({ ...link, ...(link.body ? { body: { depth: 2 } } : {}) })),
    })),
  };
  expect(await checkProof(other, sha, digestOf)).toMatchObject([{ broken: { place: 2, why: 'digest' } }]);
  const loose = { ...file, chains: file.chains.map((one) => ({ ...one, loose: 1 })) };
  expect(await checkProof(loose, sha, digestOf)).toMatchObject([{ broken: { place: 3, why: 'loose' } }]);
});
