/** Work not yet on the server, kept on this device so that a reload or a dead battery loses nothing. */
export interface Draft<T> {
  /** The stored version and document the work started from. */
  version: number;
  base: T;
  doc: T;
}

const key = (path: string) => `tamper.draft${path}`;

/** Keeps a draft; false where the device's store is full or forbidden, so that only the server can hold the work. */
function keepDraft<T>(path: string, draft: Draft<T>): boolean {
  try {
    localStorage.setItem(key(path), JSON.stringify(draft));
    return true;
  } catch (error) {
    console.warn('No draft could be kept on this device', error);
    return false;
  }
}
export function readDraft<T>(path: string, upgrade: (doc: unknown) => unknown): Draft<T> | undefined {
  const text = localStorage.getItem(key(path));
  if (text === null) return undefined;
  const draft = JSON.parse(text) as Draft<T>;
  return { ...draft, base: upgrade(draft.base) as T, doc: upgrade(draft.doc) as T };
}
const dropDraft = (path: string): void => localStorage.removeItem(key(path));

/** Keeps the draft of one document. */
export interface DraftKeeper<T> {
  keep: (draft: Draft<T>) => void;
  /** Writes what is waiting, and says whether the device holds the newest draft. */
  kept: () => boolean;
  drop: () => void;
  close: () => void;
}

/** A keeper that writes a draft a moment after the last edit, not at every key, and at once when the page is put away. */
export function draftKeeper<T>(path: string, delay = 150): DraftKeeper<T> {
  let waiting: Draft<T> | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let held = true;
  const write = () => {
    if (waiting) held = keepDraft(path, waiting);
    waiting = undefined;
  };
  window.addEventListener('pagehide', write);
  return {
    keep(draft) {
      waiting = draft;
      clearTimeout(timer);
      timer = setTimeout(write, delay);
    },
    kept() {
      write();
      return held;
    },
    drop() {
      waiting = undefined;
      dropDraft(path);
    },
    close() {
      clearTimeout(timer);
      write();
      window.removeEventListener('pagehide', write);
    },
  };
}
