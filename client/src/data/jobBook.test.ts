import { knows, type Fact, type Kept } from '@tamper/core/book';
import { ApiError, type InForce, type KeptEntry, type SentEntry } from './api';
import { deviceId, nextCount } from './device';
import { DeviceClock } from './deviceClock';
import { JobBook } from './jobBook';
import { entriesLeft, sendLeft } from './outbox';
import '../testing/uuid';

const rain = (note = ''): Fact => ({ kind: 'happening', what: 'rain', where: null, note });

/** A server that keeps entries, and can be cut off. */
function bench() {
  const rows: KeptEntry[] = [];
  const server = { cut: false, refuse: undefined as string | undefined, inForce: null as InForce };
  const offline = () => Promise.reject(new ApiError(0, 'offline', 'No connection to the server.'));
  const keep = (entry: SentEntry, about = 'r1'): KeptEntry => {
    const row = { seq: rows.length + 1, about, receivedAt: entry.at, off: 0, entry };
    rows.push(row);
    return row;
  };
  const deps = {
    add: (_: string, about: string, one: SentEntry) => {
      if (server.cut) return offline();
      if (server.refuse !== undefined && (one.fact as { note: string }).note === server.refuse)
        return Promise.reject(new ApiError(409, 'taken', 'Another entry has this number already.'));
      return Promise.resolve(rows.find(({ entry }) => (entry as SentEntry).id === one.id) ?? keep(one, about));
    },
    page: (_: string, after: number) =>
      server.cut
        ? offline()
        : Promise.resolve({
            items: rows.filter(({ seq }) => seq > after),
            next: null,
            inForce: Object.fromEntries(server.inForce ? [['r1', server.inForce]] : []),
          }),
    store: localStorage,
    clock: { now: () => 1000, correction: 0 },
    retryFirst: 5,
  };
  return { rows, server, keep, open: () => onRun(new JobBook('j1', deps)) };
}
/** The book as it is about one run. */
const onRun = (book: JobBook, about = 'r1') => ({
  whole: book,
  subscribe: book.subscribe,
  read: () => book.read(about),
  enter: (fact: Fact, author: string, corrects?: string) => book.enter(about, fact, author, corrects),
  forget: book.forget,
  refresh: book.refresh,
});
type Bench = ReturnType<typeof onRun>;
const settled = () => new Promise((done) => setTimeout(done, 40));
const notes = (book: Bench) => book.read().book?.map(({ entry: { fact } }) => (fact.kind === 'happening' ? fact.note : fact.kind));
const waiting = () => Object.keys(localStorage).filter((key) => key.startsWith('tamper.book.'));

beforeEach(() => localStorage.clear());

test('an entry shows at once, is sent, and leaves nothing behind on the device', async () => {
  const { rows, open } = bench();
  const book = open();
  book.subscribe(() => undefined);
  book.enter(rain('a'), 'foreman');
  expect(notes(book)).toEqual(['a']);
  await settled();
  expect(rows.map(({ entry }) => (entry as { fact: { note: string } }).fact.note)).toEqual(['a']);
  expect(notes(book)).toEqual(['a']);
  expect(book.read()).toMatchObject({ waiting: [], heard: 1000, error: undefined });
  expect(waiting()).toEqual([]);
});

test('without a connection it waits on the device, through a reload, and is sent once when the server is back', async () => {
  const { rows, server, open } = bench();
  server.cut = true;
  const before = open();
  before.subscribe(() => undefined);
  before.enter(rain('a'), 'foreman');
  await settled();
  expect(before.read()).toMatchObject({ error: 'No connection to the server.', canKeep: true });
  const after = open();
  expect(entriesLeft(localStorage, 'j1').map(({ about }) => about)).toEqual(['r1']);
  expect(after.read().waiting.map(({ kept: { entry } }) => entry.fact)).toEqual([rain('a')]);
  server.cut = false;
  after.subscribe(() => undefined);
  await settled();
  expect(rows).toHaveLength(1);
  expect(notes(after)).toEqual(['a']);
  expect(waiting()).toEqual([]);
});

test('one that is refused says why and does not hold up the others', async () => {
  const { rows, server, open } = bench();
  server.refuse = 'a';
  const book = open();
  book.subscribe(() => undefined);
  book.enter(rain('a'), 'foreman');
  book.enter(rain('b'), 'foreman');
  await settled();
  expect(rows.map(({ entry }) => (entry as { fact: { note: string } }).fact.note)).toEqual(['b']);
  expect(book.read().waiting).toMatchObject([
    { kept: { refused: true, entry: { fact: { note: 'a' } } }, refused: 'Another entry has this number already.' },
  ]);
  // It stays on the device, text and all, until it is let go; one that still waits is not let go.
  expect(waiting()).toHaveLength(1);
  // What is bad in it is in the book of this device.
  expect(notes(book)).toEqual(['b', 'a']);
  const refused = book.read().waiting[0]?.kept.entry.id as string;
  book.forget(rows[0] ? (rows[0].entry as SentEntry).id : '');
  book.forget(refused);
  expect([book.read().waiting, waiting()]).toEqual([[], []]);
});

test('what others entered comes with the next look, and with it which plan is in force', async () => {
  const { keep, open, server } = bench();
  const before = bench().open().enter(rain(), 'other');
  localStorage.clear();
  const book = open();
  book.subscribe(() => undefined);
  await settled();
  keep({ ...(before as SentEntry), id: crypto.randomUUID(), fact: rain('elsewhere') });
  await book.refresh();
  expect(notes(book)).toEqual(['elsewhere']);
  expect(book.read().inForce).toBeNull();
  server.inForce = { id: 'p', number: 2 };
  await book.refresh();
  expect(book.read().inForce).toEqual({ id: 'p', number: 2 });
});

test('an entry says what its device knew: everything read without a gap, and what was entered here before', async () => {
  const { keep, open } = bench();
  const book = open();
  const first = book.enter(rain('first'), 'foreman');
  book.subscribe(() => undefined);
  await settled();
  keep({ ...first, id: crypto.randomUUID(), device: 'other', fact: rain('other') });
  const blind = book.enter(rain('blind'), 'foreman');
  await settled();
  const seeing = book.enter(rain('seeing'), 'foreman');
  const [, other] = book.read().book as [Kept, Kept];
  expect([blind, seeing].map((entry) => knows({ entry }, other))).toEqual([false, true]);
  expect([blind, seeing].map((entry) => knows({ entry }, { entry: first, seq: 1 }))).toEqual([true, true]);
});

test('what an earlier visit left is sent from the first screen; what is refused stays for its book to tell', async () => {
  const { server, open } = bench();
  server.cut = true;
  const book = open();
  book.subscribe(() => undefined);
  book.enter(rain('a'), 'foreman');
  book.enter(rain('b'), 'foreman');
  const sent: string[] = [];
  globalThis.fetch = ((_: string, { body }: RequestInit) => {
    const { note } = (JSON.parse(body as string) as { entry: { fact: { note: string } } }).entry.fact;
    sent.push(note);
    const answer = note === 'a' ? { ok: false, status: 400 } : { ok: true, status: 201 };
    return Promise.resolve({ ...answer, headers: { get: () => null }, json: () => Promise.resolve({}) } as unknown as Response);
  }) as typeof fetch;
  AbortSignal.timeout ??= () => new AbortController().signal;
  await sendLeft(localStorage);
  expect([sent, waiting().length]).toEqual([['a', 'b'], 1]);
});

test('what is written about one run is not of another; what is about the job is of all its runs; each is put right where it stands', async () => {
  const { rows, open } = bench();
  const { whole } = open();
  whole.subscribe(() => undefined);
  const walk = whole.enter('j1', { kind: 'walk', note: '' }, 'foreman');
  whole.enter('r1', rain('a'), 'foreman');
  whole.enter('r2', rain('b'), 'foreman');
  await settled();
  const read = (about: string) => notes(onRun(whole, about));
  expect([read('r1'), read('r2'), read('j1')]).toEqual([['walk', 'a'], ['walk', 'b'], ['walk']]);
  whole.enter('r1', { kind: 'wrong', why: 'another site' }, 'foreman', walk.id);
  await settled();
  expect(rows.map(({ about }) => about)).toEqual(['j1', 'r1', 'r2', 'j1']);
});

test('the same list is told again until something is entered that belongs to it', async () => {
  const { open, keep } = bench();
  const book = open();
  book.subscribe(() => undefined);
  const { entry } = keep({ ...book.enter(rain('a'), 'foreman'), id: crypto.randomUUID() });
  await settled();
  const { book: before } = book.read();
  keep({ ...(entry as SentEntry), id: crypto.randomUUID() }, 'r2');
  await book.refresh();
  expect(book.read().book).toBe(before);
  keep({ ...(entry as SentEntry), id: crypto.randomUUID() });
  await book.refresh();
  expect(book.read().book).toHaveLength(3);
});

test('what an earlier program left for a run goes into the book of its job, and is sent', async () => {
  const { rows, open } = bench();
  const entry = open().enter(rain('a'), 'foreman');
  localStorage.clear();
  localStorage.setItem(`tamper.book.r1.${entry.id}`, JSON.stringify(entry));
  const book = open();
  expect(book.read().waiting).toEqual([]);
  book.whole.watch('r1');
  expect(book.read().waiting.map((one) => one.kept.entry)).toEqual([entry]);
  book.subscribe(() => undefined);
  await settled();
  expect([rows.map((row) => row.about), waiting()]).toEqual([['r1'], []]);
});

describe('the clock of a device', () => {
  /** A device with its own clock, and what is kept of it. */
  const device = (start: number) => {
    const own = { now: start };
    return { own, open: () => new DeviceClock(localStorage, () => own.now) };
  };
  test('is put right by the server’s, also through a reload', () => {
    const { own, open } = device(1_000_000);
    const clock = open();
    expect([clock.now(), clock.correction]).toEqual([1_000_000, null]);
    clock.heard(4_000_000);
    own.now += 500;
    expect([clock.now(), clock.correction, open().now()]).toEqual([4_000_500, 3_000_000, 4_000_500]);
  });
  test('set back a day it is not believed, and says so, until the server is heard', () => {
    const { own, open } = device(100_000_000);
    const clock = open();
    clock.heard(100_000_000);
    own.now -= 86_400_000;
    expect([clock.now(), clock.back, open().now()]).toEqual([100_000_000, true, 100_000_000]);
    clock.heard(100_600_000);
    expect([clock.now(), clock.back]).toEqual([100_600_000, false]);
  });
  test('set a thousand years ahead it is right again as soon as the server is heard', () => {
    const { own, open } = device(100_000_000);
    const clock = open();
    own.now += 3e13;
    expect(clock.now()).toBe(100_000_000 + 3e13);
    clock.heard(100_001_000);
    expect([clock.now(), clock.back]).toEqual([100_001_000, false]);
  });
});

test('a device has one name, and no two entries the same place in its order', () => {
  const name = deviceId();
  const first = nextCount();
  expect([deviceId(), nextCount(), deviceId()]).toEqual([name, first + 1, name]);
  localStorage.setItem('tamper.device', 'nonsense');
  expect(deviceId()).toBe(name);
  expect(nextCount()).toBe(first + 2);
});
