import type { Envelope } from '@tamper/core/book';
import type { IssueRequest, RevisionHead } from '@tamper/core/issue';
import type { FieldError, Job, JobFile, Run } from '@tamper/core/job';
import type { OfficeAnswer, Submission } from '@tamper/core/office';
import { plainRun } from '@tamper/core/plain';
import { keyWanted } from '../store/key';
import { lineIs } from '../store/line';
import { deviceClock } from './deviceClock';

/** A stored document and the version a write must name. */
export interface Stored<T> {
  id: string;
  version: number;
  updatedAt: string;
  doc: T;
}
export interface Page<T> {
  items: T[];
  next: string | null;
}
export type StoredRun = Stored<Run> & { jobId: string };
/** A job as the list shows it: how many runs, how many with an issued plan, and when anything of it last changed. */
export interface ListedJob extends Pick<Job, 'name' | 'ruleSet' | 'units'> {
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
}

/** How much of a photo the server has, bytes; `done`: all of it. */
export interface Received {
  have: number;
  done: boolean;
}

/** How a request at the locate office stands. */
export interface OfficeReceipt {
  id: string;
  reference: string;
  answerAt: string;
  answer: OfficeAnswer | null;
}

/** The server said no, or did not answer (`status` 0). `message` is fit for the screen. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly fields: readonly FieldError[] = [],
    readonly current?: unknown,
  ) {
    super(message);
  }
}

const TIMEOUT = 15_000;

/** @param body bytes as they are, anything else as JSON. */
async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const bytes = ArrayBuffer.isView(body);
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(TIMEOUT),
      ...(body === undefined
        ? {}
        : {
            headers: { 'Content-Type': bytes ? 'application/octet-stream' : 'application/json' },
            body: bytes ? (body as BodyInit) : JSON.stringify(body),
          }),
    });
  } catch {
    const why = 'No connection to the server.';
    lineIs(why);
    throw new ApiError(0, 'offline', why);
  }
  const moment = response.headers.get('X-Server-Now');
  if (moment !== null) deviceClock().heard(Number(moment));
  if (response.status === 204) return (lineIs(undefined), undefined as T);
  const answer: unknown = await response.json().catch(() => null);
  const error = (answer as { error?: { code: string; message: string; fields?: FieldError[]; current?: unknown } } | null)?.error;
  // A server without its database, or one that does not let this device in, is as good as none.
  if (error?.code === 'key') keyWanted(true);
  const unheard = response.status === 503 || error?.code === 'key';
  lineIs(unheard ? (error?.message ?? 'The server cannot answer now.') : undefined);
  if (response.ok) return answer as T;
  throw new ApiError(
    response.status,
    error?.code ?? 'unknown',
    error?.message ?? `The server answered ${response.status}.`,
    error?.fields,
    error?.current,
  );
}

export const fetcher = <T>(path: string): Promise<T> => call<T>('GET', path);

export const api = {
  addJob: (id: string, doc: Job) => call<Stored<Job>>('POST', '/jobs', { id, doc }),
  importJob: (id: string, file: JobFile) => call<Stored<Job>>('POST', '/jobs/import', { id, file }),
  removeJob: (id: string, version: number) => call<void>('DELETE', `/jobs/${id}?version=${version}`),
  jobFile: (id: string) => call<JobFile>('GET', `/jobs/${id}/file`),
  /** `like`: the run it is a variant of. */
  addRun: (jobId: string, id: string, doc: Run, like?: string) =>
    call<Stored<Run>>('POST', `/jobs/${jobId}/runs`, { id, doc: plainRun(doc), like }),
  removeRun: (id: string, version: number) => call<void>('DELETE', `/runs/${id}?version=${version}`),
  askOffice: (id: string, submission: Submission, patience: number) =>
    call<OfficeReceipt>('POST', '/locate-office', { id, submission, patience }),
  /** `about`: the run, or the job itself. */
  addEntry: (jobId: string | undefined, about: string, entry: SentEntry) =>
    call<KeptEntry>('POST', `/${about === jobId ? 'jobs' : 'runs'}/${about}/book`, { entry, sent: deviceClock().ownNow() }),
  bookPage: (jobId: string, after: number) => call<BookPage>('GET', `/jobs/${jobId}/book?limit=500&after=${after}`),
  issue: (runId: string, request: IssueRequest) => call<RevisionHead>('POST', `/runs/${runId}/revisions`, request),
  receivedOf: (hash: string) => call<Received>('GET', `/photos/${hash}/received`),
  sendPart: (hash: string, first: number, size: number, bytes: ArrayBuffer) =>
    call<Received>('POST', `/photos/${hash}?first=${first}&size=${size}`, new Uint8Array(bytes)),
  /** Says the site key, once on each device. */
  sayKey: (key: string) => call<void>('POST', '/key', { key }),
  put: <T>(path: string, version: number, doc: T) => call<Stored<T>>('PUT', path, { version, doc }),
};

/** Errors as sentences for the screen: the message, then each field at fault. */
export const sentences = (error: unknown): string[] => {
  if (error instanceof ApiError) return [error.message, ...error.fields.map(({ field, message }) => `${field}: ${message}`)];
  return [error instanceof Error ? error.message : String(error)];
};
