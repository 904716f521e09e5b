import type { Head } from '@tamper/core/heads';
import type { Envelope } from '@tamper/core/book';
import type { IssueRequest, RevisionHead } from '@tamper/core/issue';
import type { Job, JobFile, Run } from '@tamper/core/job';
import type { OfficeAnswer, Submission } from '@tamper/core/office';
import { plainRun } from '@tamper/core/plain';
import { heldBy } from '../store/me';
import type { Packed } from '../store/packed';
import { signInWanted } from '../store/signInWanted';
import { lineIs } from '../store/line';
import { deviceClock } from './deviceClock';
import { ApiError, ask } from './http';

/** A stored document and the version a write must name. */
export interface Stored<T> {
  id: string;
  version: number;
  updatedAt: string;
  doc: T;
}
/** A stored document but for what it says. */
export type StoredHead = Omit<Stored<unknown>, 'doc'>;
export interface Page<T> {
  items: T[];
  next: string | null;
}
export type StoredRun = Stored<Run> & { jobId: string };
/** A job as the list shows it: how many runs, how many with an issued plan, and when anything of it last changed. */
export interface ListedJob extends Pick<Job, 'name' | 'ruleSet' | 'units' | 'archived'> {
  id: string;
  version: number;
  runs: number;
  issued: number;
  workedOn: string;
}
/** An entry as it is sent: of any program's kinds. */
export type SentEntry = Envelope & { fact: unknown };
/** An entry of the book as the server keeps it; `off`: how far the device's clock was off when it came, ms. */
export interface KeptEntry {
  seq: number;
  /** The run it is about, or the job. */
  about: string;
  receivedAt: string;
  off: number | null;
  entry: unknown;
}
/** The issued plan people work to; null: none is issued. */
export type InForce = Pick<RevisionHead, 'id' | 'number'> | null;
export interface BookPage {
  items: KeptEntry[];
  next: number | null;
  /** By run: those that have none are not named. */
  inForce: Readonly<Record<string, NonNullable<InForce>>>;
  /** How far the chains of the record go, by run and for the job itself, where the page brings something. */
  heads?: Readonly<Record<string, Head>>;
}

/** How a request at the locate office stands. */
export interface OfficeReceipt {
  id: string;
  reference: string;
  answerAt: string;
  answer: OfficeAnswer | null;
}

export { ApiError } from './http';

/** Asks the server, and keeps what its answer says of the line, the clock and the door. @param by the account it is done with: whoever holds the device, unless it is said. */
export async function call<T>(method: string, path: string, body?: unknown, by = heldBy()): Promise<T> {
  const asked = performance.now();
  const heard = (moment: number | undefined) => {
    if (moment !== undefined) deviceClock().heard(moment, performance.now() - asked);
  };
  try {
    const { answer, moment } = await ask<T>(method, path, body, by);
    lineIs(undefined);
    heard(moment);
    return answer;
  } catch (error) {
    if (error instanceof ApiError) {
      heard(error.moment);
      failed(error);
    }
    throw error;
  }
}

/** What a failure says of the line. A server without its database, or one that does not let this device in, is as good as none. */
export function failed({ status, code, message }: ApiError): void {
  if (code === 'sign-in') signInWanted(true);
  lineIs(status === 0 || status === 503 || code === 'sign-in' ? message : undefined);
}

export const fetcher = <T>(path: string): Promise<T> => call<T>('GET', path);

export const api = {
  addJob: (id: string, doc: Job, by?: string) => call<Stored<Job>>('POST', '/jobs', { id, doc }, by),
  importJob: (id: string, file: JobFile) => call<Stored<Job>>('POST', '/jobs/import', { id, file }),
  removeJob: (id: string, version: number) => call<void>('DELETE', `/jobs/${id}?version=${version}`),
  jobFile: (id: string) => call<JobFile>('GET', `/jobs/${id}/file`),
  /** `like`: the run it is a variant of. */
  addRun: (jobId: string, id: string, doc: Run, like?: string, by?: string) =>
    call<Stored<Run>>('POST', `/jobs/${jobId}/runs`, { id, doc: plainRun(doc), like }, by),
  removeRun: (id: string, version: number) => call<void>('DELETE', `/runs/${id}?version=${version}`),
  askOffice: (id: string, submission: Submission, patience: number) =>
    call<OfficeReceipt>('POST', '/locate-office', { id, submission, patience }),
  /** `about`: the run, or the job itself. */
  addEntry: (jobId: string | undefined, about: string, entry: SentEntry) =>
    call<KeptEntry>('POST', `/${about === jobId ? 'jobs' : 'runs'}/${about}/book`, { entry, sent: deviceClock().ownNow() }, entry.account),
  bookPage: (jobId: string, after: number) => call<BookPage>('GET', `/jobs/${jobId}/book?limit=500&after=${after}`),
  issue: (runId: string, request: IssueRequest) => call<RevisionHead>('POST', `/runs/${runId}/revisions`, request),
  /** A document as it is kept here: nobody looks into it on its way. */
  put: (path: string, version: number, doc: Packed, by?: string) =>
    call<StoredHead>('PUT', path, `{"version":${version},"doc":${doc}}`, by),
};

/** Errors as sentences for the screen: the message, then each field at fault. */
export const sentences = (error: unknown): string[] => {
  if (error instanceof ApiError) return [error.message, ...error.fields.map(({ field, message }) => `${field}: ${message}`)];
  return [error instanceof Error ? error.message : String(error)];
};
