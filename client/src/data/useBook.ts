import { needOf, type Entry, type Fact, type Photo } from '@tamper/core/book';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { JobBook, type BookState } from './jobBook';
import { whyNot } from './may';

const books = new Map<string, JobBook>();
export function bookOf(jobId: string): JobBook {
  const book = books.get(jobId) ?? new JobBook(jobId);
  books.set(jobId, book);
  return book;
}

/** The book about a run or a whole job, kept up to date while it is shown. */
export interface OpenBook extends BookState {
  /** Writes a fact down under a name; the id of an entry it puts right may be given, and what was photographed. */
  enter: (fact: Fact, author: string, corrects?: string, photos?: readonly Photo[]) => Promise<Entry>;
  /** Why whoever holds the device may not say this here; undefined: they may. */
  mayNot: (fact: Fact) => string | undefined;
  /** Lets go of an entry the server refused. */
  forget: (id: string) => Promise<void>;
  /** Has the server asked once more to take one. */
  again: (id: string) => Promise<void>;
  /** Asks the server for what is new. */
  refresh: () => Promise<void>;
}

/** What is read of a book and written into it where nothing else of it is shown. */
export type Written = Pick<OpenBook, 'book' | 'enter' | 'mayNot'>;
/** The same as long as nothing is entered. */
export const useWritten = ({ book, enter, mayNot }: Written): Written => useMemo(() => ({ book, enter, mayNot }), [book, enter, mayNot]);

/** @param about the run whose book it is, with what is written about its job; without one, what is written about the job alone. */
export function useBook(jobId: string, about = jobId): OpenBook {
  const book = useMemo(() => bookOf(jobId), [jobId]);
  const state = useSyncExternalStore(
    book.subscribe,
    useCallback(() => book.read(about), [book, about]),
  );
  useEffect(() => book.watch(about), [book, about]);
  const enter = useCallback<OpenBook['enter']>((...written) => book.enter(about, ...written), [book, about]);
  const mayNot = useCallback((fact: Fact) => whyNot(jobId, needOf(fact)), [jobId]);
  const { forget, again, refresh } = book;
  return useMemo(() => ({ ...state, enter, mayNot, forget, again, refresh }), [state, enter, mayNot, forget, again, refresh]);
}
