import { use, useEffect, useMemo, useSyncExternalStore } from 'react';
import type { Stored } from './api';
import { HolderContext } from './holder';
import { liveDocument, type Amiss, type LiveDocument } from './liveDocument';
import type { Safety } from './safety';

/** A stored document open for editing: changes show at once, save by themselves and can be undone. The same object while there is nothing new to show. */
export interface Document<T, S extends Stored<T>> extends Pick<
  LiveDocument<T, S>,
  'version' | 'change' | 'undo' | 'redo' | 'settle' | 'flush' | 'kept' | 'sent' | 'look'
> {
  stored: S;
  doc: T;
  /** Tells how its saving goes on. */
  safety: Safety;
  /** What stands in the way of saving. */
  amiss: Amiss<T> | undefined;
  canUndo: boolean;
  canRedo: boolean;
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
  const { open, amiss, error } = useSyncExternalStore(live.subscribeScreen, live.shown);
  const holder = use(HolderContext);
  useEffect(() => holder?.hold(live), [holder, live]);
  const document = useMemo(() => {
    if (!open) return undefined;
    const { version, change, undo, redo, settle, flush, kept, sent, look } = live;
    const { past, present: doc, future } = open.history;
    const [canUndo, canRedo] = [past.length > 0, future.length > 0];
    return {
      stored: open.stored,
      doc,
      amiss,
      canUndo,
      canRedo,
      version,
      change,
      undo,
      redo,
      settle,
      flush,
      kept,
      sent,
      look,
      safety: live,
    };
  }, [live, open, amiss]);
  return { document, error, retry: live.retry };
}
