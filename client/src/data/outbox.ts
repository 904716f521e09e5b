import { api, ApiError, type SentEntry } from './api';

/*
 * What waits on this device to be sent, as it was written down. This much comes with the first screen; what the entries say is known where the book is shown.
 */

/** An entry that waits, of which job and about which of its runs: or about the job itself. */
export interface Left {
  about: string;
  entry: SentEntry;
}

/** One key an entry: tabs that share the store never write over each other's. */
export const keyOf = (jobId: string, about: string, id: string) => `tamper.book.${jobId}.${about}.${id}`;
/** Where an earlier program kept an entry: it did not say of which job. */
const EARLIER = /^tamper\.book\.([^.]+)\.([^.]+)$/;
const TODAY = /^tamper\.book\.([^.]+)\.([^.]+)\.([^.]+)$/;

/** What waits on this device, in the order it was made; of one job only, where it is named. */
export function entriesLeft(store: Storage, jobId?: string): (Left & { jobId: string | undefined; key: string })[] {
  return Object.keys(store)
    .flatMap((key) => {
      const [, job, about] = TODAY.exec(key) ?? [];
      const of = about ?? EARLIER.exec(key)?.[1];
      const text = of === undefined || (jobId !== undefined && job !== jobId) ? null : store.getItem(key);
      return of === undefined || text === null ? [] : { jobId: job, about: of, key, entry: JSON.parse(text) as SentEntry };
    })
    .sort((a, b) => (a.entry.count ?? 0) - (b.entry.count ?? 0));
}

/** Takes what an earlier program kept for a run into the book of its job. Was there any? */
export function adopt(store: Storage, jobId: string, runId: string): boolean {
  const earlier = entriesLeft(store).filter((one) => one.jobId === undefined && one.about === runId);
  for (const { key, entry } of earlier) {
    store.setItem(keyOf(jobId, runId, entry.id), JSON.stringify(entry));
    store.removeItem(key);
  }
  return earlier.length > 0;
}

/** Sends what an earlier visit left; what is refused stays for its book to tell, what meets no server for the next time. */
export async function sendLeft(store: Storage): Promise<void> {
  for (const { jobId, about, key, entry } of entriesLeft(store))
    try {
      await api.addEntry(jobId, about, entry);
      store.removeItem(key);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (error.status === 0) return;
    }
}
