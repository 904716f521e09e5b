import type { Photo } from '@tamper/core/book';
import { waitFor } from '@testing-library/react';
import type { SentEntry, Stored } from '../data/api';
import { ApiError } from '../data/api';
import '../testing/uuid';
import { freshDevice, reload } from '../testing/device';
import { allWaiting, dropWaiting, keepEntry, readBook, hearPage } from './book';
import { allDrafts, keepDraft, putBack, readDocument, resolveDraft } from './documents';
import { putOwn } from './own';
import { dropUnused, keepPhoto, photoRow, photosOf, pictureOf, refusePhoto, waitingPhotos } from './photos';
import { unpack } from './packed';
import { Sender, type Line } from './sender';
import { sendPicture, type PhotoLine } from './upload';
import type { DraftRow, WaitingRow } from './tables';

const NEW = { rev: 0, doc: undefined, version: 0, base: undefined };
const mine = (_: unknown, one: unknown) => one;
const JOB = '11111111-1111-4111-8111-111111111111';
const job = `/jobs/${JOB}`;

const open: Sender[] = [];
/** A server of documents and entries that can be cut off, can lose its answers after it has done what was asked, and refuses and fails over what it is told to. */
function bench() {
  const documents = new Map<string, Stored<unknown>>();
  const entries: string[] = [];
  /** Of each photo the bytes that came, and whether all of them did. */
  const photos = new Map<string, { bytes: number[]; done: boolean }>();
  const log: string[] = [];
  const server = { cut: false, mute: 0, refuse: '', fail: '', spoil: 0, cutAfter: Infinity, lose: '' };
  const offline = () => new ApiError(0, 'offline', 'No connection to the server.');
  const ask = <T>(what: string, name: string, work: () => T): Promise<T> => {
    log.push(`${what} ${name}`);
    if (server.cut) return Promise.reject(offline());
    if (name === server.refuse) return Promise.reject(new ApiError(400, 'invalid', 'Some values cannot be used.'));
    if (name === server.fail) return Promise.reject(new ApiError(500, 'internal', 'Something went wrong.'));
    try {
      const done = work();
      if (what === server.lose) return ((server.lose = ''), Promise.reject(offline()));
      if (server.mute > 0) return (server.mute--, Promise.reject(offline()));
      return Promise.resolve(done);
    } catch (error) {
      return Promise.reject(error as Error);
    }
  };
  const store = (path: string, version: number, doc: unknown) => {
    const stored = { id: path, version, updatedAt: '', doc };
    documents.set(path, stored);
    return stored;
  };
  const line: Line = {
    add: ({ path, doc, jobId }: DraftRow) =>
      ask('add', path, () => {
        if (path !== `/jobs/${jobId}` && !documents.has(`/jobs/${jobId}`)) throw new ApiError(404, 'not-found', 'This is not here.');
        return documents.get(path) ?? store(path, 1, unpack(doc));
      }),
    put: ({ path, version, doc }: DraftRow) =>
      ask('put', path, () => {
        const current = documents.get(path);
        if (!current) throw new ApiError(404, 'not-found', 'This is not here (any more).');
        if (current.version !== version) throw new ApiError(409, 'stale', 'newer', [], current);
        return store(path, version + 1, unpack(doc));
      }),
    enter: ({ id, about }: WaitingRow) =>
      ask('enter', id, () => {
        if (!documents.has(`/runs/${about}`)) throw new ApiError(404, 'not-found', 'This is not here.');
        if (!entries.includes(id)) entries.push(id);
        return { seq: entries.indexOf(id) + 1, about, receivedAt: '', off: 0, entry: { id } };
      }),
    photo: (hash) => sendPicture(photoLine, hash),
    noMorePhotos: () => undefined,
  };
  const photoLine: PhotoLine = {
    received: (hash) => ask('received', hash, () => ({ have: photos.get(hash)?.bytes.length ?? 0, done: photos.get(hash)?.done ?? false })),
    part: (hash, first, size, bytes) => {
      if (server.cutAfter-- <= 0) server.cut = true;
      return ask('part', hash, () => {
        const before = photos.get(hash)?.bytes ?? [];
        if (before.length !== first) return { have: before.length, done: false };
        const all = [...before, ...new Uint8Array(bytes)];
        if (all.length < size) return (photos.set(hash, { bytes: all, done: false }), { have: all.length, done: false });
        if (server.spoil > 0) {
          server.spoil--;
          photos.delete(hash);
          throw new ApiError(422, 'broken', 'The photo was spoiled on its way.');
        }
        if (all[0] === 0) throw new ApiError(422, 'not-a-photo', 'This is not a photo.');
        photos.set(hash, { bytes: all, done: true });
        return { have: all.length, done: true };
      });
    },
  };
  const sender = new Sender(line, 5, 1);
  open.push(sender);
  return { documents, entries, photos, log, line, server, store, sender };
}
const edit = (path: string, doc: unknown, seen: Parameters<typeof keepDraft>[1] = NEW) => keepDraft({ path, jobId: JOB, doc }, seen, mine);
const enter = (id: string, about = 'r1', photos?: Photo[]) =>
  keepEntry(JOB, (count) => ({
    about,
    entry: { id, author: 'foreman', device: 'd', count, known: 0, at: '', clock: 0, fact: {}, ...(photos && { photos }) } as SentEntry,
  }));
/** A photo of so many bytes, kept on this device. */
async function photograph(name: number, size = 300_000): Promise<Photo> {
  const photo = { hash: name.toString(16).padStart(64, '0'), width: 4, height: 3, taken: null };
  const full = new Uint8Array(size).fill(name).buffer;
  await keepPhoto(JOB, { photo, full, small: new ArrayBuffer(9) }, name);
  return photo;
}

beforeEach(freshDevice);
afterEach(() => open.splice(0).forEach((sender) => sender.close()));

test('what was made without a line goes in its order: the job, its run, what is written about it', async () => {
  const { log, sender, server, documents, entries } = bench();
  server.cut = true;
  await edit(job, { name: 'A job' });
  await edit('/runs/r1', { name: 'A run' });
  await enter('e1');
  await sender.round();
  await reload();
  expect([(await allDrafts()).length, (await allWaiting()).length]).toEqual([2, 1]);
  server.cut = false;
  log.length = 0;
  await sender.round();
  expect(log).toEqual([`add ${job}`, 'add /runs/r1', 'enter e1']);
  expect([documents.get('/runs/r1')?.doc, entries]).toEqual([{ name: 'A run' }, ['e1']]);
  expect(await allDrafts()).toEqual([]);
});

test('an answer lost after the server did it: the same is sent again, and is there once', async () => {
  const { sender, server, documents, entries } = bench();
  await edit(job, { n: 1 });
  server.mute = 1;
  await sender.round();
  expect(await allDrafts()).toHaveLength(1);
  await sender.round();
  const { row } = await readDocument(job);
  await edit('/runs/r1', {});
  await edit(job, { n: 2 }, { rev: 1, doc: { n: 1 }, version: 1, base: row?.stored.doc });
  await sender.round();
  await edit(job, { n: 3 }, { rev: 2, doc: { n: 2 }, version: 2, base: { n: 2 } });
  await enter('e1');
  server.mute = 1;
  await sender.round();
  server.mute = 0;
  await sender.round();
  server.mute = 1;
  await sender.round();
  await sender.round();
  expect(documents.get(job)).toMatchObject({ version: 3, doc: { n: 3 } });
  expect([entries, await allDrafts()]).toEqual([['e1'], []]);
});

test('what is refused is set aside with its reason, and holds up nothing; what the server fails over neither', async () => {
  const { sender, server, entries } = bench();
  await edit(job, {});
  await edit('/runs/r1', {});
  await enter('bad');
  await enter('poison');
  await enter('good');
  Object.assign(server, { refuse: 'bad', fail: 'poison' });
  await sender.round();
  expect(entries).toEqual(['good']);
  const left = new Map((await allWaiting()).map(({ id, refused, taken }) => [id, refused ?? (taken ? 'taken' : 'waits')]));
  expect([left.get('bad'), left.get('poison'), left.get('good')]).toEqual(['Some values cannot be used.', 'waits', 'taken']);
  server.fail = '';
  await sender.round();
  expect(entries).toEqual(['good', 'poison']);
});

test('nothing of a job the server refuses is sent, and everything when it takes it', async () => {
  const { sender, server, log } = bench();
  await edit(job, { n: 1 });
  await edit('/runs/r1', {});
  await enter('e1');
  server.refuse = job;
  await sender.round();
  expect(log).toEqual([`add ${job}`]);
  expect((await readDocument(job)).draft?.refused).toBe('Some values cannot be used.');
  server.refuse = '';
  // Another document is not the one that was refused.
  await edit(job, { n: 2 }, { rev: 1, doc: { n: 1 }, version: 0, base: undefined });
  await sender.round();
  expect(log.slice(1)).toEqual([`add ${job}`, 'add /runs/r1', 'enter e1']);
});

test('what was edited while it was on its way goes on from what the server has', async () => {
  const { sender, documents } = bench();
  await edit(job, { n: 1 });
  const first = sender.round();
  // Kept between the sending and its answer.
  await edit(job, { n: 2 }, { rev: 1, doc: { n: 1 }, version: 0, base: undefined });
  await first;
  await sender.round();
  expect(documents.get(job)?.doc).toEqual({ n: 2 });
  expect(await allDrafts()).toEqual([]);
});

test('somebody else’s version stops the sending until it is said what shall be; edits meanwhile are kept', async () => {
  const { sender, documents, store, log } = bench();
  store(job, 5, { theirs: true });
  await edit(job, { mine: 1 }, { rev: 0, doc: {}, version: 4, base: {} });
  await sender.round();
  await edit(job, { mine: 2 }, { rev: 1, doc: { mine: 1 }, version: 4, base: {} });
  await reload();
  await sender.round();
  expect(log).toEqual([`put ${job}`]);
  const { draft } = await readDocument(job);
  expect(draft).toMatchObject({ doc: { mine: 2 }, base: {}, theirs: { version: 5, doc: { theirs: true } } });
  await resolveDraft(job, draft?.theirs as Stored<unknown>, { mine: 2, theirs: true });
  await sender.round();
  expect(documents.get(job)).toMatchObject({ version: 6, doc: { mine: 2, theirs: true } });
});

test('what somebody deleted meanwhile is set aside with what was made of it, and put back where that is wanted', async () => {
  const { sender, documents, store } = bench();
  store(job, 3, { n: 0 });
  await edit(job, { n: 1 }, { rev: 0, doc: { n: 0 }, version: 3, base: { n: 0 } });
  documents.delete(job);
  await sender.round();
  expect((await readDocument(job)).draft).toMatchObject({ gone: true, refused: expect.stringContaining('somebody deleted it') as string });
  await putBack(job);
  await sender.round();
  expect(documents.get(job)).toMatchObject({ version: 1, doc: { n: 1 } });
  expect(await allDrafts()).toEqual([]);
});

test('an entry the server has stays in the book here until the book is heard up to it, and no two have one place', async () => {
  const { sender, store } = bench();
  store('/runs/r1', 1, {});
  const rows = await Promise.all([enter('e1'), enter('e2'), enter('e3')]);
  expect(rows.map(({ value, kept }) => [value.count, kept])).toEqual([1, 2, 3].map((count) => [count, true]));
  await sender.round();
  expect((await readBook(JOB)).waiting.map(({ taken }) => taken?.seq)).toEqual([1, 2, 3]);
  const items = [1, 2].map((seq) => ({ seq, about: 'r1', receivedAt: '', off: 0, entry: { id: `e${seq}` } }));
  await hearPage(JOB, { items, next: null, inForce: {} }, 1000);
  // Heard twice it is there once.
  await hearPage(JOB, { items, next: null, inForce: {} }, 2000);
  await reload();
  const { stretches, waiting, book } = await readBook(JOB);
  const kept = stretches.flatMap((row) => row.items);
  expect([kept.map(({ seq }) => seq), waiting.map(({ id }) => id), book?.known, book?.heard]).toEqual([[1, 2], ['e3'], 2, 2000]);
});

describe('photos', () => {
  /** A server that has the run, and an entry with photos kept here. */
  async function withPhotos(...photos: Photo[]) {
    const its = bench();
    its.store('/runs/r1', 1, {});
    await enter('e1', 'r1', photos);
    return its;
  }
  test('they go after what was written, one after another, in parts; what was sent is kept here as well', async () => {
    const [one, two] = [await photograph(1), await photograph(2, 1000)];
    const { sender, photos, log } = await withPhotos(two, one);
    await sender.round();
    expect(log).toEqual([
      'enter e1',
      ...[`received ${one.hash}`, `part ${one.hash}`, `part ${one.hash}`, `part ${one.hash}`],
      ...[`received ${two.hash}`, `part ${two.hash}`],
    ]);
    expect(photos.get(one.hash)).toEqual({ bytes: new Array(300_000).fill(1), done: true });
    expect(await waitingPhotos()).toEqual([]);
    expect((await photosOf(JOB)).every(({ sent }) => sent !== undefined)).toBe(true);
    expect((await pictureOf(one.hash, 'full'))?.byteLength).toBe(300_000);
  });
  test('one no entry has yet is not sent, is there after a reload, and goes after a month', async () => {
    const { sender, log } = bench();
    const { hash } = await photograph(1);
    await sender.round();
    await reload();
    expect(log).toEqual([]);
    expect(await photoRow(hash)).toMatchObject({ hash, at: 1 });
    await dropUnused(29 * 86_400_000);
    expect(await photoRow(hash)).toBeDefined();
    await dropUnused(31 * 86_400_000);
    expect([await photoRow(hash), await pictureOf(hash, 'full')]).toEqual([undefined, undefined]);
  });
  test('cut off in the middle it goes on where the server has it, after a reload as well', async () => {
    const one = await photograph(1);
    const { sender, server, photos, log } = await withPhotos(one);
    server.cutAfter = 1;
    await sender.round();
    expect(photos.get(one.hash)?.done).toBe(false);
    await reload();
    Object.assign(server, { cut: false, cutAfter: Infinity });
    log.length = 0;
    await sender.round();
    // A third of it was there.
    expect(log.filter((line) => line === `part ${one.hash}`)).toHaveLength(2);
    expect(photos.get(one.hash)).toEqual({ bytes: new Array(300_000).fill(1), done: true });
  });
  test('an answer lost after it was taken: it is found there, and not sent again', async () => {
    const one = await photograph(1, 1000);
    const { sender, server, photos, log } = await withPhotos(one);
    server.lose = 'part';
    await sender.round();
    expect([photos.get(one.hash)?.done, (await photoRow(one.hash))?.sent]).toEqual([true, undefined]);
    log.length = 0;
    await sender.round();
    expect(log).toEqual([`received ${one.hash}`]);
    expect((await photoRow(one.hash))?.sent).toBeDefined();
  });
  test('spoiled on its way it is sent anew; spoiled again and again it waits for the next round', async () => {
    const one = await photograph(1, 1000);
    const { sender, server, photos } = await withPhotos(one);
    server.spoil = 4;
    await sender.round();
    expect((await waitingPhotos()).map(({ hash }) => hash)).toEqual([one.hash]);
    await sender.round();
    expect(photos.get(one.hash)?.done).toBe(true);
  });
  test('what the server does not take is set aside with its reason and holds up nothing; it may be sent again, or go with its entry', async () => {
    const [bad, good] = [await photograph(0), await photograph(2, 1000)];
    const { sender, photos } = await withPhotos(bad, good);
    await sender.round();
    expect((await photoRow(bad.hash))?.refused).toBe('This is not a photo.');
    expect(photos.get(good.hash)?.done).toBe(true);
    await refusePhoto(bad.hash);
    expect((await waitingPhotos()).map(({ hash }) => hash)).toEqual([bad.hash]);
    await dropWaiting({ id: 'e1', jobId: JOB });
    expect([await photoRow(bad.hash), await pictureOf(bad.hash, 'full')]).toEqual([undefined, undefined]);
    expect(await photoRow(good.hash)).toBeDefined();
  });
  test('on a mobile network they wait where that was asked for; what is written does not', async () => {
    const type = jest.fn(() => 'cellular');
    Object.defineProperty(navigator, 'connection', {
      configurable: true,
      value: {
        get type() {
          return type();
        },
        addEventListener: () => undefined,
        removeEventListener: () => undefined,
      },
    });
    const one = await photograph(1, 1000);
    const { sender, photos, entries } = await withPhotos(one);
    await putOwn('photosBy', 'wifi');
    await sender.round();
    expect([entries, photos.size]).toEqual([['e1'], 0]);
    type.mockReturnValue('wifi');
    await sender.round();
    expect(photos.get(one.hash)?.done).toBe(true);
    delete (navigator as { connection?: unknown }).connection;
  });
  test('what is written while they are sent goes before the next of them', async () => {
    const shots = await Promise.all([1, 2, 3].map((name) => photograph(name, 1000)));
    const { sender, entries, line, log } = await withPhotos(...shots);
    const { photo } = line;
    let first = true;
    line.photo = async (hash) => {
      await photo(hash);
      if (!first) return;
      first = false;
      await enter('e2');
      void sender.round();
    };
    await sender.round();
    expect(entries).toEqual(['e1', 'e2']);
    expect(log.indexOf('enter e2')).toBeLessThan(log.indexOf(`part ${shots[1]?.hash}`));
    expect(await waitingPhotos()).toEqual([]);
  });
  test('what is typed goes before the next of them, and they wait until hands rest', async () => {
    const shots = await Promise.all([1, 2].map((name) => photograph(name, 1000)));
    const { line, photos, entries } = await withPhotos(...shots);
    const hands = { busy: jest.fn(() => 30), listen: () => () => undefined };
    const sender = new Sender(line, 5, 1, hands as never);
    open.push(sender);
    await sender.round();
    expect([entries, photos.size]).toEqual([['e1'], 0]);
    hands.busy.mockReturnValue(0);
    // It comes back by itself.
    await waitFor(() => expect(photos.size).toBe(2));
  });
  test('of those the server has, the newest stay on the device', async () => {
    const shots = [];
    for (let i = 1; i <= 63; i++) shots.push(await photograph(i, 10));
    const { sender } = await withPhotos(...shots);
    await sender.round();
    expect((await photosOf(JOB)).map(({ hash }) => hash)).toEqual(shots.slice(3).map(({ hash }) => hash));
    expect(await pictureOf(shots[0]?.hash as string, 'small')).toBeUndefined();
  });
});
