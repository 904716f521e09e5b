import { use, useEffect, useMemo, useSyncExternalStore } from 'react';
import type { Stored } from './api';
import type { SaveState } from './autosave';
import { HolderContext } from './holder';
import { liveDocument, type LiveDocument } from './liveDocument';

/** A stored document open for editing: changes show at once, save by themselves and can be undone. */
export interface Document<T, S extends Stored<T>> extends Pick<
  LiveDocument<T, S>,
  'version' | 'change' | 'undo' | 'redo' | 'settle' | 'flush' | 'saved' | 'look'
> {
  stored: S;
  doc: T;
  save: SaveState<T>;
  canUndo: boolean;
  canRedo: boolean;
  /** When the server last said that nothing newer is there, ms; undefined when it has something newer. */
  current: number | undefined;
}

/**
 * Opens the document at an API path such as `/runs/ID`. Until it is there, `document` is undefined and `error` says why.
 * @param upgrade brings a draft left by an earlier version of the program up to today's format; a constant function.
 */
export function useDocument<T, S extends Stored<T> = Stored<T>>(
  path: string,
  upgrade: (doc: unknown) => unknown,
): { document: Document<T, S> | undefined; error: unknown; retry: () => void } {
  const live = useMemo(() => liveDocument<T, S>(path, upgrade), [path, upgrade]);
  const { open, save, error, current } = useSyncExternalStore(live.subscribe, live.read);
  const holder = use(HolderContext);
  useEffect(() => holder?.hold(live), [holder, live]);
  const { version, change, undo, redo, settle, flush, saved, look, retry } = live;
  const document = open && {
    stored: open.stored,
    doc: open.history.present,
    save,
    canUndo: open.history.past.length > 0,
    canRedo: open.history.future.length > 0,
    version,
    change,
    undo,
    redo,
    settle,
    flush,
    saved,
    look,
    current,
  };
  return { document, error, retry };
}
