import { openDB, type IDBPDatabase, type IDBPTransaction } from 'idb';
import { sameJson } from '@tamper/core/merge';
import { KEYS, type Table, type Tables } from './tables';

type Row<T extends Table> = Tables[T]['value'];
type Key<T extends Table> = Tables[T]['key'];

/** What is read and written in one go. */
export interface Tx {
  get: <T extends Table>(table: T, key: Key<T>) => Promise<Row<T> | undefined>;
  /** Every row, or those from one key to another, in the order of their keys. */
  all: <T extends Table>(table: T, range?: readonly [from: Key<T>, to: Key<T>]) => Promise<Row<T>[]>;
  /** Every row of a job. */
  of: <T extends Ofjob>(table: T, jobId: string) => Promise<Row<T>[]>;
  put: <T extends Table>(table: T, row: Row<T>) => void;
  drop: <T extends Table>(table: T, key: Key<T>) => void;
}
/** Tables whose rows are found by their job. */
type Ofjob = 'documents' | 'drafts' | 'answers' | 'waiting' | 'photos';
const OF_JOB: readonly Table[] = ['documents', 'drafts', 'answers', 'waiting', 'photos'] satisfies Ofjob[];
interface Write {
  table: Table;
  key: string | [string, number];
  /** Undefined: it goes. */
  row: unknown;
}
type Held = Write & { was: unknown };
/** What is done with rows of some tables in one go. */
interface Work<T = unknown> {
  of: readonly Table[];
  how: (tx: Tx) => Promise<T>;
}

const NAME = 'tamper';
/** Goes up with a table, and with what an earlier program could not read: what that one kept stays as it is. */
const VERSION = 3;
/** A store that opens no sooner is taken for one that does not open, ms. */
const PATIENCE = 4000;
const tables = Object.keys(KEYS) as Table[];

let database: IDBPDatabase<Tables> | undefined;
let opening: Promise<void> | undefined;
/** What the device would not take: it is held here as long as the page is open, and put in as soon as there is room; with what the device had there. */
const held = new Map<string, Held>();
/** How it was made, one after another: where another tab kept something there meanwhile, all of it is made once more on that. */
let undone: Work[] = [];
/** While something is held, one goes after another: it is put in once. */
let turn: Promise<unknown> = Promise.resolve();
const listeners = new Set<() => void>();
const nameOf = (table: Table, key: Write['key']) => JSON.stringify([table, key]);
const keyOf = (table: Table, row: unknown): Write['key'] => {
  const path = KEYS[table];
  const of = row as Record<string, string | number>;
  return (typeof path === 'string' ? of[path] : path.map((one) => of[one])) as Write['key'];
};

/** Opens the device's store; where there is none to be had, everything is held in the page, and said to be. */
export const openStore = (): Promise<void> =>
  (opening ??= (async () => {
    if (typeof indexedDB === 'undefined') return;
    let late = false;
    const timer = new Promise<undefined>((done) => setTimeout(() => ((late = true), done(undefined)), PATIENCE));
    try {
      // Where stores are forbidden it is not even begun.
      const opened = openDatabase();
      database = await Promise.race([opened, timer]);
      if (late) void opened.then((db) => db.close());
    } catch (error) {
      console.warn('This device keeps nothing', error);
    }
  })());

const openDatabase = () =>
  openDB<Tables>(NAME, VERSION, {
    upgrade(db) {
      for (const table of tables) {
        if (db.objectStoreNames.contains(table)) continue;
        const made = db.createObjectStore(table, { keyPath: KEYS[table] });
        if (OF_JOB.includes(table)) made.createIndex('jobId' as never, 'jobId');
      }
    },
    // A newer program in another tab changes the store: this page lets go of it, and holds what is new.
    blocking: () => {
      database?.close();
      database = undefined;
    },
    terminated: () => (database = undefined),
  });

/** Lets go of the store, as a page does that is closed. */
export async function closeStore(): Promise<void> {
  await opening;
  database?.close();
  database = undefined;
  opening = undefined;
  held.clear();
  undone = [];
}

/** Does the device keep what is put into its store? */
export const isKeeping = (): boolean => database !== undefined && held.size === 0;
/** Hears when the device begins or ceases to keep. */
export function onKeeping(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** Rows of a table that are held in this page only. */
export const heldIn = <T extends Table>(table: T): Row<T>[] =>
  [...held.values()].flatMap((one) => (one.table === table && one.row !== undefined ? [one.row as Row<T>] : []));

/** Does something when this device keeps what is made on it: at once, or as soon as it does. */
export function whenKeeping(then: () => void): void {
  if (isKeeping()) return then();
  const stop = onKeeping(() => {
    if (!isKeeping()) return;
    stop();
    then();
  });
}

interface Reads {
  get: (table: Table, key: never) => Promise<unknown>;
  all: (table: Table, range?: IDBKeyRange) => Promise<unknown[]>;
  of: (table: Table, jobId: string) => Promise<unknown[]>;
}
/** Reads through what is held here. Like a database it hands out copies: what is done with one changes nothing that is held. */
function through(tx: Reads, over = held): Pick<Tx, 'get' | 'all' | 'of'> {
  const lay = (table: Table, rows: readonly unknown[], belongs: (one: Write) => boolean) => {
    const here = [...over.values()].filter((one) => one.table === table);
    if (here.length === 0) return rows;
    const names = new Set(here.map(({ key }) => nameOf(table, key)));
    const found = [
      ...rows.filter((row) => !names.has(nameOf(table, keyOf(table, row)))),
      ...here.filter(belongs).flatMap(({ row }) => structuredClone(row) ?? []),
    ];
    return found.sort((a, b) => compare(keyOf(table, a), keyOf(table, b)));
  };
  const reads = {
    get: async (table: Table, key: Write['key']) => {
      const here = over.get(nameOf(table, key));
      return here ? structuredClone(here.row) : tx.get(table, key as never);
    },
    all: async (table: Table, range?: readonly [Write['key'], Write['key']]) =>
      lay(table, await tx.all(table, range && IDBKeyRange.bound(range[0], range[1])), ({ key }) => !range || within(key, range)),
    of: async (table: Table, jobId: string) =>
      lay(table, await tx.of(table, jobId), ({ row }) => (row as { jobId?: string } | undefined)?.jobId === jobId),
  };
  return reads as unknown as Pick<Tx, 'get' | 'all' | 'of'>;
}
type InIdb = IDBPTransaction<Tables, Table[], 'readonly' | 'readwrite'>;
const readsOf = (tx: InIdb): Reads => ({
  get: (table, key) => tx.objectStore(table).get(key),
  all: (table, range) => tx.objectStore(table).getAll(range),
  of: (table, jobId) =>
    tx
      .objectStore(table)
      .index('jobId' as never)
      .getAll(jobId as never),
});
const compare = (a: Write['key'], b: Write['key']): number => {
  const [one, other] = [[a].flat(), [b].flat()];
  for (const [i, part] of one.entries()) {
    const against = other[i] as typeof part;
    if (part !== against) return part < against ? -1 : 1;
  }
  return 0;
};
const within = (key: Write['key'], [from, to]: readonly [Write['key'], Write['key']]) => compare(from, key) <= 0 && compare(key, to) <= 0;

const none = () => Promise.resolve([]);
const nowhere: Reads = { get: () => Promise.resolve(undefined), all: none, of: none };

/** Reads rows of one moment. */
export async function lookUp<T>(of: readonly Table[], how: (tx: Pick<Tx, 'get' | 'all' | 'of'>) => Promise<T>): Promise<T> {
  await openStore();
  return look(of, (reads) => how(through(reads)));
}

async function look<T>(of: readonly Table[], how: (reads: Reads) => Promise<T>): Promise<T> {
  if (!database) return how(nowhere);
  const tx = database.transaction([...of], 'readonly');
  const value = await how(readsOf(tx as unknown as InIdb));
  await tx.done;
  return value;
}

/** What came of it, and whether the device holds it now: said after it was written to its disk, never before. */
export interface Done<T> {
  value: T;
  kept: boolean;
}

/**
 * Reads and writes rows in one go, which no other tab comes between: all of it is kept or nothing.
 * @param how waits for nothing but what it reads; it is run again where the device takes nothing the first time.
 */
export async function keep<T>(of: readonly Table[], how: (tx: Tx) => Promise<T>): Promise<Done<T>> {
  await openStore();
  if (held.size === 0) return keepOrHold({ of, how });
  const done = turn.then(() => keepOrHold({ of, how }));
  turn = done.catch(() => undefined);
  return done;
}

async function keepOrHold<T>(work: Work<T>): Promise<Done<T>> {
  if (database) {
    try {
      return { value: await write(database, work), kept: true };
    } catch (error) {
      if (!isFull(error)) throw error;
      console.warn('The device keeps nothing more', error);
    }
  }
  return { value: await hold(work), kept: false };
}

/** The store is full, forbidden or gone: no fault of what was to be written. */
const isFull = (error: unknown): boolean =>
  error instanceof DOMException &&
  ['QuotaExceededError', 'UnknownError', 'AbortError', 'InvalidStateError', 'NotReadableError'].includes(error.name);

async function write<T>(db: IDBPDatabase<Tables>, { of, how }: Work<T>): Promise<T> {
  // What is held goes in with it: there may be room again.
  const [waiting, again] = [[...held.values()], [...undone]];
  const tx = db.transaction([...new Set([...of, ...again.flatMap((one) => one.of)])], 'readwrite', { durability: 'strict' });
  // Told by the end of the transaction as well: unheard, either would count as an error of its own.
  const done = tx.done;
  done.catch(() => undefined);
  const requests: Promise<unknown>[] = [];
  const put = ({ table, key, row }: Write) => {
    const request = row === undefined ? tx.objectStore(table).delete(key as never) : tx.objectStore(table).put(row as never);
    request.catch(() => undefined);
    requests.push(request);
  };
  try {
    const reads = readsOf(tx as unknown as InIdb);
    const inIt: Tx = { ...through(reads, new Map()), ...writing(put) };
    if (await isAsItWas(waiting, reads)) waiting.forEach(put);
    else for (const one of again) await one.how(inIt);
    const value = await how(inIt);
    await Promise.all(requests);
    await done;
    letGo(waiting, again);
    return value;
  } catch (error) {
    try {
      tx.abort();
    } catch (ended) {
      // It ended by itself.
      if (!(ended instanceof DOMException)) throw ended;
    }
    throw error;
  }
}

const writing = (put: (write: Write) => void): Pick<Tx, 'put' | 'drop'> => ({
  put: (table, row) => put({ table, key: keyOf(table, row), row }),
  drop: (table, key) => put({ table, key, row: undefined }),
});

/** Has nobody else kept anything there since it is held here? */
async function isAsItWas(rows: readonly Held[], reads: Reads): Promise<boolean> {
  for (const { table, key, was } of rows) if (!sameJson(await reads.get(table, key as never), was)) return false;
  return true;
}

/** It was put in: what is held since stays. */
function letGo(rows: readonly Held[], works: readonly Work[]): void {
  if (rows.length === 0) return;
  for (const one of rows) if (held.get(nameOf(one.table, one.key)) === one) held.delete(nameOf(one.table, one.key));
  undone = undone.slice(works.length);
  tellKeeping();
}

async function hold<T>({ of, how }: Work<T>): Promise<T> {
  const before = isKeeping();
  const writes: Held[] = [];
  const value = await look(of, async (reads) => {
    const made: Write[] = [];
    const value = await how({ ...through(reads), ...writing((one) => void made.push(one)) });
    for (const one of made) writes.push({ ...one, was: await reads.get(one.table, one.key as never) });
    return value;
  });
  for (const one of writes) {
    const name = nameOf(one.table, one.key);
    held.set(name, { ...one, was: (held.get(name) ?? one).was });
  }
  if (database) undone.push({ of, how });
  if (before) tellKeeping();
  return value;
}

function tellKeeping(): void {
  for (const listener of listeners) listener();
}
