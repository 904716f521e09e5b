import { api, ApiError, type SentEntry } from './api';

/*
 * What waits on this device to be sent, as it was written down. This much comes with the first screen; what the entries say is known where the book is shown.
 */

/** One key an entry: tabs that share the store never write over each other's. */
export const keyOf = (runId: string, id = '') => `tamper.book.${runId}.${id}`;

/** Runs of which this device holds entries that were not sent. */
export const runsWaiting = (store: Storage): string[] => [
  ...new Set(Object.keys(store).flatMap((key) => /^tamper\.book\.([^.]+)\./.exec(key)?.[1] ?? [])),
];

/** The entries of a run that wait, in the order they were made. */
export const entriesWaiting = (runId: string, store: Storage): SentEntry[] =>
  Object.keys(store)
    .filter((key) => key.startsWith(keyOf(runId)))
    .flatMap((key) => {
      const text = store.getItem(key);
      return text === null ? [] : [JSON.parse(text) as SentEntry];
    })
    .sort((a, b) => (a.count ?? 0) - (b.count ?? 0));

/** Sends what an earlier visit left, run by run; what is refused stays for its book to tell, what meets no server for the next time. */
export async function sendLeft(store: Storage): Promise<void> {
  for (const runId of runsWaiting(store))
    for (const entry of entriesWaiting(runId, store))
      try {
        await api.addEntry(runId, entry);
        store.removeItem(keyOf(runId, entry.id));
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (error.status === 0) return;
      }
}
