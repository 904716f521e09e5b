import type { Entry, Fact } from '@tamper/core/job';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { RunBook, runsWaiting, type BookState } from './runBook';

const books = new Map<string, RunBook>();
function bookOf(runId: string): RunBook {
  const book = books.get(runId) ?? new RunBook(runId);
  books.set(runId, book);
  return book;
}

/** Sends what an earlier visit left on this device, whichever run it is about; again whenever the connection comes back. */
export function useSendWaiting(): void {
  useEffect(() => {
    const send = () => runsWaiting(localStorage).forEach((runId) => void bookOf(runId).send());
    send();
    window.addEventListener('online', send);
    return () => window.removeEventListener('online', send);
  }, []);
}

/** Another device may have entered rain: ask this often, ms. */
export const LOOK = 20_000;

/** The book of a run, kept up to date while it is shown. `enter` writes a fact down under a name; an id it puts right may be given. */
export function useBook(runId: string): BookState & {
  enter: (fact: Fact, author: string, corrects?: string) => Entry;
  /** Lets go of an entry the server refused. */
  forget: (id: string) => void;
} {
  const book = useMemo(() => bookOf(runId), [runId]);
  const state = useSyncExternalStore(book.subscribe, book.read);
  useEffect(() => {
    const look = () => {
      void book.refresh();
      void book.send();
    };
    const timer = setInterval(look, LOOK);
    window.addEventListener('online', look);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', look);
      document.removeEventListener('visibilitychange', look);
    };
  }, [book]);
  const enter = useMemo(
    () => (fact: Fact, author: string, corrects?: string) => {
      const entry: Entry = { id: crypto.randomUUID(), author, at: new Date().toISOString(), ...(corrects ? { corrects } : {}), fact };
      book.add(entry);
      return entry;
    },
    [book],
  );
  return { ...state, enter, forget: book.forget };
}
