import { z } from 'zod';

/** Where of the book a form is built while this runs. */
function builtBy(work: () => void): string[] {
  const places: string[] = [];
  const told = new Proxy(z, {
    get(all, name: keyof typeof z) {
      const [, , ...stack] = (new Error().stack ?? '').split('\n');
      const place = stack.find((line) => line.includes('core/src/'));
      if (place?.includes('core/src/book/')) places.push(place.trim());
      return all[name];
    },
  });
  jest.resetModules();
  jest.doMock('zod', () => ({ z: told }));
  work();
  return places;
}
afterAll(() => jest.dontMock('zod'));

test('what an entry looks like is built when the first is held against it, and of its kind alone: a program that starts would build sixty forms', () => {
  let book = {} as typeof import('.');
  expect(builtBy(() => (book = jest.requireActual<typeof import('.')>('.')))).toEqual([]);
  const places = builtBy(() => {
    book = jest.requireActual<typeof import('.')>('.');
    book.readEntry({
      id: crypto.randomUUID(),
      author: 'driver',
      at: '2026-11-01T08:00:00Z',
      fact: { kind: 'note', text: 'Wet', where: null },
    });
  });
  const kinds = places.flatMap((place) => /book\/kinds\/(\w+)\.ts/.exec(place)?.[1] ?? []);
  expect([...new Set(kinds)]).toEqual(['note']);
});
