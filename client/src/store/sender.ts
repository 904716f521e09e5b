import { plainRun } from '@tamper/core/plain';
import type { Run } from '@tamper/core/job';
import { sameStored } from '@tamper/core/clean';
import { api, ApiError, sentences, type KeptEntry, type SentEntry, type Stored, type StoredHead } from '../data/api';
import { deviceClock } from '../data/deviceClock';
import { allWaiting, refuseWaiting, takenWaiting } from './book';
import { onNews, tell } from './bus';
import { whyNoLine } from './line';
import { allDrafts, settleDraft, stopDraft } from './documents';
import { mayPhotosGo, onConnection } from './connection';
import { Hands } from './hands';
import { LOST, pruneSent, refusePhoto, sentPhoto, waitingPhotos } from './photos';
import { repack, unpack } from './packed';
import type { Uploader } from './uploader';
import type { DraftRow, PhotoRow, WaitingRow } from './tables';

/** What the sender asks of the server. */
export interface Line {
  add: (draft: DraftRow) => Promise<Stored<unknown>>;
  put: (draft: DraftRow) => Promise<StoredHead>;
  enter: (row: WaitingRow) => Promise<KeptEntry>;
  /** Sends a photo of this device. */
  photo: (hash: string) => Promise<void>;
  /** All photos there were are sent, or it was cut off. */
  noMorePhotos: () => void;
}
const JOB = /^\/jobs\/(.+)$/;
const RUN = /^\/runs\/(.+)$/;

/** What sends photos comes with the first of them. */
let uploader: Promise<Uploader> | undefined;
const uploading = () => (uploader ??= import('./uploader').then(({ photoUploader }) => photoUploader()));
export const serverLine: Line = {
  add: ({ path, jobId, doc: packed, like, by }) => {
    const doc = unpack(packed);
    const job = JOB.exec(path)?.[1];
    if (job !== undefined) return api.addJob(job, doc as never, by);
    return api.addRun(jobId, RUN.exec(path)?.[1] as string, plainRun(doc as Run), like, by);
  },
  put: ({ path, version, doc, by }) => api.put(path, version, repack(doc), by),
  enter: ({ jobId, about, entry }) => api.addEntry(jobId, about, entry as SentEntry),
  photo: async (hash) => (await uploading()).send(hash),
  noMorePhotos: () => void uploader?.then(({ end }) => end()),
};

/** Sends one thing. @returns whether the server has it. @throws NoLine where it is of no use to send the others. */
type Attempt = (work: () => Promise<boolean>) => Promise<boolean>;

const MOST = 30_000;
/** An edit is sent this long after the last key, ms. */
const PAUSE = 400;

/** Is it of no use to send the others now? */
const isNoLine = ({ status, code }: ApiError) =>
  status === 0 || code === 'sign-in' || status === 429 || status === 502 || status === 503 || status === 504 || code === 'offline';

/**
 * Sends what was made on this device, in its order: jobs before their runs, runs before what is written about them. What the server does not take is set
 * aside with its reason and the next goes on; what it fails over is tried again in the next round; where it is not heard at all, everything waits.
 */
export class Sender {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private current: Promise<void> | undefined;
  private again = false;
  private closed = false;
  private wait: number;

  constructor(
    private readonly line: Line = serverLine,
    private readonly first = 2000,
    private readonly pause = PAUSE,
    private readonly hands = new Hands(),
  ) {
    this.wait = first;
  }

  /** Begins; ends with what it returns. */
  readonly start = (): (() => void) => {
    const now = () => this.poke(0);
    const stop = onNews((news) => {
      if (news.kind === 'poke') this.poke(whyNoLine() !== undefined ? undefined : news.now ? 0 : this.pause);
      if (news.kind === 'line' && news.why === undefined && this.timer !== undefined) now();
    });
    window.addEventListener('online', now);
    const connection = onConnection(now);
    const deaf = this.hands.listen();
    now();
    return () => {
      this.close();
      stop();
      deaf();
      window.removeEventListener('online', now);
      connection();
    };
  };

  readonly close = (): void => {
    this.closed = true;
    clearTimeout(this.timer);
  };

  /** There is something to send: a little later, as more may come. Undefined: there was no line just now, and it waits for its turn. */
  readonly poke = (after: number | undefined = this.pause): void => {
    if (this.closed || (after === undefined && this.timer !== undefined)) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.timer = undefined;
      void this.round();
    }, after ?? this.wait);
  };

  /** Sends what there is to send; where it is at it already, once more after that. */
  readonly round = (): Promise<void> => {
    if (this.current) this.again = true;
    return (this.current ??= this.rounds().finally(() => (this.current = undefined)));
  };

  private async rounds(): Promise<void> {
    do {
      this.again = false;
      const failed = await this.sendAll();
      if (failed) this.later();
      else this.wait = this.first;
    } while (this.again && !this.closed);
  }

  private later(): void {
    this.poke(this.wait);
    this.wait = Math.min(MOST, this.wait * 2);
  }

  /** @returns why some of it has to be sent again. */
  private async sendAll(): Promise<ApiError | undefined> {
    let failed: ApiError | undefined;
    const drafts = (await allDrafts()).sort((a, b) => a.since - b.since);
    const jobs = drafts.filter(({ path }) => JOB.test(path));
    const runs = drafts.filter(({ path }) => RUN.test(path));
    /** What does not exist at the server yet, and so nothing of it can. */
    const missing = new Set<string>();
    const attempt: Attempt = async (work) => {
      try {
        return await work();
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        failed ??= error;
        if (isNoLine(error)) throw new NoLine();
        return false;
      }
    };
    try {
      for (const draft of [...jobs, ...runs]) {
        const id = draft.path.split('/').at(-1) as string;
        const stopped = draft.theirs !== undefined || draft.refused !== undefined;
        const orphan = draft.version === 0 && missing.has(draft.jobId) && draft.jobId !== id;
        const sent = !stopped && !orphan && (await attempt(() => this.sendDraft(draft)));
        if (!sent && draft.version === 0) missing.add(id);
      }
      for (const row of await allWaiting()) {
        if (row.refused !== undefined || row.taken || missing.has(row.about) || missing.has(row.jobId)) continue;
        await attempt(() => this.sendEntry(row));
      }
      await this.sendPhotos(attempt);
    } catch (error) {
      if (!(error instanceof NoLine)) throw error;
    }
    // Kept while there is more to send.
    if (!this.again && this.timer === undefined) this.line.noMorePhotos();
    return failed;
  }

  /** One after another; what was written meanwhile goes before the next, and so do hands. */
  private async sendPhotos(attempt: Attempt): Promise<void> {
    let sent = 0;
    for (const row of mayPhotosGo() ? await waitingPhotos() : []) {
      if (this.again || this.closed) break;
      const busy = this.hands.busy();
      if (busy > 0) {
        // Where something else is due before, that comes by here too.
        if (this.timer === undefined) this.poke(busy);
        break;
      }
      if (await attempt(() => this.sendPhoto(row))) sent++;
    }
    if (sent > 0) await pruneSent();
  }

  /** @returns whether the server has it now. */
  private async sendDraft(draft: DraftRow): Promise<boolean> {
    try {
      if (draft.version > 0) await settleDraft(draft, await this.line.put(draft));
      else {
        const stored = await this.line.add(draft);
        // Made here and its answer lost: somebody may have changed it at the server since.
        if (stored.version > 1 && !sameStored(stored.doc, unpack(draft.doc))) await stopDraft(draft, { theirs: stored });
        else await settleDraft(draft, stored);
      }
      return true;
    } catch (error) {
      if (!(error instanceof ApiError) || isPassing(error)) throw error;
      const theirs = error.current as Stored<unknown> | undefined;
      if (error.status === 404 && draft.version > 0) await stopDraft(draft, { refused: GONE, gone: true });
      else if (error.status !== 409 || !theirs) await stopDraft(draft, { refused: sentences(error).join(' ') });
      // Our own write whose answer got lost.
      else if (sameStored(theirs.doc, unpack(draft.doc))) await settleDraft(draft, theirs);
      else await stopDraft(draft, { theirs });
      return theirs !== undefined;
    }
  }

  private async sendEntry(row: WaitingRow): Promise<boolean> {
    try {
      await takenWaiting(row, await this.line.enter(row));
      tell({ kind: 'book', jobId: row.jobId });
      return true;
    } catch (error) {
      if (!(error instanceof ApiError) || isPassing(error)) throw error;
      await refuseWaiting(row, [error.message, ...error.fields.map(({ message }) => message)].join(' '));
      return false;
    }
  }

  private async sendPhoto({ hash }: PhotoRow): Promise<boolean> {
    try {
      await this.line.photo(hash);
      await sentPhoto(hash, deviceClock().now());
      return true;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      // Only what is said of the photo itself stands in its way for good: a server of an older program knows of none.
      if (!OF_THE_PHOTO.includes(error.code)) throw error;
      await refusePhoto(hash, error.message);
      return false;
    }
  }
}

const GONE = 'It is not there any more: somebody deleted it, or you are not one of its people now. What you made of it is kept here.';

/** Worth trying again as it is. */
const isPassing = (error: ApiError) => isNoLine(error) || error.code === 'sign-in-as' || error.status >= 500 || error.status === 408;

/** What is wrong with a photo itself. */
const OF_THE_PHOTO: readonly string[] = ['not-a-photo', 'too-large', LOST];

class NoLine extends Error {}
