import { useMemo, useSyncExternalStore } from 'react';
import { deviceClock } from '../data/deviceClock';
import { RunBook } from '../data/runBook';
import type { OpenBook } from '../data/useBook';

/** The book of a bench: entries wait on the device for ever, and the server counts as heard. */
export function useBenchBook(): OpenBook {
  const book = useMemo(
    () =>
      new RunBook('r1', {
        add: () => new Promise(() => undefined),
        page: () => new Promise(() => undefined),
        store: localStorage,
        clock: deviceClock(),
        retryFirst: 1000,
      }),
    [],
  );
  const state = useSyncExternalStore(book.subscribe, book.read);
  const { enter, forget, refresh } = book;
  return useMemo(
    () => ({ ...state, book: state.book ?? [], heard: deviceClock().now(), enter, forget, refresh }),
    [state, enter, forget, refresh],
  );
}
