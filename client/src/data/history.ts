/** A document with its undo and redo steps, newest last. */
export interface History<T> {
  past: readonly T[];
  present: T;
  future: readonly T[];
  /** Edits with the same tag in a row make one undo step: typing a number is one step, not one a key. */
  tag: string | undefined;
}

const MOST = 200;

export const begin = <T>(present: T): History<T> => ({ past: [], present, future: [], tag: undefined });

export function edit<T>(history: History<T>, next: T, tag?: string): History<T> {
  if (next === history.present) return history;
  const joins = tag !== undefined && tag === history.tag;
  return { past: joins ? history.past : [...history.past, history.present].slice(-MOST), present: next, future: [], tag };
}

export function undo<T>(history: History<T>): History<T> {
  const before = history.past.at(-1);
  if (before === undefined) return history;
  return { past: history.past.slice(0, -1), present: before, future: [...history.future, history.present], tag: undefined };
}

export function redo<T>(history: History<T>): History<T> {
  const after = history.future.at(-1);
  if (after === undefined) return history;
  return { past: [...history.past, history.present], present: after, future: history.future.slice(0, -1), tag: undefined };
}
