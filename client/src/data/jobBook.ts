import { readEntry, type Entry, type Fact, type Kept } from '@tamper/core/book';
import { api, ApiError, type BookPage, type InForce, type KeptEntry, type SentEntry } from './api';
import { deviceId, nextCount } from './device';
import { deviceClock, type DeviceClock } from './deviceClock';
import { lookAgain } from './useLookAgain';
import { adopt, entriesLeft, keyOf } from './outbox';

/** An entry made on this device that the server has not got yet; `refused` says why it never will as it is. */
export interface Waiting {
  about: string;
  kept: Kept;
  refused?: string;
}
/** The book as it is about one run, or about the job itself. */
export interface BookState {
  /** Everything known: what the server keeps, then what waits here or was refused. Undefined before the first answer. */
  book: Kept[] | undefined;
  waiting: Waiting[];
  /** When the server was last heard, ms by its own clock; what others entered since is not known. */
  heard: number | undefined;
  /** Why it was not heard the last time. */
  error: string | undefined;
  /** Can this device keep what waits through a reload? */
  canKeep: boolean;
  /** The issued plan in force, as the server said last; undefined before it was heard. */
  inForce: InForce | undefined;
}

export interface BookDeps {
  add: (jobId: string, about: string, entry: SentEntry) => Promise<KeptEntry>;
  page: (jobId: string, after: number) => Promise<BookPage>;
  store: Storage;
  clock: Pick<DeviceClock, 'now' | 'correction'>;
  retryFirst: number;
}
const RETRY_MOST = 30_000;
type Row = Kept & { about: string };
const kept = ({ seq, about, receivedAt, off, entry }: KeptEntry): Row => ({
  about,
  entry: readEntry(entry),
  seq,
  receivedAt,
  ...(off === null ? {} : { off }),
});

/** What is the same whatever the book is looked at for. */
interface State {
  /** Undefined before the first answer. */
  rows: readonly Row[] | undefined;
  waiting: readonly Waiting[];
  heard: number | undefined;
  error: string | undefined;
  canKeep: boolean;
  inForce: BookPage['inForce'] | undefined;
}

/**
 * The book of one job and its runs as this device knows it. An entry is kept on the device before it is sent, sent until the server has it, and never changed:
 * its id is made here, so that sending it twice is the same as once.
 */
export class JobBook {
  private state: State;
  private views = new Map<string, BookState>();
  /** How far this device has read the book without a gap, by order of arrival: what it knows when it writes something down. */
  private known = 0;
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private looking: Promise<void> | undefined;
  private stopLooking: () => void = () => undefined;
  private retry: number;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly jobId: string,
    private readonly deps: BookDeps = {
      add: api.addEntry,
      page: api.bookPage,
      store: localStorage,
      clock: deviceClock(),
      retryFirst: 2000,
    },
  ) {
    this.retry = deps.retryFirst;
    this.state = { rows: undefined, waiting: this.left(), heard: undefined, error: undefined, canKeep: true, inForce: undefined };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (this.listeners.size === 1) {
      this.look();
      this.stopLooking = lookAgain(this.look);
    }
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.stopLooking();
    };
  };
  private readonly look = (): void => {
    void this.refresh();
    void this.send();
  };

  /** The book about one run and the job, or about the job alone; the same object until something of it changes. */
  readonly read = (about: string): BookState => {
    const known = this.views.get(about);
    if (known) return known;
    const { rows, waiting, heard, error, canKeep, inForce } = this.state;
    const mine = (one: { about: string }) => one.about === about || one.about === this.jobId;
    const own = waiting.filter(mine);
    const there = new Set(rows?.map(({ entry }) => entry.id));
    const entries = [...(rows ?? []).filter(mine), ...own.map((one) => one.kept).filter(({ entry }) => !there.has(entry.id))];
    const before = this.before.get(about);
    const view: BookState = {
      book: rows || own.length > 0 ? (before && sameItems(before, entries) ? before : entries) : undefined,
      waiting: own,
      heard,
      error,
      canKeep,
      inForce: inForce && (inForce[about] ?? null),
    };
    if (view.book) this.before.set(about, view.book);
    this.views.set(about, view);
    return view;
  };
  /** What was last told of each: where nothing was added it stays the same list. */
  private readonly before = new Map<string, Kept[]>();

  /** Takes in what an earlier program kept on this device for a run. */
  readonly watch = (runId: string): void => {
    if (runId !== this.jobId && adopt(this.deps.store, this.jobId, runId)) this.put({ waiting: this.left() });
  };

  /** Writes a fact down under a name, keeps it and sends it as soon as it can. */
  readonly enter = (about: string, fact: Fact, author: string, corrects?: string): Entry => {
    const { store, clock } = this.deps;
    // What is put right is put right where it stands.
    const where = (corrects === undefined ? undefined : this.aboutOf(corrects)) ?? about;
    const entry: Entry = {
      id: crypto.randomUUID(),
      author,
      device: deviceId(store),
      count: nextCount(store),
      known: this.known,
      at: new Date(clock.now()).toISOString(),
      clock: clock.correction,
      ...(corrects === undefined ? {} : { corrects }),
      fact,
    };
    let canKeep = this.state.canKeep;
    try {
      store.setItem(keyOf(this.jobId, where, entry.id), JSON.stringify(entry));
    } catch (error) {
      console.warn('The device cannot keep the entry', error);
      canKeep = false;
    }
    this.put({ waiting: [...this.state.waiting, { about: where, kept: { entry } }], canKeep });
    void this.send();
    return entry;
  };

  /** Lets go of an entry the server refused. */
  readonly forget = (id: string): void => {
    if (this.state.waiting.some(({ kept: { entry }, refused }) => entry.id === id && refused !== undefined)) this.drop(id);
  };

  /** Asks the server for what others entered since, and which plans are in force. */
  readonly refresh = (): Promise<void> => (this.looking ??= this.fetch().finally(() => (this.looking = undefined)));

  private async fetch(): Promise<void> {
    try {
      for (let after: number | null = this.known; after !== null;) {
        const page: BookPage = await this.deps.page(this.jobId, after);
        this.take(page.items);
        this.known = Math.max(this.known, page.items.at(-1)?.seq ?? 0);
        this.put({ inForce: page.inForce });
        after = page.next;
      }
      this.put({ rows: this.state.rows ?? [], heard: this.deps.clock.now(), error: undefined });
    } catch (error) {
      this.put({ error: error instanceof Error ? error.message : String(error) });
    }
  }

  /** Sends what waits, oldest first, and tries again later what could not be sent. */
  readonly send = async (): Promise<void> => {
    if (this.sending) return;
    this.sending = true;
    clearTimeout(this.timer);
    let sent = 0;
    try {
      for (let next = this.nextToSend(); next; next = this.nextToSend()) {
        this.take([await this.deps.add(this.jobId, next.about, next.kept.entry)]);
        this.drop(next.kept.entry.id);
        this.retry = this.deps.retryFirst;
        this.put({ error: undefined });
        sent++;
      }
    } catch (error) {
      this.failed(error);
    } finally {
      this.sending = false;
    }
    // What came in between is read too: only what is read without a gap is known.
    if (sent > 0) void this.refreshAfter();
  };

  /** Looks once more: what was asked for before may not have it. */
  private async refreshAfter(): Promise<void> {
    await this.looking;
    await this.refresh();
  }

  private nextToSend = (): Waiting | undefined => this.state.waiting.find(({ refused }) => refused === undefined);

  private failed(error: unknown): void {
    if (!(error instanceof ApiError)) throw error;
    const passing = error.status === 0 || error.status === 429 || error.status >= 500;
    const next = this.nextToSend();
    if (!passing && next) {
      const refused = [error.message, ...error.fields.map(({ message }) => message)].join(' ');
      this.put({
        waiting: this.state.waiting.map((one) => (one === next ? { ...one, kept: { ...one.kept, refused: true }, refused } : one)),
      });
      // The others may go through.
      queueMicrotask(() => void this.send());
      return;
    }
    this.put({ error: error.message });
    this.timer = setTimeout(() => void this.send(), this.retry);
    this.retry = Math.min(RETRY_MOST, this.retry * 2);
  }

  private drop(id: string): void {
    const about = this.aboutOf(id);
    if (about !== undefined) this.deps.store.removeItem(keyOf(this.jobId, about, id));
    this.put({ waiting: this.state.waiting.filter(({ kept: { entry } }) => entry.id !== id) });
  }

  /** Of which run an entry is, as it is kept here. */
  private aboutOf(id: string): string | undefined {
    return (this.state.waiting.find(({ kept: { entry } }) => entry.id === id) ?? this.state.rows?.find(({ entry }) => entry.id === id))
      ?.about;
  }

  private take(items: readonly KeptEntry[]): void {
    const rows = this.state.rows ?? [];
    const there = new Set(rows.map(({ seq }) => seq));
    const news = items.filter(({ seq }) => !there.has(seq)).map(kept);
    if (news.length > 0) this.put({ rows: [...rows, ...news].sort((a, b) => (a.seq as number) - (b.seq as number)) });
  }

  /** What an earlier page left unsent. */
  private left(): Waiting[] {
    return entriesLeft(this.deps.store, this.jobId).map(({ about, entry }) => ({ about, kept: { entry: readEntry(entry) } }));
  }

  private put(change: Partial<State>): void {
    this.state = { ...this.state, ...change };
    this.views = new Map();
    for (const listener of this.listeners) listener();
  }
}

/** The same things in the same order. */
export const sameItems = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);
