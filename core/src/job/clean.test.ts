import fc from 'fast-check';
import { clean, cleanText, isSurelyClean, sameStored } from './clean';

/** What a database of UTF-8 text holds: no NUL, and every half with its other half. */
const holds = (text: string) => !text.includes('\u0000') && new TextDecoder().decode(new TextEncoder().encode(text)) === text;
/** Any code units, halves of pairs and control characters among them. */
const wild = fc
  .array(fc.oneof(fc.integer({ min: 0, max: 0xffff }), fc.constantFrom(0, 9, 10, 0x1b, 0xd83d, 0xde00)))
  .map((units) => String.fromCharCode(...units));

test('a clean text is one a database holds, cleaning it again changes nothing, and what can be seen stays', () => {
  fc.assert(
    fc.property(wild, (text) => {
      const cleaned = cleanText(text);
      expect(holds(cleaned)).toBe(true);
      expect(cleanText(cleaned)).toBe(cleaned);
    }),
  );
  expect(cleanText('Main\u0000 \ud800run\t😀\nend\u001b')).toBe('Main \ufffdrun\t😀\nend');
});

test('a value is cleaned to its depth, names and all; a clean one stays the same object', () => {
  const value = { a: ['x\u0000', { 'k\u0000': '\udc00' }], n: 1, nothing: null };
  expect(clean(value)).toEqual({ a: ['x', { k: '\ufffd' }], n: 1, nothing: null });
  fc.assert(fc.property(fc.json(), (text) => expect(clean(JSON.parse(text))).toEqual(clean(clean(JSON.parse(text))))));
  const tidy = { a: ['x', { k: 1 }] };
  expect(clean(tidy)).toBe(tidy);
});

test('a text of JSON that is surely clean is of a value with nothing to clean', () => {
  const value = fc.oneof(
    wild,
    fc.dictionary(wild, wild),
    fc.array(wild),
    fc.json().map((text) => JSON.parse(text) as unknown),
  );
  let sure = 0;
  fc.assert(
    fc.property(value, (one) => {
      if (!isSurelyClean(JSON.stringify(one))) return;
      sure++;
      expect(clean(one)).toBe(one);
    }),
  );
  expect(sure).toBeGreaterThan(10);
  for (const unseen of ['\u0000', '\b', '\f', '\u001b', '\u007f', '\ud800', '\udc00x'])
    for (const one of [unseen, { name: `a${unseen}b` }, { [unseen]: 1 }]) expect(isSurelyClean(JSON.stringify(one))).toBe(false);
  expect(isSurelyClean(JSON.stringify({ name: 'Main\trun\n😀 "x" é', levels: [{ station: 0.5, ground: -1e-7 }] }))).toBe(true);
});

test('stored is the same but for spaces at the ends and what cannot be stored', () => {
  expect(sameStored({ name: ' Main ', at: [1, null] }, { name: 'Main', at: [1, null] })).toBe(true);
  expect(sameStored({ name: 'Main\u0000' }, { name: 'Main' })).toBe(true);
  for (const [a, b] of [
    [{ a: 1 }, { a: 2 }],
    [[1], [1, 2]],
    [{ a: [] }, { a: {} }],
    [null, {}],
    [{ a: undefined }, { a: null }],
  ] as const)
    expect(sameStored(a, b)).toBe(false);
  expect(sameStored({ a: undefined }, {})).toBe(true);
});
