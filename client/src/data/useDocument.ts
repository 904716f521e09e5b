import { merge, sameJson } from '@tamper/core/job';
import { useCallback, useEffect, useRef, useState } from 'react';
import useSWR from 'swr';
import { api, fetcher, type Stored } from './api';
import { Autosaver, type SaveState } from './autosave';
import { draftKeeper, readDraft } from './drafts';
import { begin, edit, redo, undo, type History } from './history';

/** A stored document open for editing: changes show at once, save by themselves and can be undone. */
export interface Document<T, S extends Stored<T>> {
  stored: S;
  /** The version the server holds now: what a deletion must name. */
  version: () => number;
  doc: T;
  save: SaveState<T>;
  change: (next: T, tag?: string) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  /** Ends a conflict with one of the two, or both put together where they do not collide. */
  settle: (choice: 'mine' | 'theirs' | 'both') => void;
  /** Saves what is pending now, for instance when the connection is back. */
  flush: () => void;
}

interface Open<T, S> {
  stored: S;
  history: History<T>;
}

/**
 * Opens the document at an API path such as `/runs/ID`. Until it is there, `document` is undefined and `error` says why.
 * @param upgrade brings a draft left by an earlier version of the program up to today's format; a constant function.
 */
export function useDocument<T, S extends Stored<T> = Stored<T>>(
  path: string,
  upgrade: (doc: unknown) => unknown,
): { document: Document<T, S> | undefined; error: unknown; retry: () => void } {
  const { data, error, mutate, isValidating } = useSWR<S>(path, fetcher, {
    revalidateOnFocus: false,
    revalidateOnReconnect: false,
    revalidateIfStale: true,
  });
  const [open, setOpen] = useState<Open<T, S>>();
  const [save, setSave] = useState<SaveState<T>>({ kind: 'saved' });
  const saver = useRef<Autosaver<T>>(undefined);
  const drafts = useRef<ReturnType<typeof draftKeeper<T>>>(undefined);
  const loaded = open !== undefined;

  useEffect(() => {
    // A cached copy may be out of date: wait for the answer, unless there is none to be had.
    if (!data || loaded || isValidating) return;
    drafts.current ??= draftKeeper<T>(path);
    const draft = readDraft<T>(path, upgrade);
    const doc = draft?.doc ?? data.doc;
    const base = draft ? { version: draft.version, doc: draft.base } : data;
    saver.current = new Autosaver<T>(base, {
      put: async (version, next) => {
        const stored = await api.put(path, version, next);
        // The cached copy must not be older than what was saved, or the next visit would start from the past.
        void mutate((before) => (before ? { ...before, ...stored } : before), { revalidate: false });
        return stored;
      },
      keep: drafts.current.keep,
      drop: drafts.current.drop,
      same: sameJson,
      onState: setSave,
    }, doc); // prettier-ignore
    setOpen({ stored: data, history: begin(doc) });
  }, [data, isValidating, loaded, mutate, path, upgrade]);

  useEffect(() => {
    const flush = () => saver.current?.flush();
    window.addEventListener('online', flush);
    return () => {
      window.removeEventListener('online', flush);
      saver.current?.close();
      drafts.current?.close();
    };
  }, []);

  const present = open?.history.present;
  useEffect(() => {
    if (present !== undefined) saver.current?.change(present);
  }, [present]);

  const step = useCallback(
    (how: (history: History<T>) => History<T>) => setOpen((before) => before && { ...before, history: how(before.history) }),
    [],
  );

  const settle = useCallback(
    (choice: 'mine' | 'theirs' | 'both') => {
      if (save.kind !== 'conflict') return;
      const { theirs, base, mine } = save;
      const doc = choice === 'mine' ? mine : choice === 'theirs' ? theirs.doc : merge(base, mine, theirs.doc).doc;
      saver.current?.resolve(theirs, doc);
      setOpen((before) => before && { ...before, history: edit(before.history, doc) });
    },
    [save],
  );

  const change = useCallback((next: T, tag?: string) => step((history) => edit(history, next, tag)), [step]);
  const retry = useCallback(() => void mutate(), [mutate]);
  const document = open && {
    stored: open.stored,
    version: () => saver.current?.version ?? open.stored.version,
    doc: open.history.present,
    save,
    change,
    undo: () => step(undo),
    redo: () => step(redo),
    canUndo: open.history.past.length > 0,
    canRedo: open.history.future.length > 0,
    settle,
    flush: () => saver.current?.flush(),
  };
  return { document, error, retry };
}
