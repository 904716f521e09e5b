import { merge, sameJson } from '@tamper/core/job';
import { mutate } from 'swr';
import { api, ApiError, fetcher, type Stored } from './api';
import { Autosaver, type SaveState } from './autosave';
import { draftKeeper, readDraft } from './drafts';
import { begin, edit, redo, undo, type History } from './history';

/** What a document is at one moment; a new object after every change. */
export interface Snapshot<T, S> {
  open: { stored: S; history: History<T> } | undefined;
  save: SaveState<T>;
  /** Why it could not be fetched. */
  error: unknown;
}
/** A save that stands still until somebody knows of it. */
export type Amiss<T> = Extract<SaveState<T>, { kind: 'unsaved' | 'conflict' }>;
/** What a screen shows of a document: the same while it is only being saved, which goes well most of the time. */
export interface Shown<T, S> extends Pick<Snapshot<T, S>, 'open' | 'error'> {
  amiss: Amiss<T> | undefined;
}

/**
 * A stored document open for editing, shared by every screen that shows it: one history, one saver, one draft. Fetched anew when it is
 * first shown; closed, its last change saved, when nobody shows it any more.
 */
export class LiveDocument<T, S extends Stored<T>> {
  private snapshot: Snapshot<T, S> = BLANK;
  private screen: Shown<T, S> = shownOf<T, S>(BLANK);
  private readonly listeners = new Set<() => void>();
  private drafts: ReturnType<typeof draftKeeper<T>> | undefined;
  private saver: Autosaver<T> | undefined;
  private users = 0;
  private live = false;

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
  readonly read = (): Snapshot<T, S> => this.snapshot;
  readonly shown = (): Shown<T, S> => this.screen;
  readonly saving = (): SaveState<T> => this.snapshot.save;

  /** The version the server holds now: what a deletion must name. */
  readonly version = (): number => this.saver?.version ?? this.snapshot.open?.stored.version ?? 0;
  readonly change = (next: T, tag?: string): void => this.step((history) => edit(history, next, tag));
  readonly undo = (): void => this.step(undo);
  readonly redo = (): void => this.step(redo);
  readonly flush = (): void => this.saver?.flush();
  readonly retry = (): void => void this.load();

  /** Ends a conflict with one of the two, or both put together where they do not collide. */
  readonly settle = (choice: 'mine' | 'theirs' | 'both'): void => {
    const { save } = this.snapshot;
    if (save.kind !== 'conflict') return;
    const { theirs, base, mine } = save;
    const doc = choice === 'mine' ? mine : choice === 'theirs' ? theirs.doc : merge(base, mine, theirs.doc).doc;
    this.saver?.resolve(theirs, doc);
    this.step((history) => edit(history, doc));
  };

  /** Waits until the document is open. @throws what the fetch said. */
  async opened(): Promise<T> {
    await this.until(({ open, error }) => open !== undefined || error !== undefined);
    if (!this.snapshot.open) throw this.snapshot.error;
    return this.snapshot.open.history.present;
  }

  /** Waits until every change is with the server. @throws Error with the sentence that stands in the way. */
  readonly saved = async (): Promise<void> => {
    this.flush();
    await this.until(({ save }) => save.kind !== 'saving');
    const { save } = this.snapshot;
    if (save.kind === 'unsaved') throw new Error(save.why);
    if (save.kind === 'conflict') throw new Error('Somebody else changed it meanwhile. Nothing was overwritten; open it and try again.');
  };

  private begin(): void {
    this.live = true;
    live.set(this.path, this as unknown as LiveDocument<unknown, Stored<unknown>>);
    this.drafts = draftKeeper<T>(this.path);
    window.addEventListener('online', this.flush);
    void this.load();
  }

  private async load(): Promise<void> {
    try {
      const stored = await fetcher<S>(this.path);
      const draft = readDraft<T>(this.path, this.upgrade);
      const doc = draft?.doc ?? stored.doc;
      const base = draft ? { version: draft.version, doc: draft.base } : stored;
      this.put({ open: { stored, history: begin(doc) }, error: undefined });
      const drafts = this.drafts;
      // Closed again before the answer came.
      if (!drafts) return;
      this.saver = new Autosaver<T>(base, { put: this.send, ...drafts, same: sameJson, onState: (save) => this.put({ save }) }, doc);
    } catch (error) {
      this.put({ error });
    }
  }

  /**
   * Asks whether somebody changed it elsewhere. Where nothing of ours is on its way, theirs is taken in as one more step; where something is,
   * the next save meets it and asks.
   */
  readonly look = async (): Promise<void> => {
    const { saver } = this;
    if (!saver) return;
    try {
      const newer = await fetcher<S | undefined>(`${this.path}?known=${saver.version}`);
      if (this.saver !== saver) return;
      if (!newer || newer.version <= saver.version || this.snapshot.save.kind !== 'saved') return;
      saver.resolve(newer, newer.doc);
      this.step((history) => edit(history, newer.doc));
    } catch (error) {
      // Not heard: it is asked again soon.
      if (!(error instanceof ApiError)) throw error;
    }
  };

  private readonly send = async (version: number, doc: T): Promise<Stored<T>> => {
    const stored = await api.put(this.path, version, doc);
    // Screens that only read it through SWR must not start from the past.
    void mutate(this.path, (before: S | undefined) => (before ? { ...before, ...stored } : before), { revalidate: false });
    return stored;
  };

  private step(how: (history: History<T>) => History<T>): void {
    const { open } = this.snapshot;
    if (!open) return;
    const history = how(open.history);
    if (history === open.history) return;
    this.put({ open: { ...open, history } });
    this.saver?.change(history.present);
  }

  private put(change: Partial<Snapshot<T, S>>): void {
    this.snapshot = { ...this.snapshot, ...change };
    const next = shownOf(this.snapshot);
    if (next.open !== this.screen.open || next.error !== this.screen.error || next.amiss !== this.screen.amiss) this.screen = next;
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
    this.live = false;
    window.removeEventListener('online', this.flush);
    this.saver?.close();
    this.saver = undefined;
    this.drafts?.close();
    this.drafts = undefined;
    if (live.get(this.path) === (this as unknown)) live.delete(this.path);
    this.snapshot = BLANK;
    this.screen = shownOf<T, S>(BLANK);
  }
}

const BLANK = { open: undefined, save: { kind: 'saved' }, error: undefined } as const;
const shownOf = <T, S>({ open, error, save }: Snapshot<T, S>): Shown<T, S> => ({
  open,
  error,
  amiss: save.kind === 'unsaved' || save.kind === 'conflict' ? save : undefined,
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
