import { knows, type Fact, type Kept } from '@tamper/core/book';
import { freshDevice, reload, settled } from '../testing/device';
import '../testing/uuid';
import { seeded } from '@tamper/core/chance';
import { FILE_VERSION } from '@tamper/core/job';
import { allWaiting, dropWaiting, readBook, refuseWaiting, takenWaiting } from '../store/book';
import { keep } from '../store/database';
import { ApiError, type InForce, type KeptEntry, type SentEntry } from './api';
import { DeviceClock, type KnownTime } from './deviceClock';
import { JobBook } from './jobBook';
import { newId } from './newId';

const rain = (note = ''): Fact => ({ kind: 'happening', what: 'rain', where: null, note });

/** A server that keeps entries, and can be cut off. */
function bench() {
  const rows: KeptEntry[] = [];
  const server = { cut: false, asked: [] as number[], inForce: null as InForce };
  const keepThere = (entry: SentEntry, about = 'r1'): KeptEntry => {
    const row = { seq: rows.length + 1, about, receivedAt: entry.at, off: 0, entry };
    rows.push(row);
    return row;
  };
  const deps = {
    page: (_: string, after: number) => {
      server.asked.push(after);
      if (server.cut) return Promise.reject(new ApiError(0, 'offline', 'No connection to the server.'));
      const inForce = Object.fromEntries(server.inForce ? [['r1', server.inForce]] : []);
      return Promise.resolve({ items: rows.filter(({ seq }) => seq > after), next: null, inForce });
    },
    clock: { now: () => 1000, correction: 0 },
  };
  /** The sender takes what waits to the server. */
  const send = async () => {
    for (const row of (await allWaiting()).filter(({ taken, refused }) => !taken && refused === undefined))
      await takenWaiting(row, keepThere(row.entry, row.about));
  };
  return { rows, server, keepThere, send, open: () => onRun(new JobBook('j1', deps)) };
}
/** The book as it is about one run. */
const onRun = (book: JobBook, about = 'r1') => ({
  whole: book,
  subscribe: book.subscribe,
  read: () => book.read(about),
  enter: (fact: Fact, author: string, corrects?: string) => book.enter(about, fact, author, corrects),
  forget: book.forget,
  again: book.again,
  refresh: book.refresh,
});
type Bench = ReturnType<typeof onRun>;
const notes = (book: Bench) => book.read().book?.map(({ entry: { fact } }) => (fact.kind === 'happening' ? fact.note : fact.kind));

beforeEach(freshDevice);

test('an entry is in the book when it is kept, and waits until the server has it', async () => {
  const { open, send } = bench();
  const book = open();
  book.subscribe(() => undefined);
  await settled();
  await book.enter(rain('a'), 'foreman');
  expect([notes(book), book.read().waiting.length]).toEqual([['a'], 1]);
  await send();
  await settled();
  await book.refresh();
  expect([notes(book), book.read().waiting, await allWaiting()]).toEqual([['a'], [], []]);
  expect(book.read()).toMatchObject({ heard: 1000, error: undefined, canKeep: true });
});

test('without a connection the book is what this device has of it, after a reload too; it is not asked for from the beginning again', async () => {
  const { server, open, send, keepThere } = bench();
  const first = open();
  await first.enter(rain('a'), 'foreman');
  await send();
  await first.refresh();
  server.cut = true;
  await reload();
  const book = open();
  book.subscribe(() => undefined);
  await settled();
  expect(book.read()).toMatchObject({ heard: 1000, error: 'No connection to the server.' });
  await book.enter(rain('b'), 'foreman');
  expect(notes(book)).toEqual(['a', 'b']);
  server.cut = false;
  const [waits] = await allWaiting();
  keepThere({ ...(waits?.entry as SentEntry), id: newId(), fact: rain('c') });
  await book.refresh();
  expect([notes(book), server.asked]).toEqual([
    ['a', 'c', 'b'],
    [0, 1, 1],
  ]);
});

test('an entry whose answer was lost waits no more when it comes with the book', async () => {
  const { open, keepThere } = bench();
  const book = open();
  book.subscribe(() => undefined);
  const entry = (await book.enter(rain('a'), 'foreman')) as SentEntry;
  keepThere(entry);
  await book.refresh();
  expect([notes(book), book.read().waiting, await allWaiting()]).toEqual([['a'], [], []]);
});

test('a book nobody was ever heard of is not known: not empty', async () => {
  const { server, open } = bench();
  server.cut = true;
  const book = open();
  book.subscribe(() => undefined);
  await settled();
  expect(book.read()).toMatchObject({ book: undefined, heard: undefined, inForce: undefined });
});

test('one that is refused says why, counts here, stays through a reload, and is sent again or let go', async () => {
  const { open } = bench();
  const before = open();
  await before.enter(rain('a'), 'foreman');
  await before.enter(rain('b'), 'foreman');
  const [row] = await allWaiting();
  await refuseWaiting(row as NonNullable<typeof row>, 'Another entry has this number already.');
  await reload();
  const book = open();
  book.subscribe(() => undefined);
  await settled();
  expect(book.read().waiting).toMatchObject([
    { kept: { refused: true, entry: { fact: { note: 'a' } } }, refused: 'Another entry has this number already.' },
    { kept: { entry: { fact: { note: 'b' } } } },
  ]);
  // What is bad in it is in the book of this device.
  expect(notes(book)).toEqual(['a', 'b']);
  const [refused, waits] = book.read().waiting.map(({ kept: { entry } }) => entry.id) as [string, string];
  // One that still waits is not let go.
  await book.forget(waits);
  await book.again(refused);
  await settled();
  expect(book.read().waiting.map((one) => one.refused)).toEqual([undefined, undefined]);
  await refuseWaiting(row as NonNullable<typeof row>, 'No.');
  await settled();
  await book.forget(refused);
  await settled();
  expect(notes(book)).toEqual(['b']);
});

test('what others entered comes with the next look, and with it which plan is in force', async () => {
  const { keepThere, open, server } = bench();
  const book = open();
  book.subscribe(() => undefined);
  const before = await book.enter(rain(), 'other');
  await dropWaiting({ id: before.id, jobId: 'j1' });
  keepThere({ ...(before as SentEntry), id: newId(), fact: rain('elsewhere') });
  await book.refresh();
  expect(notes(book)).toEqual(['elsewhere']);
  expect(book.read().inForce).toBeNull();
  server.inForce = { id: 'p', number: 2 };
  await book.refresh();
  expect(book.read().inForce).toEqual({ id: 'p', number: 2 });
  await reload();
  const again = open();
  server.cut = true;
  again.subscribe(() => undefined);
  await settled();
  expect([notes(again), again.read().inForce]).toEqual([['elsewhere'], { id: 'p', number: 2 }]);
});

test('an entry says what its device knew: everything read without a gap, and what was entered here before', async () => {
  const { keepThere, open, send } = bench();
  const book = open();
  const first = await book.enter(rain('first'), 'foreman');
  await send();
  await book.refresh();
  keepThere({ ...(first as SentEntry), id: newId(), device: 'other', fact: rain('other') });
  const blind = await book.enter(rain('blind'), 'foreman');
  await book.refresh();
  const seeing = await book.enter(rain('seeing'), 'foreman');
  const [, other] = book.read().book as [Kept, Kept];
  expect([blind, seeing].map((entry) => knows({ entry }, other))).toEqual([false, true]);
  expect([blind, seeing].map((entry) => knows({ entry }, { entry: first, seq: 1 }))).toEqual([true, true]);
});

test('what is written about one run is not of another; what is about the job is of all its runs; each is put right where it stands', async () => {
  const { open } = bench();
  const { whole } = open();
  const walk = await whole.enter('j1', { kind: 'walk', note: '' }, 'foreman');
  await whole.enter('r1', rain('a'), 'foreman');
  await whole.enter('r2', rain('b'), 'foreman');
  const read = (about: string) => notes(onRun(whole, about));
  expect([read('r1'), read('r2'), read('j1')]).toEqual([['walk', 'a'], ['walk', 'b'], ['walk']]);
  await whole.enter('r1', { kind: 'wrong', why: 'another site' }, 'foreman', walk.id);
  expect((await allWaiting()).map(({ about }) => about)).toEqual(['j1', 'r1', 'r2', 'j1']);
});

test('what was read once is taken as it is by the same program; what a newer program wrote is read anew each time', async () => {
  const { open, keepThere } = bench();
  const first = open();
  const entry = (await first.enter(rain('a'), 'foreman')) as SentEntry;
  await dropWaiting({ id: entry.id, jobId: 'j1' });
  keepThere(entry);
  await first.refresh();
  const plainOf = async () => (await readBook('j1')).stretches.map(({ plain }) => plain);
  expect(await plainOf()).toEqual([FILE_VERSION]);
  keepThere({ ...entry, id: newId(), fact: { kind: 'dreamt-of' } });
  await first.refresh();
  expect(await plainOf()).toEqual([undefined]);
  await reload();
  const again = open();
  await again.refresh();
  expect(again.read().book?.map(({ entry: { fact } }) => fact.kind)).toEqual(['happening', 'unknown']);
  expect(again.read().book?.map(({ seq }) => seq)).toEqual([1, 2]);
});

test('the same list is told again until something is entered that belongs to it', async () => {
  const { open, keepThere } = bench();
  const book = open();
  book.subscribe(() => undefined);
  const entry = (await book.enter(rain('a'), 'foreman')) as SentEntry;
  const { book: before } = book.read();
  keepThere({ ...entry, id: newId() }, 'r2');
  await book.refresh();
  expect(book.read().book).toBe(before);
  keepThere({ ...entry, id: newId() });
  await book.refresh();
  expect(book.read().book).toHaveLength(2);
});

test('two pages of one device show each other’s entries, and give no place twice', async () => {
  const { open } = bench();
  const [one, other] = [open(), open()];
  for (const book of [one, other]) book.subscribe(() => undefined);
  const [a, b] = await Promise.all([one.enter(rain('a'), 'foreman'), other.enter(rain('b'), 'foreman')]);
  expect([a.count, b.count].sort()).toEqual([1, 2]);
  await settled();
  expect([notes(one)?.sort(), notes(other)?.sort()]).toEqual([
    ['a', 'b'],
    ['a', 'b'],
  ]);
});

test('what an earlier program left for a run goes into the book of its job', async () => {
  const { open } = bench();
  const book = open();
  book.subscribe(() => undefined);
  const entry = (await book.enter(rain('a'), 'foreman')) as SentEntry;
  await dropWaiting({ id: entry.id, jobId: 'j1' });
  await keep(['waiting'], (tx) => (tx.put('waiting', { id: entry.id, jobId: '', about: 'r1', count: 1, entry }), Promise.resolve()));
  await settled();
  expect(book.read().waiting).toEqual([]);
  book.whole.watch('r1');
  await settled();
  expect(book.read().waiting.map((one) => one.kept.entry)).toEqual([entry]);
});

describe('the clock of a device', () => {
  /** A device with its own clock, and what is kept of it. */
  const device = (start: number) => {
    const own = { now: start };
    let kept: KnownTime | undefined;
    const store = { read: () => kept, write: (known: KnownTime) => void (kept = known) };
    return { own, open: () => new DeviceClock(store, () => own.now), kept: () => kept };
  };
  test('is put right by the server’s, also through a reload', () => {
    const { own, open } = device(1_000_000);
    const clock = open();
    expect([clock.now(), clock.correction]).toEqual([1_000_000, null]);
    clock.heard(4_000_000, 0);
    own.now += 500;
    expect([clock.now(), clock.correction, open().now()]).toEqual([4_000_500, 3_000_000, 4_000_500]);
  });
  test('set back a day it is not believed, and says so, until the server is heard', () => {
    const { own, open } = device(100_000_000);
    const clock = open();
    clock.heard(100_000_000, 0);
    own.now -= 86_400_000;
    expect([clock.now(), clock.back, open().now()]).toEqual([100_000_000, true, 100_000_000]);
    clock.heard(100_600_000, 0);
    expect([clock.now(), clock.back]).toEqual([100_600_000, false]);
  });
  test('set a thousand years ahead it is right again as soon as the server is heard', () => {
    const { own, open } = device(100_000_000);
    const clock = open();
    own.now += 3e13;
    expect(clock.now()).toBe(100_000_000 + 3e13);
    clock.heard(100_001_000, 0);
    expect([clock.now(), clock.back]).toEqual([100_001_000, false]);
  });
  test('is not put back behind what was just written down because an answer was long under way, or was told unasked', () => {
    const { own, open } = device(100_000_000);
    const clock = open();
    clock.heard(100_000_000, 40);
    own.now += 5_000;
    const made = clock.now();
    clock.heard(100_001_000, 4_200);
    expect([clock.now(), clock.correction]).toEqual([made, 0]);
    clock.heard(100_001_000, Infinity);
    expect([clock.now(), clock.back]).toEqual([made, false]);
  });
  test('is as near as the quickest answer says, however long others were under way', () => {
    const random = seeded(Number(process.env.TAMPER_SEED ?? 20_261_130));
    const delay = () => Math.round(6000 * random() ** 3);
    for (let round = 0; round < 200; round++) {
      const { own, open } = device(Math.round(1e8 + 2e7 * (random() - 0.5)));
      const clock = open();
      let [now, quickest] = [1e8, Infinity];
      const pass = (ms: number) => ((now += ms), (own.now += ms));
      for (let contact = 0; contact < 12; contact++) {
        const [out, back, asked] = [delay(), delay(), random() < 0.7];
        pass(out);
        const moment = now;
        pass(back);
        clock.heard(moment, asked ? out + back : Infinity);
        if (asked) quickest = Math.min(quickest, out + back);
        pass(delay());
        expect(Math.abs(clock.now() - now)).toBeLessThanOrEqual(quickest);
      }
    }
  });
  test('is not written down at every contact: only what is news', () => {
    const { own, open, kept } = device(100_000_000);
    const clock = open();
    clock.heard(100_000_000, 0);
    const first = kept();
    own.now += 1000;
    clock.heard(100_001_100, 0);
    expect(kept()).toBe(first);
    own.now += 6000;
    clock.heard(100_007_100, 0);
    expect(kept()).toMatchObject({ latest: 100_007_100, correction: 100 });
  });
});
