import { ApiError, type Stored } from './api';
import type { Draft } from './drafts';

/** What the screen says about the document's safety. */
export type SaveState<T> =
  { kind: 'saved' } | { kind: 'saving' } | { kind: 'unsaved'; why: string } | { kind: 'conflict'; theirs: Stored<T>; base: T; mine: T };

export interface AutosaveDeps<T> {
  put: (version: number, doc: T) => Promise<Stored<T>>;
  keep: (draft: Draft<T>) => void;
  /** Does this device hold the newest draft? */
  kept: () => boolean;
  drop: () => void;
  same: (a: T, b: T) => boolean;
  onState: (state: SaveState<T>) => void;
  delay?: number;
  retryFirst?: number;
}

const RETRY_MOST = 30_000;

/**
 * Saves a document soon after each edit, one write at a time, always over the version it started from.
 * A draft is kept on the device from the edit until the server has it. A write that fails for want of a connection
 * is tried again; one that met a newer version stops and asks.
 */
export class Autosaver<T> {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private inFlight = false;
  private retry: number;
  private closed = false;
  private stuck = false;

  constructor(
    private saved: { version: number; doc: T },
    private readonly deps: AutosaveDeps<T>,
    private doc: T = saved.doc,
  ) {
    this.retry = deps.retryFirst ?? 2000;
    if (!deps.same(doc, saved.doc)) this.begin();
  }

  /** The version the server holds, as far as we know. */
  get version(): number {
    return this.saved.version;
  }

  /** Takes the newest document. */
  change(doc: T): void {
    if (doc === this.doc) return;
    this.doc = doc;
    this.begin();
  }

  private begin(): void {
    if (this.stuck) return;
    this.keepDraft();
    this.deps.onState({ kind: 'saving' });
    this.schedule(this.deps.delay ?? 400);
  }

  /** Tries now: after coming back online, or before leaving. */
  flush(): void {
    if (!this.closed && !this.stuck) this.schedule(0);
  }

  /** After a conflict: go on from what is stored now, with this document. */
  resolve(theirs: Stored<T>, doc: T): void {
    this.stuck = false;
    this.saved = { version: theirs.version, doc: theirs.doc };
    this.doc = doc;
    this.begin();
  }

  close(): void {
    clearTimeout(this.timer);
    if (!this.inFlight && !this.stuck && !this.deps.same(this.doc, this.saved.doc)) void this.save();
    this.closed = true;
  }

  private keepDraft(): void {
    this.deps.keep({ version: this.saved.version, base: this.saved.doc, doc: this.doc });
  }

  private schedule(delay: number): void {
    clearTimeout(this.timer);
    if (!this.closed) this.timer = setTimeout(() => void this.save(), delay);
  }

  private async save(): Promise<void> {
    if (this.inFlight) return;
    const sent = this.doc;
    if (this.deps.same(sent, this.saved.doc)) {
      this.deps.drop();
      this.deps.onState({ kind: 'saved' });
      return;
    }
    this.inFlight = true;
    try {
      const stored = await this.deps.put(this.saved.version, sent);
      this.settle(stored.version, sent);
    } catch (error) {
      this.failed(error, sent);
    } finally {
      this.inFlight = false;
    }
  }

  private settle(version: number, doc: T): void {
    this.saved = { version, doc };
    this.retry = this.deps.retryFirst ?? 2000;
    if (this.doc === doc) {
      this.deps.drop();
      this.deps.onState({ kind: 'saved' });
    } else {
      this.keepDraft();
      this.schedule(0);
    }
  }

  private failed(error: unknown, sent: T): void {
    if (!(error instanceof ApiError)) throw error;
    if (error.status === 409) {
      const theirs = error.current as Stored<T>;
      // Our own write whose answer got lost.
      if (this.deps.same(theirs.doc, sent)) return this.settle(theirs.version, sent);
      this.stuck = true;
      return this.deps.onState({ kind: 'conflict', theirs, base: this.saved.doc, mine: this.doc });
    }
    const passing = error.status === 0 || error.status === 429 || error.status >= 500;
    const held = this.deps.kept() ? 'Kept on this device' : 'This device cannot keep it: leave the page open';
    this.deps.onState({ kind: 'unsaved', why: passing ? `${error.message} ${held}; trying again.` : error.message });
    if (!passing) return;
    this.schedule(this.retry);
    this.retry = Math.min(RETRY_MOST, this.retry * 2);
  }
}
