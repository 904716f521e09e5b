import type { DBSchema } from 'idb';
import type { Head } from '@tamper/core/heads';
import type { BookPage, KeptEntry, SentEntry, Stored } from '../data/api';
import type { Packed } from './packed';

/** A document as the server had it when it was heard of last. */
export interface DocumentRow {
  /** Its address in the API, such as `/runs/ID`. */
  path: string;
  /** The job it is or belongs to. */
  jobId: string;
  stored: Omit<Stored<unknown>, 'doc'> & { doc: Packed };
  /** The last draft this device sent of it or put beside it, and the version that came of it. */
  sent?: { rev: number; version: number };
}
/** Work on a document that the server has not got yet. */
export interface DraftRow {
  path: string;
  jobId: string;
  /** The stored version and document the work started from; version 0: the server has never seen it, it was made here. */
  version: number;
  base?: Packed | undefined;
  doc: Packed;
  /** Counts the times it was kept: what was sent is what is kept as long as this is the same. */
  rev: number;
  /** When the work on it began, ms: documents are made at the server in this order. */
  since: number;
  /** Of a new run: the run it is a variant of. */
  like?: string;
  /** What somebody else stored meanwhile: nothing is sent until it is said which shall be. */
  theirs?: Stored<unknown>;
  /** Why the server would not take it: nothing is sent until it is another. */
  refused?: string;
  /** The account of whoever made it last. */
  by?: string;
  /** The server has it no more: somebody deleted it. */
  gone?: true;
}
/** What the server last answered where nothing but looking is done with it. */
export interface AnswerRow {
  path: string;
  /** The job it belongs to; none: it is of no one job. */
  jobId: string | undefined;
  /** When it came, ms by the server's clock. */
  at: number;
  body: Packed;
}
/** How far the book of a job is known here. */
export interface BookRow {
  jobId: string;
  /** Everything that arrived up to this place is in `entries`. */
  known: number;
  /** When the server was heard to say that this is all, ms by its clock; undefined until it was once. */
  heard?: number;
  inForce?: BookPage['inForce'];
  /** The first place of the last stretch of it. */
  last?: number;
  /** Heads of the chains of its record, as the server said them one after another: by run, and of the job itself. */
  seen?: Readonly<Record<string, readonly Head[]>>;
}
/** A stretch of a job's book: so many entries in one row that a long book is read at once. */
export interface EntriesRow {
  jobId: string;
  /** The place of its first. */
  first: number;
  items: Packed<readonly KeptEntry[]>;
  /** How many. An earlier program did not say. */
  count?: number;
  /** All of them are as this format has them: they need not be read by its rules once more. */
  plain?: number;
}
/** An entry made here that the server has not got yet. */
export interface WaitingRow {
  id: string;
  /** Empty: an earlier program did not say; its book finds it by the run. */
  jobId: string;
  about: string;
  count: number;
  entry: SentEntry;
  /** Why the server would not take it as it is. */
  refused?: string;
  /** As the server keeps it: it waits no more, and stays here until the book is heard up to it. */
  taken?: KeptEntry;
}
/** A photo made on this device. Its picture lies apart: lists of photos are read without them. */
export interface PhotoRow {
  /** SHA-256 of its file. */
  hash: string;
  jobId: string;
  /** Of the file, bytes. */
  size: number;
  /** When it was kept, ms. */
  at: number;
  /** The entry that has it; none: a form holds it that is not entered yet. */
  entry?: string;
  /** When the server was heard to have it, ms. */
  sent?: number;
  /** Why the server would not take it. */
  refused?: string;
}
export interface PictureRow {
  hash: string;
  full: ArrayBuffer;
  small: ArrayBuffer;
}
/** What could not be read, as it was found. */
export interface DamagedRow {
  id: string;
  table: string;
  at: number;
  why: string;
  row: unknown;
}
/** A thing of this device by its name: who holds it, its clock, a form half filled. */
export interface OwnRow {
  key: string;
  value: unknown;
}

/** Everything kept on the device. Rows are plain values: what a database hands back is what was put in. */
export interface Tables extends DBSchema {
  documents: { key: string; value: DocumentRow; indexes: { jobId: string } };
  drafts: { key: string; value: DraftRow; indexes: { jobId: string } };
  answers: { key: string; value: AnswerRow; indexes: { jobId: string } };
  books: { key: string; value: BookRow };
  entries: { key: [string, number]; value: EntriesRow };
  waiting: { key: string; value: WaitingRow; indexes: { jobId: string } };
  photos: { key: string; value: PhotoRow; indexes: { jobId: string } };
  pictures: { key: string; value: PictureRow };
  damaged: { key: string; value: DamagedRow };
  own: { key: string; value: OwnRow };
}
export type Table = 'documents' | 'drafts' | 'answers' | 'books' | 'entries' | 'waiting' | 'photos' | 'pictures' | 'damaged' | 'own';

/** What a row is found by. */
export const KEYS: { readonly [T in Table]: string | string[] } = {
  documents: 'path',
  drafts: 'path',
  answers: 'path',
  books: 'jobId',
  entries: ['jobId', 'first'],
  waiting: 'id',
  photos: 'hash',
  pictures: 'hash',
  damaged: 'id',
  own: 'key',
};
