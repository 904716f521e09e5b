import { keepAnswer, readAnswer } from '../store/answers';
import { ApiError, fetcher } from './api';

/** Asks the server, and keeps on this device what it says. @param jobId the job the answer belongs to, with which it goes. */
export async function ask<T>(path: string, jobId?: string): Promise<T> {
  const body = await fetcher<T>(path);
  await keepAnswer(path, jobId, body);
  return body;
}

/** The answer this device has; the server's where it has none. What may have changed since is to be asked for beside it. */
export async function fromDevice<T>(path: string, jobId?: string): Promise<T> {
  const kept = await readAnswer(path);
  return kept ? (kept.body as T) : ask<T>(path, jobId);
}

/** What is done beside what the screen shows from the device: the server not being heard is told elsewhere. */
export function beside(work: Promise<unknown>): void {
  work.catch((error: unknown) => {
    if (!(error instanceof ApiError)) throw error;
  });
}
