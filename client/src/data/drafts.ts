/** Work not yet on the server, kept on this device so that a reload or a dead battery loses nothing. */
export interface Draft<T> {
  /** The stored version and document the work started from. */
  version: number;
  base: T;
  doc: T;
}

const key = (path: string) => `tamper.draft${path}`;

/** Keeps a draft. Returns false when the device's store is full or forbidden: then only the server holds the work. */
export function keepDraft<T>(path: string, draft: Draft<T>): boolean {
  try {
    localStorage.setItem(key(path), JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}
export function readDraft<T>(path: string): Draft<T> | undefined {
  const text = localStorage.getItem(key(path));
  return text === null ? undefined : (JSON.parse(text) as Draft<T>);
}
export const dropDraft = (path: string): void => localStorage.removeItem(key(path));
