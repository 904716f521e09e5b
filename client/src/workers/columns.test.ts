import { planRun } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { blankJob, blankRun } from '@tamper/core/job';
import fc from 'fast-check';
import { asColumns, asLists } from './columns';

/** A copy as a browser makes it of what is sent: what is there twice is one thing in it too. */
function copied(thing: unknown, known = new Map<unknown, unknown>()): unknown {
  if (typeof thing !== 'object' || thing === null) return thing;
  if (known.has(thing)) return known.get(thing);
  if (ArrayBuffer.isView(thing)) known.set(thing, (thing as Float64Array).slice());
  else if (Array.isArray(thing))
    known.set(
      thing,
      thing.map((one) => copied(one, known)),
    );
  else if (Object.getPrototypeOf(thing) === Object.prototype)
    known.set(thing, Object.fromEntries(Object.entries(thing).map(([name, one]) => [name, copied(one, known)])));
  else known.set(thing, thing);
  return known.get(thing);
}
/** As it comes at the other end. */
const sent = <T>(thing: T): T => asLists(copied(asColumns(thing))) as T;

/** Lists and tables on both sides of the length from which they go as bytes, and what spoils one. */
const cell = fc.oneof({ weight: 40, arbitrary: fc.double() }, fc.constantFrom(null, 'x', undefined));
const record = (of: Record<string, fc.Arbitrary<unknown>>) => fc.record(of, { noNullPrototype: true });
const row = fc.oneof(
  { weight: 400, arbitrary: record({ station: fc.double(), ground: fc.double() }) },
  record({ station: fc.double(), ground: cell }),
  record({ ground: fc.double(), station: fc.double(), more: fc.double() }),
  record({ station: fc.double() }),
);
const thing = fc.letrec<{ any: unknown }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 4 },
    fc.array(cell, { minLength: 55, maxLength: 75 }),
    fc.array(row, { minLength: 55, maxLength: 75 }),
    fc.array(fc.double(), { minLength: 60, maxLength: 70 }),
    fc.array(tie('any'), { maxLength: 3 }),
    fc.dictionary(fc.string(), tie('any'), { maxKeys: 4, noNullPrototype: true }),
    fc.oneof(fc.string(), fc.boolean(), fc.constant(null), fc.double()),
  ),
})).any;

test('whatever is sent comes as it was, whole numbers, holes and all; what was sent stays as it was', () => {
  fc.assert(
    fc.property(thing, (one) => {
      const before = copied(one);
      expect(sent(one)).toStrictEqual(before);
      expect(sent(one)).toStrictEqual(before);
      expect(one).toStrictEqual(before);
    }),
    { numRuns: 300 },
  );
});

test('what is there twice is one thing at the other end, as it is when a browser copies it', () => {
  const list = Array.from({ length: 100 }, (_, i) => i / 3);
  const table = list.map((station) => ({ station }));
  const { a, b } = sent({ a: { list, table }, b: [list, table] });
  expect([a.list, a.table]).toStrictEqual([list, table]);
  expect(a.list).toBe(b[0]);
  expect(a.table).toBe(b[1]);
});

test('what is no list and no record goes as it is', () => {
  const things = {
    when: new Date(0),
    known: new Map([['a', Array<number>(100).fill(1)]]),
    bytes: new Uint8Array(100),
    shared: new Set([1]),
  };
  expect(asColumns(things)).toBe(things);
  expect(asColumns(demoFile.runs[0])).toBe(demoFile.runs[0]);
  expect(sent(things)).toEqual(things);
});

test('a job, its run of many levels and the plan of it come as they were, in a fifth of what a browser has to copy number for number', () => {
  const levels = Array.from({ length: 2001 }, (_, i) => ({ station: i / 2, ground: 10 + Math.sin(i / 80) / 2 }));
  const job = blankJob('Yard', 'UK');
  const run = { ...blankRun({ name: 'Long', length: 1000, product: 'drain-160', cover: 1, ruleSet: 'UK' }), stations: levels };
  const plan = planRun(job, run);
  for (const one of [job, run, plan, demoFile]) expect(sent<unknown>(one)).toStrictEqual(copied(one));
  // Numbers that are left one by one: those that go as bytes are no part of the text.
  const numbers = (one: unknown) =>
    (JSON.stringify(asColumns(one), (_, value: unknown) => (ArrayBuffer.isView(value) ? 0 : value)).match(/-?\d+(\.\d+)?/g) ?? []).length;
  expect(numbers(run)).toBeLessThan(100);
  expect(numbers(plan)).toBeLessThan(JSON.stringify(plan).match(/-?\d+(\.\d+)?/g)!.length / 5);
});
