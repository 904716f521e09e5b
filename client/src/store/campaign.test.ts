import { IDBFactory, IDBObjectStore } from 'fake-indexeddb';
import '../testing/device';
import '../testing/uuid';
import { seeded } from '@tamper/core/chance';
import type { Fact } from '@tamper/core/book';
import type { Stored } from '../data/api';

/*
 * Three devices of one crew on one server, and everything that happens to them: lines cut before a request arrives, answers lost after it was done, a server
 * that fails over one, two writers at once, pages ended without a word, devices that are full for a while. Whatever was said to be kept is there after it; whatever was said to be sent is on the server once;
 * and when the lines are back all of them say the same.
 */
const SEED = Number(process.env.TAMPER_SEED ?? 20_261_126);
const FAULTS = Number(process.env.TAMPER_FAULTS ?? 120);
const [JOB, RUN] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];

interface Sent {
  id: string;
  fact: { note: string };
}

/** The server as it ought to be: what it was given, written down naively. */
function oracle(random: () => number) {
  const runs = new Map<string, Stored<unknown> & { jobId: string }>();
  const entries: { seq: number; about: string; receivedAt: string; off: null; entry: Sent }[] = [];
  /** What came of each photo, and whether that is all of it. */
  const photos = new Map<string, { bytes: number[]; done: boolean }>();
  const state = { faults: 0, healed: false };
  const put = (id: string, version: number, doc: unknown) => {
    const stored = { id, jobId: JOB, updatedAt: '', version, doc };
    runs.set(id, stored);
    return stored;
  };
  put(RUN, 1, { name: 'Shared', by: {} });
  type Answer = [status: number, body?: unknown];
  /** The parts of a photo one after another; now and then one is spoiled on its way. */
  function photo(hash: string, at: URL, part: Uint8Array | undefined): Answer {
    const known = photos.get(hash) ?? { bytes: [], done: false };
    const said = () => ({ have: known.bytes.length, done: known.done });
    if (!part || known.done || Number(at.searchParams.get('first')) !== known.bytes.length) return [200, said()];
    if (!state.healed && random() < 0.1) return (photos.delete(hash), [422, { error: { code: 'broken', message: 'Spoiled on its way.' } }]);
    known.bytes = known.bytes.concat(Array.from(part));
    known.done = known.bytes.length >= Number(at.searchParams.get('size'));
    photos.set(hash, known);
    return [200, said()];
  }
  function done(method: string, path: string, body: never): Answer {
    const at = new URL(path, 'http://server');
    const [, , kind, id, what] = at.pathname.split('/') as [string, string, string, string, string | undefined];
    if (kind === 'photos') return photo(id, at, body);
    if (kind === 'jobs' && what === 'book')
      return [200, { items: entries.filter(({ seq }) => seq > Number(at.searchParams.get('after'))), next: null, inForce: {} }];
    if (kind === 'jobs' && what === 'runs' && method === 'POST') {
      const { id: runId, doc } = body as { id: string; doc: unknown };
      return [201, runs.get(runId) ?? put(runId, 1, doc)];
    }
    if (kind === 'runs' && what === 'book') {
      const { entry } = body as { entry: Sent };
      if (!runs.has(id)) return [404, {}];
      const old = entries.find((one) => one.entry.id === entry.id);
      if (!old) entries.push({ seq: entries.length + 1, about: id, receivedAt: '2026-11-27T08:00:00Z', off: null, entry });
      return [201, old ?? entries.at(-1)];
    }
    const run = runs.get(id);
    if (!run) return [404, {}];
    if (method === 'GET') return at.searchParams.get('known') === String(run.version) ? [204] : [200, run];
    const { version, doc } = body as { version: number; doc: unknown };
    if (version !== run.version) return [409, { error: { code: 'stale', message: 'newer', current: run } }];
    return [200, put(id, version + 1, doc)];
  }
  const answer = ([status, body]: Answer) =>
    ({
      ok: status < 400,
      status,
      headers: { get: () => null },
      json: () => Promise.resolve(JSON.parse(JSON.stringify(body ?? null))),
    }) as unknown as Response;
  const pause = () => new Promise((over) => setTimeout(over, Math.floor(random() * 3)));
  globalThis.fetch = (async (path: string, init?: RequestInit) => {
    const fault = state.healed ? 1 : random();
    await pause();
    if (fault < 0.25) {
      state.faults++;
      throw new TypeError('cut');
    }
    if (fault < 0.35) {
      state.faults++;
      return answer([500, { error: { code: 'internal', message: 'Something went wrong on the server.' } }]);
    }
    const said = answer(done(init?.method ?? 'GET', path, bodyOf(init) as never));
    await pause();
    if (fault < 0.5) {
      state.faults++;
      throw new TypeError('answer lost');
    }
    return said;
  }) as typeof fetch;
  return { runs, entries, photos, state };
}
const bodyOf = (init?: RequestInit): unknown =>
  ArrayBuffer.isView(init?.body) ? init.body : init?.body ? JSON.parse(String(init.body)) : undefined;

interface Doc {
  name: string;
  by: Record<string, number>;
}

/** The store of a page: what that still does once it was ended finds none, though a new page has opened the same. */
function storeWhile(life: { over: boolean }, disk: Disk): typeof import('idb') {
  const idb = jest.requireActual<typeof import('idb')>('idb');
  return {
    ...idb,
    openDB: (async (...which: Parameters<typeof idb.openDB>) => {
      if (life.over) throw new Error('This page was ended');
      const db = await idb.openDB(...which);
      diskOf.set(idb.unwrap(db), disk);
      return db;
    }) as typeof idb.openDB,
  };
}

/** Where a device keeps its store: while it is full, nothing is put into it. */
interface Disk {
  isFull: boolean;
}
const diskOf = new WeakMap<IDBDatabase, Disk>();
const put = IDBObjectStore.prototype.put;
IDBObjectStore.prototype.put = function (...row) {
  if (diskOf.get(this.transaction.db as never)?.isFull) throw new DOMException('No room.', 'QuotaExceededError');
  return put.apply(this, row);
};

/** A device with what it keeps; its program is loaded anew at every start. */
function device(name: string) {
  const indexedDb = new IDBFactory();
  const disk: Disk = { isFull: false };
  /** What it said was kept: its own number in the shared run, which nobody else sets, its edits of that, its entries, its new runs. */
  const said = {
    own: 0,
    edits: new Set<string>(),
    entries: new Set<string>(),
    runs: new Set<string>(),
    photos: new Map<string, number[]>(),
  };
  let count = 0;
  type Page = Awaited<ReturnType<typeof load>>;
  let page: Page | undefined;
  async function load() {
    globalThis.indexedDB = indexedDb;
    let parts: {
      open: typeof import('./open');
      database: typeof import('./database');
      sender: typeof import('./sender');
      live: typeof import('../data/liveDocument');
      book: typeof import('../data/jobBook');
      clock: typeof import('../data/deviceClock');
      documents: typeof import('./documents');
      add: typeof import('../data/add');
      photos: typeof import('./photos');
      upload: typeof import('./upload');
    };
    const life = { over: false };
    jest.isolateModules(() => {
      jest.doMock('idb', () => storeWhile(life, disk));
      parts = {
        open: require('./open') as never,
        database: require('./database') as never,
        sender: require('./sender') as never,
        live: require('../data/liveDocument') as never,
        book: require('../data/jobBook') as never,
        clock: require('../data/deviceClock') as never,
        documents: require('./documents') as never,
        add: require('../data/add') as never,
        photos: require('./photos') as never,
        upload: require('./upload') as never,
      };
    });
    const its = parts!;
    await its.open.openDevice();
    globalThis.indexedDB = undefined as never;
    // There are no workers here.
    const photo = (hash: string) => its.upload.sendPicture(its.upload.photoLine, hash);
    const sender = new its.sender.Sender({ ...its.sender.serverLine, photo }, 10, 1);
    const stopSending = sender.start();
    const run = its.live.liveDocument<Doc, Stored<Doc>>(`/runs/${RUN}`, (doc) => doc);
    const book = new its.book.JobBook(JOB);
    const stops = [stopSending, run.subscribe(() => undefined), book.subscribe(() => undefined)];
    return { its, run, book, sender, stops, life };
  }
  const start = async () => void (page = await load());
  /** The page is gone: nothing of it runs on, and its store is let go of as it is. */
  const crash = async () => {
    const own = page;
    page = undefined;
    if (!own) return;
    own.life.over = true;
    own.sender.close();
    await own.its.database.closeStore();
    own.stops.forEach((stop) => stop());
  };
  const now = (): Page => {
    if (!page) throw new Error('It is not started');
    return page;
  };
  return {
    name,
    said,
    start,
    crash,
    now,
    /** Sets its own number in the shared run to the next, with a mark nothing done later covers; waits until it is kept, or not. */
    async edit(wait: boolean) {
      const { run } = now();
      const doc = run.read().open?.history.present;
      if (!doc) return;
      // Whatever happened since, it is not back at an older one.
      expect(doc.by[name] ?? 0).toBeGreaterThanOrEqual(said.own);
      const own = ++count;
      const mark = `${name} ${own}`;
      run.change({ ...doc, by: { ...doc.by, [name]: own, [mark]: own } });
      if (!wait) return;
      await run.kept();
      if (!page || run.saving().kind === 'unkept') return;
      const keeping = page.its.database.isKeeping();
      if (keeping || run.saving().kind === 'sent') said.edits.add(mark);
      // A full device has what was sent only as long as its page is open.
      if (keeping) said.own = own;
    },
    async enter(wait: boolean) {
      const { book } = now();
      const note = `${name} ${++count}`;
      const fact: Fact = { kind: 'happening', what: 'rain', where: null, note };
      const entering = book.enter(RUN, fact, 'foreman');
      if (!wait) return void entering.catch(() => undefined);
      await entering;
      if (now().its.database.isKeeping()) said.entries.add(note);
    },
    /** A photo of two parts with its entry. */
    async photograph() {
      const { book, its } = now();
      const bytes = Array.from({ length: 140_000 }, (_, i) => (i * (count + 7)) % 251);
      const hash = `${name.charCodeAt(0)}${++count}`.padStart(64, '0');
      const photo = { hash, width: 4, height: 3, taken: null };
      await its.photos.keepPhoto(JOB, { photo, full: new Uint8Array(bytes).buffer, small: new ArrayBuffer(1) }, count);
      const note = `${name} ${count} photographed`;
      await book.enter(RUN, { kind: 'happening', what: 'water', where: null, note }, 'foreman', undefined, [photo]);
      if (!now().its.database.isKeeping()) return;
      said.entries.add(note);
      said.photos.set(hash, bytes);
    },
    async addRun() {
      const id = await now().its.add.addRun(JOB, { name: `${name} ${++count}`, existing: [] } as never);
      if (now().its.database.isKeeping()) said.runs.add(id);
    },
    /** Its disk is full, or there is room again. */
    fill: (isFull: boolean) => void (disk.isFull = isFull),
    /** Whoever is asked what shall be puts both together. */
    settle: () => page?.run.settle('both'),
  };
}

test(`three devices, ${FAULTS} faults: what was kept is there, what was sent is there once, all say the same in the end`, async () => {
  const random = seeded(SEED);
  const server = oracle(random);
  const crew = ['a', 'b', 'c'].map(device);
  for (const one of crew) await one.start();
  const tick = (most = 12) => new Promise((over) => setTimeout(over, Math.floor(random() * most)));
  const counts = { edits: 0, entries: 0, photos: 0, crashes: 0, runs: 0, full: 0 };
  while (server.state.faults + counts.crashes < FAULTS) {
    const one = crew[Math.floor(random() * crew.length)] as (typeof crew)[number];
    const what = random();
    if (what < 0.4) {
      counts.edits++;
      await one.edit(random() < 0.6);
    } else if (what < 0.7) {
      counts.entries++;
      await one.enter(random() < 0.7);
    } else if (what < 0.72) {
      counts.photos++;
      await one.photograph();
    } else if (what < 0.74) {
      counts.runs++;
      await one.addRun();
    } else if (what < 0.78) one.settle();
    else if (what < 0.8) {
      counts.full++;
      one.fill(true);
    } else if (what < 0.82) one.fill(false);
    else if (what < 0.9) {
      counts.crashes++;
      await one.crash();
      await one.start();
    } else await tick(60);
    await tick();
  }
  // The lines are back. Each is started anew, sends what it has, is asked what shall be, and looks at what the others did.
  server.state.healed = true;
  for (const one of crew) {
    one.fill(false);
    await one.crash();
    await one.start();
  }
  const calm = () => crew.every(({ now }) => now().run.saving().kind === 'sent' && now().book.read(RUN).waiting.length === 0);
  const allSent = async () => (await Promise.all(crew.map(({ now }) => now().its.photos.waitingPhotos()))).flat().length === 0;
  for (let round = 0; round < 400; round++) {
    for (const one of crew) {
      one.settle();
      await one.now().sender.round();
      await one.now().run.look();
      await one.now().book.refresh();
    }
    await tick(30);
    if (calm() && round > 3 && (await allSent())) break;
  }
  expect(crew.map(({ name, now }) => [name, now().run.saving().kind, now().book.read(RUN).waiting.length])).toEqual(
    crew.map(({ name }) => [name, 'sent', 0]),
  );
  const stored = server.runs.get(RUN)?.doc as Doc;
  const shown = crew.map(({ now }) => now().run.read().open?.history.present);
  expect(shown).toEqual([stored, stored, stored]);
  for (const { name, said } of crew) {
    expect(stored.by[name] ?? 0).toBeGreaterThanOrEqual(said.own);
    expect([...said.edits].filter((mark) => !(mark in stored.by))).toEqual([]);
  }
  const notes = server.entries.map(({ entry }) => entry.fact.note);
  expect(new Set(notes).size).toBe(notes.length);
  for (const { said } of crew) {
    expect([...said.entries].filter((note) => !notes.includes(note))).toEqual([]);
    expect([...said.runs].filter((id) => !server.runs.has(id))).toEqual([]);
    for (const [hash, bytes] of said.photos) expect(server.photos.get(hash)).toEqual({ bytes, done: true });
  }
  const books = crew.map(({ now }) =>
    now()
      .book.read(RUN)
      .book?.map(({ entry, seq }) => [entry.id, seq]),
  );
  const all = server.entries.map(({ entry, seq }) => [entry.id, seq]);
  expect(books).toEqual([all, all, all]);
  for (const one of crew) await one.crash();
  if (process.env.TAMPER_FAULTS)
    process.stdout.write(
      `  ${server.state.faults} faults of the line, ${counts.crashes} pages ended, ${counts.full} times a disk full; ${counts.edits} edits, ${counts.entries} entries, ${counts.photos} photos, ${counts.runs} runs made; version ${server.runs.get(RUN)?.version} of the shared run\n`,
    );
});
