import type { Entry, Fact } from '@tamper/core/book';
import { useCallback, useMemo, useSyncExternalStore } from 'react';
import { useLookAgain } from './useLookAgain';
import { RunBook, type BookState } from './runBook';

const books = new Map<string, RunBook>();
function bookOf(runId: string): RunBook {
  const book = books.get(runId) ?? new RunBook(runId);
  books.set(runId, book);
  return book;
}

/** The book of a run, kept up to date while it is shown. */
export interface OpenBook extends BookState {
  /** Writes a fact down under a name; the id of an entry it puts right may be given. */
  enter: (fact: Fact, author: string, corrects?: string) => Entry;
  /** Lets go of an entry the server refused. */
  forget: (id: string) => void;
  /** Asks the server for what is new. */
  refresh: () => Promise<void>;
}

export function useBook(runId: string): OpenBook {
  const book = useMemo(() => bookOf(runId), [runId]);
  const state = useSyncExternalStore(book.subscribe, book.read);
  useLookAgain(
    useCallback(() => {
      void book.refresh();
      void book.send();
    }, [book]),
  );
  const { enter, forget, refresh } = book;
  return useMemo(() => ({ ...state, enter, forget, refresh }), [state, enter, forget, refresh]);
}
