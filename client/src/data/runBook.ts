import { upgradeEntry, type Entry } from '@tamper/core/job';
import { api, ApiError, type BookPage, type KeptEntry } from './api';

/** An entry made on this device that the server has not got yet; `refused` says why it never will as it is. */
export interface Waiting {
  entry: Entry;
  refused?: string;
}
export interface BookState {
  /** Everything known: what the server keeps, then what waits here. Undefined before the first answer. */
  entries: Entry[] | undefined;
  waiting: Waiting[];
  /** When the server was last heard, ms; what others entered since is not known. */
  heard: number | undefined;
  /** Why it was not heard the last time. */
  error: string | undefined;
  /** Can this device keep what waits through a reload? */
  canKeep: boolean;
}

export interface BookDeps {
  add: (runId: string, entry: Entry) => Promise<KeptEntry>;
  page: (runId: string, after: number) => Promise<BookPage>;
  store: Storage;
  now: () => number;
  retryFirst: number;
}
const RETRY_MOST = 30_000;
/** Numbers are given before entries are written down: one may come a little after a higher one. */
const OVERLAP = 50;
/** One key an entry: tabs that share the store never write over each other's. */
const keyOf = (runId: string, id = '') => `tamper.book.${runId}.${id}`;

/** Runs of which this device holds entries that were not sent. */
export const runsWaiting = (store: Storage): string[] => [
  ...new Set(Object.keys(store).flatMap((key) => /^tamper\.book\.([^.]+)\./.exec(key)?.[1] ?? [])),
];

/**
 * The book of one run as this device knows it. An entry is kept on the device before it is sent, sent until the server has it, and never changed:
 * its id is made here, so that sending it twice is the same as once.
 */
export class RunBook {
  private state: BookState;
  private kept: KeptEntry[] = [];
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private retry: number;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly runId: string,
    private readonly deps: BookDeps = { add: api.addEntry, page: api.bookPage, store: localStorage, now: Date.now, retryFirst: 2000 },
  ) {
    this.retry = deps.retryFirst;
    this.state = { entries: undefined, waiting: this.left(), heard: undefined, error: undefined, canKeep: true };
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

  /** Keeps an entry and sends it as soon as it can. */
  readonly add = (entry: Entry): void => {
    let canKeep = this.state.canKeep;
    try {
      this.deps.store.setItem(keyOf(this.runId, entry.id), JSON.stringify(entry));
    } catch (error) {
      console.warn('The device cannot keep the entry', error);
      canKeep = false;
    }
    this.put({ waiting: [...this.state.waiting, { entry }], canKeep });
    void this.send();
  };

  /** Lets go of an entry the server refused. */
  readonly forget = (id: string): void => {
    if (this.state.waiting.some(({ entry, refused }) => entry.id === id && refused !== undefined)) this.drop(id);
  };

  /** Asks the server for what others entered since. */
  readonly refresh = async (): Promise<void> => {
    try {
      for (let after: number | null = Math.max(0, (this.kept.at(-1)?.seq ?? 0) - OVERLAP); after !== null;) {
        const page: BookPage = await this.deps.page(this.runId, after);
        this.keep(page.items);
        after = page.next;
      }
      this.put({ heard: this.deps.now(), error: undefined });
    } catch (error) {
      this.put({ error: error instanceof Error ? error.message : String(error) });
    }
  };

  /** Sends what waits, oldest first, and tries again later what could not be sent. */
  readonly send = async (): Promise<void> => {
    if (this.sending) return;
    this.sending = true;
    clearTimeout(this.timer);
    try {
      for (let next = this.nextToSend(); next; next = this.nextToSend()) {
        this.keep([await this.deps.add(this.runId, next.entry)]);
        this.drop(next.entry.id);
        this.retry = this.deps.retryFirst;
        this.put({ error: undefined });
      }
    } catch (error) {
      this.failed(error);
    } finally {
      this.sending = false;
    }
  };

  private nextToSend = (): Waiting | undefined => this.state.waiting.find(({ refused }) => refused === undefined);

  private failed(error: unknown): void {
    if (!(error instanceof ApiError)) throw error;
    const passing = error.status === 0 || error.status === 429 || error.status >= 500;
    const next = this.nextToSend();
    if (!passing && next) {
      const refused = [error.message, ...error.fields.map(({ message }) => message)].join(' ');
      this.put({ waiting: this.state.waiting.map((one) => (one === next ? { ...one, refused } : one)) });
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
    this.put({ waiting: this.state.waiting.filter(({ entry }) => entry.id !== id) });
  }

  private keep(items: readonly KeptEntry[]): void {
    const known = new Set(this.kept.map(({ seq }) => seq));
    const news = items.filter(({ seq }) => !known.has(seq)).map((item) => ({ ...item, entry: upgradeEntry(item.entry) as Entry }));
    if (news.length > 0) this.kept = [...this.kept, ...news].sort((a, b) => a.seq - b.seq);
    this.put({});
  }

  /** What an earlier page left unsent. */
  private left(): Waiting[] {
    const prefix = keyOf(this.runId);
    return Object.keys(this.deps.store)
      .filter((key) => key.startsWith(prefix))
      .flatMap((key): Waiting[] => {
        const text = this.deps.store.getItem(key);
        return text === null ? [] : [{ entry: upgradeEntry(JSON.parse(text)) as Entry }];
      })
      .sort((a, b) => (a.entry.at < b.entry.at ? -1 : 1));
  }

  private put(change: Partial<BookState>): void {
    const next = { ...this.state, ...change };
    const there = new Set(this.kept.map(({ entry }) => entry.id));
    const own = next.waiting.filter(({ entry, refused }) => refused === undefined && !there.has(entry.id)).map(({ entry }) => entry);
    const known = next.heard !== undefined || this.kept.length > 0 || own.length > 0;
    this.state = { ...next, entries: known ? [...this.kept.map(({ entry }) => entry), ...own] : undefined };
    for (const listener of this.listeners) listener();
  }
}
