import { readEntry, type AnyEntry, type Entry, type Fact, type Kept, type Photo } from '@tamper/core/book';
import { FILE_VERSION } from '@tamper/core/job';
import { sameJson } from '@tamper/core/merge';
import { adopt, dropWaiting, keepEntry, readBook, readWaiting, retryWaiting, hearPage } from '../store/book';
import { onNews } from '../store/bus';
import { isKeeping, onKeeping } from '../store/database';
import { whyNoLine } from '../store/line';
import { heldBy } from '../store/me';
import type { WaitingRow } from '../store/tables';
import { whenIdle } from '../ui/whenIdle';
import { api, type BookPage, type InForce, type KeptEntry, type SentEntry } from './api';
import { deviceId } from './device';
import { deviceClock, type DeviceClock } from './deviceClock';
import { joined } from './joined';
import { Listeners } from './listeners';
import { newId } from './newId';
import { UNKEPT, type SaveState } from './safety';
import { lookAgain } from './useLookAgain';

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
  page: (jobId: string, after: number) => Promise<BookPage>;
  clock: Pick<DeviceClock, 'now' | 'correction'>;
}
type Row = Kept & { about: string; seq: number };
const rowOf = ({ seq, about, receivedAt, off }: KeptEntry, entry: AnyEntry): Row => ({
  about,
  entry,
  seq,
  receivedAt,
  ...(off === null ? {} : { off }),
});
/** An entry of whatever program, read by this one's rules. */
const kept = (item: KeptEntry): Row => rowOf(item, readEntry(item.entry));
/** One this program has read before, and found as it writes them. */
const asIs = (item: KeptEntry): Row => rowOf(item, item.entry as AnyEntry);

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
 * The book of one job and its runs as this device knows it: what it keeps of it, what waits here to be sent, and what the server has since. An entry is
 * never changed: its id is made here, so that sending it twice is the same as once.
 */
export class JobBook {
  private state: State = { rows: undefined, waiting: [], heard: undefined, error: undefined, canKeep: true, inForce: undefined };
  private views = new Map<string, BookState>();
  /** How far this device has read the book without a gap, by order of arrival: what it knows when it writes something down. */
  private known = 0;
  private readonly listeners = new Listeners(() => this.begin());
  private reading: Promise<void> | undefined;
  /** What this device keeps of it was read. */
  private isOpen = false;
  private readonly asking = joined(() => this.fetch());

  constructor(
    private readonly jobId: string,
    private readonly deps: BookDeps = { page: api.bookPage, clock: deviceClock() },
  ) {}

  readonly subscribe = this.listeners.subscribe;

  private begin(): () => void {
    const look = () => void this.refresh();
    let leave: (() => void) | undefined;
    const stops = [
      () => leave?.(),
      lookAgain(look),
      onKeeping(() => this.put({ canKeep: isKeeping() })),
      onNews((news) => {
        if (news.kind === 'waiting' && news.jobId === this.jobId) void this.readWaiting();
        if (news.kind === 'again' || (news.kind === 'book' && news.jobId === this.jobId)) void this.asking.after();
      }),
    ];
    // What is here is shown first; what never was has to come.
    void this.opened().then(() => {
      if (this.state.heard === undefined) look();
      else if (this.listeners.some) leave = whenIdle(look);
    });
    return () => stops.forEach((end) => end());
  }

  /** Reads what this device keeps of the book: once, and what is news comes to it. */
  readonly opened = (): Promise<void> =>
    (this.reading ??= (async () => {
      const { book, stretches, waiting } = await readBook(this.jobId);
      this.known = Math.max(this.known, book?.known ?? 0);
      this.take(stretches.flatMap(({ items, plain }) => items.map(plain === FILE_VERSION ? asIs : kept)));
      this.waits(waiting);
      this.isOpen = true;
      this.put({
        // What the server was never heard to be all of is not known yet.
        ...(book?.heard === undefined ? {} : { rows: this.state.rows ?? [], heard: this.state.heard ?? book.heard }),
        ...(book?.inForce && !this.state.inForce ? { inForce: book.inForce } : {}),
        canKeep: isKeeping(),
      });
    })());

  private async readWaiting(): Promise<void> {
    await this.opened();
    this.waits(await readWaiting(this.jobId));
  }

  /** Takes in what waits here. What the server has of it is in the book, though not heard up to there yet. */
  private waits(all: readonly WaitingRow[]): void {
    this.take(all.flatMap(({ taken }) => (taken ? kept(taken) : [])));
    const before = new Map(this.state.waiting.map((one) => [one.kept.entry.id, one]));
    const waiting = all
      .filter(({ taken }) => taken === undefined)
      .map(({ id, about, entry, refused }): Waiting => {
        const known = before.get(id);
        if (known && known.refused === refused && known.about === about) return known;
        return refused === undefined
          ? { about, kept: { entry: readEntry(entry) } }
          : { about, kept: { entry: readEntry(entry), refused: true }, refused };
      });
    this.put({ waiting });
  }

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

  /** How safe what is written here about a run and its job is; without a run, about all of them. What was not read yet is not called sent. */
  readonly saving = (about?: string): SaveState<never> => {
    const { canKeep, waiting } = this.state;
    const mine = waiting.filter((one) => about === undefined || one.about === about || one.about === this.jobId);
    const refused = mine.find((one) => one.refused !== undefined)?.refused;
    if (mine.length > 0 && !canKeep) return { kind: 'unkept', why: UNKEPT };
    if (refused !== undefined) return { kind: 'refused', why: refused };
    return this.isOpen && mine.length === 0 ? { kind: 'sent' } : { kind: 'kept', why: whyNoLine() };
  };

  /** Takes in what an earlier program kept on this device for a run. */
  readonly watch = (runId: string): void => void (runId !== this.jobId && adopt(this.jobId, runId));

  /** Writes a fact down under a name, keeps it, and has it sent as soon as it can be. It is in the book when it is kept. */
  readonly enter = async (about: string, fact: Fact, author: string, corrects?: string, photos: readonly Photo[] = []): Promise<Entry> => {
    await this.opened();
    const { clock } = this.deps;
    // What is put right is put right where it stands.
    const where = (corrects === undefined ? undefined : this.aboutOf(corrects)) ?? about;
    const [device, at, known] = [deviceId(), new Date(clock.now()).toISOString(), this.known];
    const [id, account] = [newId(), heldBy()];
    const { value } = await keepEntry(this.jobId, (count) => ({
      about: where,
      entry: {
        ...{ id, author, ...(account && { account }), device, count, known, at, clock: clock.correction },
        ...(corrects === undefined ? {} : { corrects }),
        ...(photos.length === 0 ? {} : { photos: [...photos] }),
        fact,
      },
    }));
    await this.readWaiting();
    return value.entry as Entry;
  };

  /** Lets go of an entry the server refused. */
  readonly forget = async (id: string): Promise<void> => {
    if (this.state.waiting.some(({ kept: { entry }, refused }) => entry.id === id && refused !== undefined))
      await dropWaiting({ id, jobId: this.jobId });
  };

  /** Has an entry sent again that the server refused. */
  readonly again = (id: string): Promise<void> => retryWaiting({ id, jobId: this.jobId });

  /** Asks the server for what others entered since, and which plans are in force. */
  readonly refresh = this.asking.now;

  private async fetch(): Promise<void> {
    await this.opened();
    try {
      for (let after: number | null = this.known; after !== null;) {
        const page: BookPage = await this.deps.page(this.jobId, after);
        const heard = page.next === null ? this.deps.clock.now() : undefined;
        const read = page.items.map(kept);
        const plain = read.every(({ entry }, i) => sameJson(entry, page.items[i]?.entry));
        await hearPage(this.jobId, page, heard, plain ? FILE_VERSION : undefined);
        this.take(read);
        // One whose answer was lost came with the book: it waits no more.
        const came = new Set(page.items.map(({ entry }) => (entry as SentEntry).id));
        if (this.state.waiting.some(({ kept: { entry } }) => came.has(entry.id))) await this.readWaiting();
        this.known = Math.max(this.known, page.items.at(-1)?.seq ?? 0);
        this.put({ inForce: page.inForce, ...(heard === undefined ? {} : { rows: this.state.rows ?? [], heard, error: undefined }) });
        after = page.next;
      }
    } catch (error) {
      this.put({ error: error instanceof Error ? error.message : String(error) });
    }
  }

  /** Of which run an entry is, as it is kept here. */
  private aboutOf(id: string): string | undefined {
    return (this.state.waiting.find(({ kept: { entry } }) => entry.id === id) ?? this.state.rows?.find(({ entry }) => entry.id === id))
      ?.about;
  }

  private take(items: readonly Row[]): void {
    const rows = this.state.rows ?? [];
    const there = new Set(rows.map(({ seq }) => seq));
    const news = items.filter(({ seq }) => !there.has(seq));
    if (news.length > 0) this.put({ rows: [...rows, ...news].sort((a, b) => (a.seq as number) - (b.seq as number)) });
  }

  private put(change: Partial<State>): void {
    this.state = { ...this.state, ...change };
    this.views = new Map();
    this.listeners.tell();
  }
}

/** The same things in the same order. */
export const sameItems = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);
