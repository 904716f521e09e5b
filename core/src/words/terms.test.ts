import { terms, termsIn } from './terms';

const names = (text: string) => termsIn(text).map(({ name }) => name);

test('every term is found by each of its forms, in any case, and named once', () => {
  for (const { name, also } of terms)
    for (const form of [name, ...also]) expect(names(`Of the ${form.toUpperCase()}, here.`)).toContain(name);
  const forms = terms.flatMap(({ name, also }) => [...new Set([name, ...also].map((form) => form.toLowerCase()))]);
  expect(forms).toEqual([...new Set(forms)]);
  expect(terms.map(({ name }) => name)).toEqual([...terms.map(({ name }) => name)].sort((a, b) => a.localeCompare(b)));
});

test('a term within another word is none', () => {
  expect(names('Embankment, coverage, uplift and fallen bedrock')).toEqual([]);
  expect(names('Dig (bank), spoil (loose)')).toEqual(['Bank', 'Loose', 'Spoil']);
  expect(names('STOP: 1:0.5 batter, no bedding over the lip.')).toEqual(['Batter', 'Bed', 'Lip']);
});

test('every meaning is a sentence of its own', () => {
  for (const { meaning } of terms) expect(meaning).toMatch(/^[A-Z].{20,}\.$/);
});
