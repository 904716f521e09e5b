import '../testing/uuid';
import { deviceId } from '../data/device';
import { anotherTab, freshDevice, fullDevice, reload } from '../testing/device';
import { readAnswer } from './answers';
import { hearPage, keepEntry, readBook, takenWaiting } from './book';
import { isKeeping, keep, lookUp, onKeeping, whenKeeping } from './database';
import { keepDraft, readDocument, settleDraft } from './documents';
import { askOnLeaving } from './leaving';
import { openDevice } from './open';
import { putOwn, readOwn } from './own';
import { pack, packMore, unpack } from './packed';
import { changeMe, heldBy, makerOf, ownNewJob } from './me';
import { heardMe } from './meAgain';
import { hearRuns, readRuns } from './runs';

beforeEach(freshDevice);

const put = (key: string, value: unknown) => keep(['own'], (tx) => (tx.put('own', { key, value }), Promise.resolve()));
const get = async (key: string) => (await lookUp(['own'], (tx) => tx.get('own', key)))?.value;

test('what a full store does not take is held in the page, said not to be kept, read like the rest, and put in when there is room', async () => {
  const told: boolean[] = [];
  const stop = onKeeping(() => told.push(isKeeping()));
  expect((await put('a', 1)).kept).toBe(true);
  const free = fullDevice();
  expect((await put('a', 2)).kept).toBe(false);
  expect((await put('b', 3)).kept).toBe(false);
  expect([await get('a'), await get('b'), isKeeping()]).toEqual([2, 3, false]);
  expect((await lookUp(['own'], (tx) => tx.all('own'))).map(({ key }) => key)).toEqual(['a', 'b', 'device']);
  free();
  expect((await put('c', 4)).kept).toBe(true);
  await reload();
  expect([await get('a'), await get('b'), await get('c'), isKeeping()]).toEqual([2, 3, 4, true]);
  expect(told).toEqual([false, true]);
  stop();
});

test('the browser asks before a page is left with work that only it holds; not where the device has it, or the server', async () => {
  const stop = askOnLeaving();
  const asks = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  const free = fullDevice();
  await put('a', 1);
  expect([isKeeping(), asks()]).toEqual([false, false]);
  const { draft } = await keepDraft({ path: '/runs/r1', jobId: 'j1', doc: 1 }, { rev: 0, doc: 0, version: 1, base: 0 }, (_, mine) => mine);
  expect(asks()).toBe(true);
  await settleDraft({ ...draft, doc: pack(1), base: undefined }, { id: 'r1', version: 2, updatedAt: '' } as never);
  expect([isKeeping(), asks()]).toEqual([false, false]);
  const { value } = await keepEntry('j1', (count) => ({ about: 'r1', entry: { id: 'e1', count, device: deviceId() } as never }));
  expect(asks()).toBe(true);
  await takenWaiting(value, {} as never);
  expect(asks()).toBe(false);
  await keepEntry('j1', (count) => ({ about: 'r1', entry: { id: 'e2', count, device: deviceId() } as never }));
  free();
  await put('b', 2);
  expect([isKeeping(), asks()]).toEqual([true, false]);
  stop();
});

test('what loads the page anew waits until nothing is held in it', async () => {
  const done: string[] = [];
  whenKeeping(() => done.push('at once'));
  const free = fullDevice();
  await put('a', 1);
  whenKeeping(() => done.push('later'));
  await put('b', 2);
  expect(done).toEqual(['at once']);
  free();
  await put('c', 3);
  await put('d', 4);
  expect(done).toEqual(['at once', 'later']);
});

test('what was held while there was no room goes in beside what another tab kept meanwhile, not over it', async () => {
  const both = (base: unknown, mine: unknown, theirs: unknown) => ({ ...(base as object), ...(theirs as object), ...(mine as object) });
  const run = (doc: unknown) => ({ path: '/runs/r1', jobId: 'j1', doc });
  const entry = (id: string) => (count: number) => ({ about: 'r1', entry: { id, count, device: deviceId() } as never });
  const { draft } = await keepDraft(run({ here: 1 }), { rev: 0, doc: {}, version: 1, base: {} }, both);
  const other = await anotherTab();

  const free = fullDevice();
  const held = await keepDraft(run({ here: 2 }), draft, both);
  expect(held.kept).toBe(false);
  expect((await keepDraft(run({ here: 3 }), held.draft, both)).kept).toBe(false);
  expect((await keepEntry('j1', entry('mine'))).kept).toBe(false);
  free();
  const there = await other.documents.readDocument('/runs/r1');
  expect(there.draft?.doc).toEqual({ here: 1 });
  await other.documents.keepDraft(run({ here: 1, there: 1 }), there.draft!, both);
  await other.book.keepEntry('j1', entry('theirs'));

  expect((await put('anything', 1)).kept).toBe(true);
  await reload();
  expect((await readDocument('/runs/r1')).draft?.doc).toEqual({ here: 3, there: 1 });
  const waiting = await lookUp(['waiting'], (tx) => tx.all('waiting'));
  expect(waiting.map(({ id, count }) => [id, count])).toEqual([
    ['mine', 2],
    ['theirs', 1],
  ]);
});

test('of what is written in one go, all is kept or nothing', async () => {
  await expect(
    keep(['own'], async (tx) => {
      tx.put('own', { key: 'a', value: 1 });
      await tx.get('own', 'a');
      throw new Error('on second thoughts');
    }),
  ).rejects.toThrow('on second thoughts');
  expect(await get('a')).toBeUndefined();
});

test('a device without a store works, and says that it keeps nothing', async () => {
  await reload();
  // @ts-expect-error a page in which it is forbidden
  delete globalThis.indexedDB;
  await reload();
  expect([await putOwn('who', 'foreman'), readOwn('who'), isKeeping()]).toEqual([false, 'foreman', false]);
});

test('a window that may not even ask for a store works, and says that it keeps nothing', async () => {
  const forbid = () => {
    throw new DOMException('Access is denied for this document.', 'SecurityError');
  };
  const spies = [
    jest.spyOn(indexedDB, 'open').mockImplementation(forbid),
    jest.spyOn(window, 'localStorage', 'get').mockImplementation(forbid),
  ];
  await reload();
  expect([await putOwn('who', 'foreman'), readOwn('who'), isKeeping()]).toEqual([false, 'foreman', false]);
  for (const spy of spies) spy.mockRestore();
});

test('what an earlier program kept is taken over, and taken away there only then; what was cut short is set aside', async () => {
  const id = '22222222-2222-4222-8222-222222222222';
  const entry = { id, count: 7, fact: { kind: 'walk' } };
  localStorage.setItem('tamper.who', 'foreman');
  localStorage.setItem('tamper.device', '{"id":"old","count":7}');
  localStorage.setItem('tamper.draft/jobs/j1', '{"version":3,"base":{"n":1},"doc":{"n":2}}');
  localStorage.setItem(`tamper.book.j1.r1.${id}`, JSON.stringify(entry));
  localStorage.setItem('tamper.draft/runs/r1', '{"version":3,"ba');
  localStorage.setItem('another.program', 'stays');
  const free = fullDevice();
  await reload();
  expect(localStorage.length).toBe(6);
  free();
  await reload();
  await openDevice();
  expect(Object.keys(localStorage)).toEqual(['another.program']);
  expect([readOwn('who'), deviceId()]).toEqual(['foreman', 'old']);
  expect((await readDocument('/jobs/j1')).draft).toMatchObject({ version: 3, base: { n: 1 }, doc: { n: 2 }, jobId: 'j1' });
  expect((await readBook('j1')).waiting).toMatchObject([{ id, about: 'r1', count: 7, entry }]);
  expect(await lookUp(['damaged'], (tx) => tx.all('damaged'))).toMatchObject([{ why: 'It was cut short.', row: '{"version":3,"ba' }]);
});

test('a long book is kept in stretches and read back whole and in order', async () => {
  const items = Array.from({ length: 1203 }, (_, i) => ({ seq: 3 * i + 1, about: 'r1', receivedAt: '', off: 0, entry: { id: `e${i}` } }));
  for (let i = 0; i < items.length; i += 301) await hearPage('j1', { items: items.slice(i, i + 301), next: null, inForce: {} }, 1);
  await hearPage('j2', { items: items.slice(0, 2), next: null, inForce: {} }, 1);
  await reload();
  expect((await readBook('j1')).stretches.flatMap((row) => row.items)).toEqual(items);
  expect(await lookUp(['entries'], (tx) => tx.all('entries'))).toHaveLength(4);
});

test('what an earlier program kept as the thing itself is read and gone on from like what is kept as its text', async () => {
  const items = [1, 2].map((seq) => ({ seq, about: 'r1', receivedAt: '', off: 0, entry: { id: `e${seq}` } }));
  const stored = { id: 'r1', version: 3, updatedAt: '', doc: { n: 0 } };
  const draft = { jobId: 'j1', version: 3, base: { n: 0 }, rev: 4, since: 1 };
  await keep(['documents', 'drafts', 'answers', 'entries', 'books'], (tx) => {
    tx.put('documents', { path: '/runs/r1', jobId: 'j1', stored } as never);
    tx.put('drafts', { ...draft, path: '/runs/r1', doc: { n: 1 } } as never);
    tx.put('answers', { path: '/jobs/j1/runs/all', jobId: 'j1', at: 1, body: ['r1'] } as never);
    tx.put('entries', { jobId: 'j1', first: 1, items } as never);
    tx.put('books', { jobId: 'j1', known: 2, last: 1 });
    return Promise.resolve();
  });
  expect(await readDocument('/runs/r1')).toEqual({
    row: { path: '/runs/r1', jobId: 'j1', stored },
    draft: { ...draft, path: '/runs/r1', doc: { n: 1 } },
  });
  const runs = await readRuns('j1');
  expect(runs?.map(({ id, row, draft: work }) => [id, unpack(row?.stored.doc), unpack(work?.doc)])).toEqual([['r1', { n: 0 }, { n: 1 }]]);
  expect(await readAnswer('/jobs/j1/runs/all')).toEqual({ body: ['r1'] });
  // Another tab had it otherwise.
  await keepDraft({ path: '/runs/r1', jobId: 'j1', doc: { n: 2 } }, { rev: 3, doc: {}, version: 3, base: { n: 0 } }, (...all) => all);
  expect((await readDocument('/runs/r1')).draft).toEqual({ ...draft, path: '/runs/r1', doc: [{}, { n: 2 }, { n: 1 }], rev: 5 });
  const more = { seq: 3, about: 'r1', receivedAt: '', off: 0, entry: { id: 'e3' } };
  await hearPage('j1', { items: [more], next: null, inForce: {} }, 1);
  await reload();
  const { stretches } = await readBook('j1');
  expect(stretches.map((one) => one.items)).toEqual([[...items, more]]);
  expect((await lookUp(['entries'], (tx) => tx.all('entries'))).map(({ count }) => count)).toEqual([3]);
});

test('a list gets more at its end', () => {
  const both = (a: readonly unknown[], b: readonly unknown[]) => unpack(packMore(pack(a), pack(b)));
  expect([both([1, '],['], [{}]), both([], [2]), both([1], []), both([], [])]).toEqual([[1, '],[', {}], [2], [1], []]);
});

test('two tabs that worked on one document put both together', async () => {
  const merge = (base: unknown, mine: unknown, theirs: unknown) => ({ base, mine, theirs });
  const seen = { rev: 0, doc: 'base', version: 1, base: 'base' };
  const one = await keepDraft({ path: '/runs/r1', jobId: 'j1', doc: 'one' }, seen, merge);
  expect(one.draft).toMatchObject({ doc: 'one', rev: 1, version: 1, base: 'base' });
  const other = await keepDraft({ path: '/runs/r1', jobId: 'j1', doc: 'other' }, seen, merge);
  expect(other.draft).toMatchObject({ doc: { base: 'base', mine: 'other', theirs: 'one' }, rev: 2, version: 1, base: 'base' });
  // Who has seen it goes on from it.
  expect((await keepDraft({ path: '/runs/r1', jobId: 'j1', doc: 'both' }, other.draft, merge)).draft).toMatchObject({
    doc: 'both',
    rev: 3,
  });
});

test('the runs of a job: as the server has them, with what is worked on here; a run gone there stays as long as it is worked on', async () => {
  const stored = (id: string, version = 1) => ({ id, version, updatedAt: '', doc: id });
  expect(await readRuns('j1')).toBeUndefined();
  await hearRuns('j1', [stored('b'), stored('a')], 1);
  await keepDraft(
    { path: '/runs/new', jobId: 'j1', doc: 'new' },
    { rev: 0, doc: undefined, version: 0, base: undefined },
    (_, mine) => mine,
  );
  await keepDraft({ path: '/runs/a', jobId: 'j1', doc: 'edited' }, { rev: 0, doc: 'a', version: 1, base: 'a' }, (_, mine) => mine);
  const seen = async () => (await readRuns('j1'))?.map(({ id, row, draft }) => [id, row?.stored.version, unpack(draft?.doc)]);
  expect(await seen()).toEqual([
    ['b', 1, undefined],
    ['a', 1, 'edited'],
    ['new', undefined, 'new'],
  ]);
  await hearRuns('j1', [stored('b', 2)], 2);
  expect(await seen()).toEqual([
    ['b', 2, undefined],
    ['a', 1, 'edited'],
    ['new', undefined, 'new'],
  ]);
  await hearRuns('j1', [], 3);
  expect(await seen()).toEqual([
    ['a', 1, 'edited'],
    ['new', undefined, 'new'],
  ]);
});

test('a hand-over is not believed before the device keeps it; what the server says meanwhile does not undo it', async () => {
  const people = ['dana', 'cora'].map((id) => ({ id, name: id, keeper: false, jobs: {} }));
  await heardMe({ crew: true, people, as: 'dana' });
  ownNewJob('of-dana');
  const over = changeMe((me) => me && { ...me, as: 'cora' });
  const heard = heardMe({ crew: true, people: people.map((one) => ({ ...one, jobs: { a: ['crew'] as const } })) });
  expect(heldBy()).toBe('dana');
  await over;
  expect(heldBy()).toBe('cora');
  await heard;
  await reload();
  expect([heldBy(), makerOf('of-dana'), makerOf('of-cora')]).toEqual(['cora', 'dana', undefined]);
  await heardMe({ crew: true, people: people.slice(0, 1) });
  expect(heldBy()).toBeUndefined();
  await expect(
    changeMe(() => {
      throw new Error('once');
    }),
  ).rejects.toThrow('once');
  await changeMe((me) => me && { ...me, as: 'dana' });
  expect(heldBy()).toBe('dana');
});
