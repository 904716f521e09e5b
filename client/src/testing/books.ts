import { useMemo, useSyncExternalStore } from 'react';
import { deviceClock } from '../data/deviceClock';
import { JobBook } from '../data/jobBook';
import type { OpenBook } from '../data/useBook';

/** The book of a bench: entries wait on the device for ever, and the server counts as heard. */
export function useBenchBook(about = 'r1'): OpenBook {
  const book = useMemo(
    () =>
      new JobBook('j1', {
        add: () => new Promise(() => undefined),
        page: () => new Promise(() => undefined),
        store: localStorage,
        clock: deviceClock(),
        retryFirst: 1000,
      }),
    [],
  );
  const state = useSyncExternalStore(book.subscribe, () => book.read(about));
  const { forget, refresh } = book;
  return useMemo(
    () => ({
      ...state,
      book: state.book ?? [],
      heard: deviceClock().now(),
      enter: (fact, author, corrects) => book.enter(about, fact, author, corrects),
      forget,
      refresh,
    }),
    [state, about, book, forget, refresh],
  );
}
