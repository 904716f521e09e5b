import { merge, sameJson } from '@tamper/core/merge';
import { ApiError, fetcher, type Stored } from './api';
import { onNews, tell } from '../store/bus';
import { setAside } from '../store/damaged';
import { isKeeping, onKeeping } from '../store/database';
import {
  forgetDocument,
  hearDocument,
  keepDraft,
  readDocument,
  resolveDraft,
  retryDraft,
  UNSEEN,
  type Draft,
  type Known,
  type KnownDocument,
  type Seen,
} from '../store/documents';
import { whyNoLine } from '../store/line';
import { whenIdle } from '../ui/whenIdle';
import { begin, edit, redo, undo, type History } from './history';
import { joined } from './joined';
import { sameState, UNKEPT, type SaveState } from './safety';
import { tellScreen } from './typing';

/** What a document is at one moment; a new object after every change. */
export interface Snapshot<T, S> {
  open: { stored: S; history: History<T> } | undefined;
  save: SaveState<T>;
  /** Why it could not be had. */
  error: unknown;
}
/** What stands still until somebody knows of it. */
export type Amiss<T> = Extract<SaveState<T>, { kind: 'unkept' | 'refused' | 'conflict' }>;
/** What a screen shows of a document: the same while it is only being kept and sent, which goes well most of the time. */
export interface Shown<T, S> extends Pick<Snapshot<T, S>, 'open' | 'error'> {
  amiss: Amiss<T> | undefined;
}

/** Edits are kept this long after the last key, ms: not at every one. */
const PAUSE = 150;

/**
 * A document open for editing, shared by every screen that shows it: one history. It is read from this device and kept there; sending it is the
 * sender's. It opens with the first screen that shows it, from the server where it was never seen here, and closes with the last.
 */
export class LiveDocument<T, S extends Stored<T>> {
  private snapshot: Snapshot<T, S> = BLANK;
  private screen: Shown<T, S> = shownOf<T, S>(BLANK);
  private readonly listeners = new Set<() => void>();
  private users = 0;
  private live = false;
  private stops: readonly (() => void)[] = [];
  /** What the store holds of it as far as this tab has taken it in. */
  private seen: Seen = UNSEEN;
  private row: KnownDocument | undefined;
  private draft: Draft | undefined;
  /** The document as it was edited last is not in the store yet. */
  private dirty = false;
  private writing: Promise<void> | undefined;
  private unkept = false;
  /** The store holds something that was not looked at yet. */
  private stale = false;
  /** The newest draft that was told of while one was being written: mostly that one. */
  private edited = 0;
  /** What could not be read and was set aside since it was last opened. */
  private readonly aside = new Set<'drafts' | 'documents'>();
  private readonly asking = joined(() => this.ask());
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly path: string,
    private readonly upgrade: (doc: unknown) => unknown,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (this.users++ === 0 && !this.live) this.begin();
    return () => {
      this.listeners.delete(listener);
      this.users--;
      // A screen that takes over subscribes before the one it replaces has gone for good.
      queueMicrotask(() => this.users === 0 && this.close());
    };
  };
  /** Hears of changes as a screen does: of what is being typed when the letter is painted. */
  readonly subscribeScreen = (listener: () => void): (() => void) => {
    let leave = (): void => undefined;
    const stop = this.subscribe(() => {
      leave();
      leave = tellScreen(listener);
    });
    return () => {
      leave();
      stop();
    };
  };
  readonly read = (): Snapshot<T, S> => this.snapshot;
  readonly shown = (): Shown<T, S> => this.screen;
  readonly saving = (): SaveState<T> => this.snapshot.save;

  /** The version the server holds as far as is known here: what a deletion must name; 0: it was never sent. */
  readonly version = (): number => this.draft?.version ?? this.row?.stored.version ?? 0;
  readonly change = (next: T, tag?: string): void => this.step((history) => edit(history, next, tag));
  readonly undo = (): void => this.step(undo);
  readonly redo = (): void => this.step(redo);
  readonly retry = (): void => void this.load();
  /** Keeps what is not kept yet, and sends it at once. */
  readonly flush = (): void => {
    void this.kept().then(() => (this.draft?.refused === undefined ? tell({ kind: 'poke', now: true }) : retryDraft(this.path)));
  };

  /** Ends a conflict with one of the two, or both put together where they do not collide. */
  readonly settle = (choice: 'mine' | 'theirs' | 'both'): void => {
    const { save } = this.snapshot;
    if (save.kind !== 'conflict') return;
    const { theirs, base, mine } = save;
    const doc =
      choice === 'mine' ? mine : choice === 'theirs' ? theirs.doc : (merge(base as never, mine as never, theirs.doc as never).doc as T);
    this.dirty = false;
    void resolveDraft(this.path, theirs, choice === 'theirs' ? undefined : doc);
  };

  /** Waits until the document is open. @throws what stood in the way. */
  async opened(): Promise<T> {
    await this.until(({ open, error }) => open !== undefined || error !== undefined);
    if (!this.snapshot.open) throw this.snapshot.error;
    return this.snapshot.open.history.present;
  }

  /** Waits until every change is on this device's disk. */
  readonly kept = async (): Promise<void> => {
    if (this.dirty) await this.keepNow();
    await this.writing;
  };

  /** Waits until every change is with the server. @throws Error with the sentence that stands in the way. */
  readonly sent = async (): Promise<void> => {
    this.flush();
    await this.until(({ save }) => save.kind !== 'keeping' && (save.kind !== 'kept' || save.why !== undefined));
    const { save } = this.snapshot;
    if (save.kind === 'conflict') throw new Error('Somebody else changed it meanwhile. Nothing was overwritten; open it and try again.');
    if (save.kind !== 'sent') throw new Error(save.kind === 'keeping' ? UNKEPT : (save.why ?? UNKEPT));
  };

  /** Asks whether somebody changed it elsewhere. Where nothing of ours is on its way theirs is taken in; else the next sending meets it, and asks. */
  readonly look = this.asking.now;

  private async ask(): Promise<void> {
    const version = this.row?.stored.version ?? 0;
    if (version === 0) return;
    try {
      const newer = await fetcher<S | undefined>(`${this.path}?known=${version}`);
      if (newer && this.live) await hearDocument(this.path, this.jobIdOf(newer), newer);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      // Deleted elsewhere: what was made of it here is not taken away with it.
      if (error.status === 404 && this.live && !this.draft && !this.dirty) {
        await forgetDocument(this.path);
        this.put({ open: undefined, error });
      }
    }
  }

  private begin(): void {
    this.live = true;
    live.set(this.path, this as unknown as LiveDocument<unknown, Stored<unknown>>);
    const stopNews = onNews((news) => {
      if (news.kind === 'line') this.tell();
      if (news.kind === 'again') void this.asking.after();
      if (!('path' in news) || news.path !== this.path) return;
      if (news.kind === 'edited' && news.rev === this.seen.rev) return;
      if (news.kind === 'edited' && this.writing) return void (this.edited = Math.max(this.edited, news.rev));
      if (news.kind === 'sent' && news.rev === this.seen.rev && this.settled(news.version)) return;
      if (news.kind === 'there') void this.asking.after();
      if (news.kind === 'edited' || news.kind === 'sent' || news.kind === 'heard') void this.reread();
    });
    // What was held in the page is in the store, beside what other tabs made meanwhile.
    const stopKeeping = onKeeping(() => {
      if (!isKeeping()) return;
      this.unkept = false;
      void this.reread();
    });
    this.stops = [stopNews, stopKeeping];
    for (const event of AWAY) window.addEventListener(event, this.leave);
    void this.load();
  }
  private readonly leave = (): void => void (this.dirty && this.keepNow());

  private async load(): Promise<void> {
    try {
      const known = await readDocument(this.path);
      if (known.row || known.draft) {
        this.take(known);
        // What is here is shown first.
        whenIdle(() => void (this.live && this.look()));
        return;
      }
      const stored = await fetcher<S>(this.path);
      if (!this.live) return;
      await hearDocument(this.path, this.jobIdOf(stored), stored);
      await this.reread();
    } catch (error) {
      this.put({ error });
    }
  }

  private jobIdOf(stored: S): string {
    return (stored as { jobId?: string }).jobId ?? stored.id;
  }

  /** Takes in what the store holds of it: after the edits of this tab are there too, never in their place. */
  private async reread(): Promise<void> {
    this.stale = true;
    if (this.dirty || this.writing) return;
    const known = await readDocument(this.path);
    if (this.dirty || this.writing || !this.live) return;
    this.stale = false;
    this.take(known);
  }

  /** The server has what this tab knows, and nothing was done since: that is known without reading it all again. */
  private settled(version: number): boolean {
    const { draft, seen, snapshot } = this;
    if (!draft || draft.rev !== seen.rev || this.dirty || this.writing || !snapshot.open) return false;
    const stored = { ...snapshot.open.stored, version, doc: draft.doc };
    this.row = { path: this.path, jobId: this.row?.jobId ?? draft.jobId, stored, sent: { rev: draft.rev, version } };
    this.draft = undefined;
    this.seen = { rev: seen.rev, doc: seen.doc, version, base: draft.doc };
    this.tell();
    return true;
  }

  private take({ row, draft }: Known): void {
    const before = this.version();
    Object.assign(this, { row, draft });
    if (!row && !draft) return;
    const rev = draft?.rev ?? row?.sent?.rev ?? 0;
    const doc = draft?.doc ?? row?.stored.doc;
    const news = rev !== this.seen.rev || (!draft && row?.stored.version !== before);
    const { open } = this.snapshot;
    if (open && !news) return this.tell();
    try {
      const read = this.upgrade(doc) as T;
      this.aside.clear();
      this.seen = { rev, doc: read, version: this.version(), base: draft?.base ?? row?.stored.doc };
      const id = this.path.split('/').at(-1) as string;
      const stored = (row?.stored ?? {
        id,
        jobId: draft?.jobId,
        version: 0,
        updatedAt: new Date(draft?.since ?? 0).toISOString(),
        doc,
      }) as S;
      const same = open && sameJson(open.history.present, read);
      const history = !open ? begin(read) : same ? open.history : edit(open.history, read);
      if (!same) this.put({ open: { stored, history }, error: undefined });
      else this.tell();
    } catch (error) {
      // Nothing this program can read: it is set aside as it is, and asked for anew. Where the server has no better, that is said.
      const table = draft ? 'drafts' : 'documents';
      if (this.aside.has(table)) return this.put({ error });
      this.aside.add(table);
      void setAside(table, this.path, error).then(() => this.load());
    }
  }

  private async keepNow(): Promise<void> {
    clearTimeout(this.timer);
    await this.writing;
    const { open } = this.snapshot;
    if (!open || !this.dirty) return;
    this.dirty = false;
    const doc = open.history.present;
    const jobId = this.draft?.jobId ?? this.row?.jobId ?? '';
    const together = (a: unknown, b: unknown, c: unknown) => merge(a as never, b as never, c as never).doc;
    this.writing = keepDraft({ path: this.path, jobId, doc }, this.seen, together).then(({ draft, kept }) => {
      this.unkept = !kept;
      this.draft = draft;
      // What another tab kept meanwhile is in it now.
      if (draft.doc !== doc)
        this.step((history) => edit(history, (this.dirty ? together(doc, history.present, draft.doc) : draft.doc) as T), false);
      this.seen = draft;
    });
    try {
      await this.writing;
    } finally {
      this.writing = undefined;
      this.tell();
      // What came before ours is in it: drafts are counted.
      if (this.stale || this.edited > this.seen.rev) void this.reread();
    }
  }

  private step(how: (history: History<T>) => History<T>, ours = true): void {
    const { open } = this.snapshot;
    if (!open) return;
    const history = how(open.history);
    if (history === open.history) return;
    if (ours) {
      this.dirty = true;
      clearTimeout(this.timer);
      this.timer = setTimeout(() => void this.keepNow(), PAUSE);
    }
    this.put({ open: { ...open, history } });
  }

  /** Tells how safe the work is now, where that is another. */
  private tell(): void {
    this.put({});
  }

  private saveState(present: T | undefined): SaveState<T> {
    const { draft } = this;
    if (draft?.theirs)
      return {
        ...{ kind: 'conflict', theirs: draft.theirs as Stored<T>, base: draft.base as T, mine: present ?? (draft.doc as T) },
        ...(this.unkept && { why: UNKEPT }),
      };
    if (this.dirty || this.writing) return { kind: 'keeping' };
    if (draft && this.unkept) return { kind: 'unkept', why: UNKEPT };
    if (draft?.refused !== undefined) return { kind: 'refused', why: draft.refused };
    return draft ? { kind: 'kept', why: whyNoLine() } : { kind: 'sent' };
  }

  private put(change: Partial<Pick<Snapshot<T, S>, 'open' | 'error'>>): void {
    const next = { ...this.snapshot, ...change };
    const save = this.saveState(next.open?.history.present);
    next.save = sameState(save, this.snapshot.save) ? this.snapshot.save : save;
    const before = this.snapshot;
    if (before.open === next.open && before.error === next.error && before.save === next.save) return;
    this.snapshot = next;
    const screen = shownOf(next);
    if (screen.open !== this.screen.open || screen.error !== this.screen.error || screen.amiss !== this.screen.amiss) this.screen = screen;
    for (const listener of this.listeners) listener();
  }

  private until(holds: (snapshot: Snapshot<T, S>) => boolean): Promise<void> {
    return new Promise((done) => {
      const stop = this.subscribe(() => look());
      const look = () => {
        if (!holds(this.snapshot)) return;
        stop();
        done();
      };
      look();
    });
  }

  private close(): void {
    if (!this.live) return;
    const last = this.dirty ? this.keepNow() : undefined;
    this.live = false;
    for (const stop of this.stops) stop();
    for (const event of AWAY) window.removeEventListener(event, this.leave);
    if (live.get(this.path) === (this as unknown)) live.delete(this.path);
    const forget = () => {
      if (this.live) return;
      Object.assign(this, { row: undefined, draft: undefined, seen: UNSEEN, edited: 0 });
      this.snapshot = BLANK;
      this.screen = shownOf<T, S>(BLANK);
    };
    if (last) void last.then(forget);
    else forget();
  }
}

/** The page is put away, and may be ended without a word. */
const AWAY = ['pagehide', 'blur', 'visibilitychange'] as const;

const BLANK = { open: undefined, save: { kind: 'sent' }, error: undefined } as const;
const shownOf = <T, S>({ open, error, save }: Snapshot<T, S>): Shown<T, S> => ({
  open,
  error,
  amiss: save.kind === 'unkept' || save.kind === 'refused' || save.kind === 'conflict' ? save : undefined,
});

const live = new Map<string, LiveDocument<unknown, Stored<unknown>>>();

/** The document at an API path such as `/runs/ID`, as every other screen has it open. */
export function liveDocument<T, S extends Stored<T>>(path: string, upgrade: (doc: unknown) => unknown): LiveDocument<T, S> {
  const open = live.get(path) as unknown as LiveDocument<T, S> | undefined;
  if (open) return open;
  const made = new LiveDocument<T, S>(path, upgrade);
  live.set(path, made as unknown as LiveDocument<unknown, Stored<unknown>>);
  return made;
}
