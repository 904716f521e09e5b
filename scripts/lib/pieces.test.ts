import fc from 'fast-check';
import { group, modulesOf } from './pieces.mjs';

/** Pieces made from what each module hangs on; a module is its number. */
const made = (pieces: Record<string, Record<number, number[]>>) =>
  new Map(
    Object.entries(pieces).map(([name, modules]) => [
      name,
      {
        modules: new Map(
          Object.entries(modules).map(([id, hangsOn]) => [Number(id), { id: Number(id), hangsOn, factory: 'x'.repeat(30_000) }]),
        ),
        calls: [] as number[],
      },
    ]),
  );

const first = (name: string) => name === 'list';

test('what the first screen needs stays, the rest is fetched with who wants it, what few bytes are shared goes together', () => {
  const pieces = made({ common: { 1: [2], 2: [], 3: [], 4: [3], 5: [] }, list: { 10: [1] }, run: { 11: [4, 2] }, works: { 12: [4, 5] } });
  const { files, wants } = group(pieces, 'common', { first });
  expect(files).toEqual([[4, 3], [5]]);
  expect(wants).toEqual(
    new Map([
      ['list', []],
      ['run', [0]],
      ['works', [0, 1]],
    ]),
  );
});

test('all that the frame wants is one file, for itself and what stands in it; what is small is copied into what an address asks for at once', () => {
  const pieces = made({
    ...{ common: { 1: [], 2: [], 3: [], 4: [] }, list: { 10: [] } },
    ...{ frame: { 11: [1, 2] }, dig: { 12: [1, 3] }, job: { 13: [2, 3, 4] }, card: { 14: [3] } },
  });
  pieces.get('common')!.modules.get(3)!.factory = 'x'.repeat(10_000);
  const { files, wants, given } = group(pieces, 'common', {
    first,
    route: (name: string) => name === 'dig' || name === 'job',
    framed: (name: string) => (name === 'frame' ? 'frame' : name === 'dig' ? 'inside' : undefined),
  }) as Grouped;
  const fetched = (name: string) => wants.get(name)!.map((i) => files[i]);
  expect(fetched('frame')).toEqual([[2, 1]]);
  expect(fetched('dig')).toEqual(fetched('frame'));
  expect(given.get('dig')).toEqual([3]);
  expect(fetched('job').flat().sort()).toEqual([2, 4]);
  expect(given.get('job')).toEqual([3]);
  expect(fetched('card')).toEqual([[3]]);
  expect(given.get('card')).toEqual([]);
});

interface Grouped {
  files: number[][];
  wants: Map<string, number[]>;
  given: Map<string, number[]>;
  taken: Set<number>;
}

test('whatever hangs on whatever, a piece finds all it hangs on in itself, with the first screen or in the files it wants', () => {
  const piece = fc.integer({ min: 0, max: 4 });
  const graph = fc.record({
    home: fc.array(piece, { minLength: 30, maxLength: 30 }),
    edges: fc.array(fc.tuple(fc.nat(29), fc.nat(29)), { maxLength: 80 }),
    small: fc.array(fc.boolean(), { minLength: 30, maxLength: 30 }),
    routes: fc.subarray(['frame', 'run', 'works']),
    inside: fc.subarray(['run', 'works']),
  });
  const NAMES = ['common', 'list', 'frame', 'run', 'works'] as const;
  fc.assert(
    fc.property(graph, ({ home, edges, small, routes, inside }) => {
      // A piece hangs on itself and on what is shared: what else it hung on would have been shared.
      const hangsOn = (id: number) => edges.flatMap(([from, to]) => (from === id && (home[to] === home[id] || home[to] === 0) ? [to] : []));
      const of = (index: number) => Object.fromEntries(home.flatMap((own, id) => (own === index ? [[id, hangsOn(id)]] : [])));
      const pieces = made(Object.fromEntries(NAMES.map((name, index) => [name, of(index)])));
      for (const { modules } of pieces.values())
        for (const module of modules.values()) if (small[module.id]) module.factory = 'x'.repeat(5000);
      const { files, wants, given, taken } = group(pieces, 'common', {
        first,
        route: (name: string) => routes.includes(name),
        framed: (name: string) => (name === 'frame' ? 'frame' : inside.includes(name) ? 'inside' : undefined),
      }) as Grouped;
      expect(files.every((ids) => new Set(ids).size === ids.length)).toBe(true);
      for (const name of ['list', 'frame', 'run', 'works']) {
        const there = new Set([
          ...pieces.get(name)!.modules.keys(),
          ...[...pieces.get('common')!.modules.keys()].filter((id) => !taken.has(id)),
          ...(wants.get(name) ?? []).flatMap((i) => files[i] ?? []),
          ...(given.get(name) ?? []),
        ]);
        if (name === 'list') expect([wants.get(name), given.get(name)]).toEqual([[], []]);
        if (!routes.includes(name)) expect(given.get(name)).toEqual([]);
        const open = [...pieces.get(name)!.modules.keys()];
        for (const seen = new Set<number>(); open.length > 0;) {
          const id = open.pop() as number;
          if (seen.has(id)) continue;
          seen.add(id);
          expect(there).toContain(id);
          open.push(...hangsOn(id));
        }
      }
    }),
    { seed: 7, numRuns: 400 },
  );
});

test('modules are read from a script as it runs; one that brings its own loader is no piece', () => {
  const code = '__d(function(g){return 1},3,[4,5]);\n__d(function(g){return 2},4,{"0":6,"1":7,"paths":{"7":"/x.js"}});\n__r(3);';
  const { modules, calls } = modulesOf(code)!;
  expect([...modules.values()].map(({ id, hangsOn, paths }) => ({ id, hangsOn, paths }))).toEqual([
    { id: 3, hangsOn: [4, 5], paths: {} },
    { id: 4, hangsOn: [6], paths: { 7: '/x.js' } },
  ]);
  expect(calls).toEqual([3]);
  expect(modulesOf('var __d=function(){};__r(1);')).toBeUndefined();
});
