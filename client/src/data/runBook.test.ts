import type { Entry } from '@tamper/core/job';
import { ApiError, type KeptEntry } from './api';
import { RunBook, runsWaiting } from './runBook';

const entry = (id: string, at = '2026-11-02T07:00:00Z'): Entry => ({
  id,
  author: 'foreman',
  at,
  fact: { kind: 'happening', what: 'rain', note: '' },
});

/** A server that keeps entries, and can be cut off. */
function bench() {
  const rows: KeptEntry[] = [];
  const server = { cut: false, refuse: undefined as string | undefined, calls: 0 };
  const deps = {
    add: (_: string, one: Entry) => {
      server.calls++;
      if (server.cut) return Promise.reject(new ApiError(0, 'offline', 'No connection to the server.'));
      if (server.refuse === one.id) return Promise.reject(new ApiError(409, 'taken', 'Another entry has this number already.'));
      const kept = rows.find(({ entry: old }) => old.id === one.id) ?? { seq: rows.length + 1, receivedAt: one.at, entry: one };
      if (!rows.includes(kept)) rows.push(kept);
      return Promise.resolve(kept);
    },
    page: (_: string, after: number) =>
      server.cut
        ? Promise.reject(new ApiError(0, 'offline', 'No connection to the server.'))
        : Promise.resolve({ items: rows.filter(({ seq }) => seq > after), next: null }),
    store: localStorage,
    now: () => 1000,
    retryFirst: 5,
  };
  return { rows, server, open: () => new RunBook('r1', deps) };
}
const settled = () => new Promise((done) => setTimeout(done, 40));
const ids = (book: RunBook) => book.read().entries?.map(({ id }) => id);

beforeEach(() => localStorage.clear());

test('an entry shows at once, is sent, and leaves nothing behind on the device', async () => {
  const { rows, open } = bench();
  const book = open();
  book.subscribe(() => undefined);
  book.add(entry('a'));
  expect(ids(book)).toEqual(['a']);
  await settled();
  expect(rows.map(({ entry: { id } }) => id)).toEqual(['a']);
  expect(ids(book)).toEqual(['a']);
  expect(book.read()).toMatchObject({ waiting: [], heard: 1000, error: undefined });
  expect(localStorage.length).toBe(0);
});

test('without a connection it waits on the device, through a reload, and is sent once when the server is back', async () => {
  const { rows, server, open } = bench();
  server.cut = true;
  const before = open();
  before.subscribe(() => undefined);
  before.add(entry('a'));
  await settled();
  expect(before.read()).toMatchObject({ error: 'No connection to the server.', canKeep: true });
  const after = open();
  expect(runsWaiting(localStorage)).toEqual(['r1']);
  expect(after.read().waiting.map(({ entry: { id } }) => id)).toEqual(['a']);
  server.cut = false;
  after.subscribe(() => undefined);
  await settled();
  expect(rows).toHaveLength(1);
  expect(ids(after)).toEqual(['a']);
  expect(localStorage.length).toBe(0);
});

test('one that is refused says why and does not hold up the others', async () => {
  const { rows, server, open } = bench();
  server.refuse = 'a';
  const book = open();
  book.subscribe(() => undefined);
  book.add(entry('a'));
  book.add(entry('b'));
  await settled();
  expect(rows.map(({ entry: { id } }) => id)).toEqual(['b']);
  expect(book.read().waiting).toMatchObject([{ entry: { id: 'a' }, refused: 'Another entry has this number already.' }]);
  // It stays on the device, text and all, until it is let go; one that still waits is not let go.
  expect(localStorage.length).toBe(1);
  book.forget('b');
  book.forget('a');
  expect([book.read().waiting, localStorage.length]).toEqual([[], 0]);
});

test('what others entered comes with the next look', async () => {
  const { rows, open } = bench();
  const book = open();
  book.subscribe(() => undefined);
  await settled();
  rows.push({ seq: 1, receivedAt: '', entry: entry('elsewhere') });
  await book.refresh();
  expect(ids(book)).toEqual(['elsewhere']);
});
