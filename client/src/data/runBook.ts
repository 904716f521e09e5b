import { readEntry, type Entry, type Fact, type Kept } from '@tamper/core/book';
import { api, ApiError, type BookPage, type InForce, type KeptEntry, type SentEntry } from './api';
import { deviceId, nextCount } from './device';
import { deviceClock, type DeviceClock } from './deviceClock';
import { entriesWaiting, keyOf } from './outbox';

/** An entry made on this device that the server has not got yet; `refused` says why it never will as it is. */
export interface Waiting {
  kept: Kept;
  refused?: string;
}
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
  add: (runId: string, entry: SentEntry) => Promise<KeptEntry>;
  page: (runId: string, after: number) => Promise<BookPage>;
  store: Storage;
  clock: Pick<DeviceClock, 'now' | 'correction'>;
  retryFirst: number;
}
const RETRY_MOST = 30_000;
const kept = ({ seq, receivedAt, off, entry }: KeptEntry): Kept => ({
  entry: readEntry(entry),
  seq,
  receivedAt,
  ...(off === null ? {} : { off }),
});

/**
 * The book of one run as this device knows it. An entry is kept on the device before it is sent, sent until the server has it, and never changed:
 * its id is made here, so that sending it twice is the same as once.
 */
export class RunBook {
  private state: BookState;
  private rows: Kept[] = [];
  /** How far this device has read the book without a gap, by order of arrival: what it knows when it writes something down. */
  private known = 0;
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private retry: number;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly runId: string,
    private readonly deps: BookDeps = {
      add: api.addEntry,
      page: api.bookPage,
      store: localStorage,
      clock: deviceClock(),
      retryFirst: 2000,
    },
  ) {
    this.retry = deps.retryFirst;
    this.state = { book: undefined, waiting: this.left(), heard: undefined, error: undefined, canKeep: true, inForce: undefined };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (this.listeners.size === 1) {
      void this.refresh();
      void this.send();
    }
    return () => void this.listeners.delete(listener);
  };
  readonly read = (): BookState => this.state;

  /** Writes a fact down under a name, keeps it and sends it as soon as it can. */
  readonly enter = (fact: Fact, author: string, corrects?: string): Entry => {
    const { store, clock } = this.deps;
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
      store.setItem(keyOf(this.runId, entry.id), JSON.stringify(entry));
    } catch (error) {
      console.warn('The device cannot keep the entry', error);
      canKeep = false;
    }
    this.put({ waiting: [...this.state.waiting, { kept: { entry } }], canKeep });
    void this.send();
    return entry;
  };

  /** Lets go of an entry the server refused. */
  readonly forget = (id: string): void => {
    if (this.state.waiting.some(({ kept: { entry }, refused }) => entry.id === id && refused !== undefined)) this.drop(id);
  };

  /** Asks the server for what others entered since, and which plan is in force. */
  readonly refresh = async (): Promise<void> => {
    try {
      for (let after: number | null = this.known; after !== null;) {
        const page: BookPage = await this.deps.page(this.runId, after);
        this.take(page.items);
        this.known = Math.max(this.known, page.items.at(-1)?.seq ?? 0);
        this.put({ inForce: page.revision });
        after = page.next;
      }
      this.put({ heard: this.deps.clock.now(), error: undefined });
    } catch (error) {
      this.put({ error: error instanceof Error ? error.message : String(error) });
    }
  };

  /** Sends what waits, oldest first, and tries again later what could not be sent. */
  readonly send = async (): Promise<void> => {
    if (this.sending) return;
    this.sending = true;
    clearTimeout(this.timer);
    let sent = 0;
    try {
      for (let next = this.nextToSend(); next; next = this.nextToSend()) {
        this.take([await this.deps.add(this.runId, next.kept.entry)]);
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
    if (sent > 0) void this.refresh();
  };

  private nextToSend = (): Waiting | undefined => this.state.waiting.find(({ refused }) => refused === undefined);

  private failed(error: unknown): void {
    if (!(error instanceof ApiError)) throw error;
    const passing = error.status === 0 || error.status === 429 || error.status >= 500;
    const next = this.nextToSend();
    if (!passing && next) {
      const refused = [error.message, ...error.fields.map(({ message }) => message)].join(' ');
      this.put({ waiting: this.state.waiting.map((one) => (one === next ? { kept: { ...one.kept, refused: true }, refused } : one)) });
      // The others may go through.
      queueMicrotask(() => void this.send());
      return;
    }
    this.put({ error: error.message });
    this.timer = setTimeout(() => void this.send(), this.retry);
    this.retry = Math.min(RETRY_MOST, this.retry * 2);
  }

  private drop(id: string): void {
    this.deps.store.removeItem(keyOf(this.runId, id));
    this.put({ waiting: this.state.waiting.filter(({ kept: { entry } }) => entry.id !== id) });
  }

  private take(items: readonly KeptEntry[]): void {
    const there = new Set(this.rows.map(({ seq }) => seq));
    const news = items.filter(({ seq }) => !there.has(seq)).map(kept);
    if (news.length > 0) this.rows = [...this.rows, ...news].sort((a, b) => (a.seq as number) - (b.seq as number));
    this.put({});
  }

  /** What an earlier page left unsent. */
  private left(): Waiting[] {
    return entriesWaiting(this.runId, this.deps.store).map((entry) => ({ kept: { entry: readEntry(entry) } }));
  }

  private put(change: Partial<BookState>): void {
    const next = { ...this.state, ...change };
    const there = new Set(this.rows.map(({ entry }) => entry.id));
    const own = next.waiting.filter(({ kept: { entry } }) => !there.has(entry.id)).map((one) => one.kept);
    const known = next.heard !== undefined || this.rows.length > 0 || own.length > 0;
    this.state = { ...next, book: known ? [...this.rows, ...own] : undefined };
    for (const listener of this.listeners) listener();
  }
}
