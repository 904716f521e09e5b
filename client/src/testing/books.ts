import type { Entry, Fact, Kept } from '@tamper/core/book';
import { useCallback, useMemo, useRef, useState } from 'react';
import { deviceClock } from '../data/deviceClock';
import { newId } from '../data/newId';
import type { OpenBook } from '../data/useBook';

const nothing = () => Promise.resolve();

/** The book of a bench: what is entered waits on the device for ever, and the server counts as heard. */
export function useBenchBook(): OpenBook {
  const [book, setBook] = useState<Kept[]>([]);
  const count = useRef(0);
  const enter = useCallback((fact: Fact, author: string, corrects?: string): Promise<Entry> => {
    count.current++;
    const at = new Date(deviceClock().now()).toISOString();
    const own = { id: newId(), author, device: 'bench', count: count.current, known: 0, at, clock: 0 };
    const entry: Entry = { ...own, ...(corrects === undefined ? {} : { corrects }), fact };
    setBook((before) => [...before, { entry }]);
    return Promise.resolve(entry);
  }, []);
  return useMemo(
    () => ({
      ...{ book, waiting: [], heard: deviceClock().now(), error: undefined, canKeep: true, inForce: undefined },
      ...{ enter, mayNot: () => undefined, forget: nothing, again: nothing, refresh: nothing },
    }),
    [book, enter],
  );
}
