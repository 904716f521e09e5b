/** One step of a path: a key of an object; in a list a place, or the id of the item meant. */
export type PathStep = string | number;

/**
 * A change to an input document: set `value` at `path`; `undefined` removes the key or list item. A list item named by an id that is not there is added
 * at the end: two people who add one each end with both.
 */
export interface Patch {
  path: readonly PathStep[];
  value: unknown;
}

/** A patch names something the document does not hold (any more). */
export class LostPathError extends Error {
  constructor(readonly path: readonly PathStep[]) {
    super('What was to be changed is not there any more. Look again and repeat it.');
    this.name = 'LostPathError';
  }
}

/**
 * Applies patches one after another and returns a new document that shares every untouched part with the old one.
 * @throws LostPathError where the way to the value is not there.
 */
export const applyPatches = <T>(document: T, patches: readonly Patch[]): T =>
  patches.reduce((next, patch) => setAt(next, patch.path, patch.value, patch.path) as T, document);

function setAt(node: unknown, path: readonly PathStep[], value: unknown, whole: readonly PathStep[]): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(node)) return inList(node as unknown[], key, rest, value, whole);
  if (typeof node !== 'object' || node === null) throw new LostPathError(whole);
  if (rest.length === 0 && value === undefined) return Object.fromEntries(Object.entries(node).filter(([name]) => name !== key));
  return { ...node, [key]: setAt((node as Record<string, unknown>)[key], rest, value, whole) };
}

function inList(list: readonly unknown[], key: PathStep, rest: readonly PathStep[], value: unknown, whole: readonly PathStep[]): unknown[] {
  const found = typeof key === 'number' ? key : list.findIndex((item) => (item as { id?: unknown } | null)?.id === key);
  const there = found >= 0 && found < list.length;
  if (rest.length > 0) {
    if (!there) throw new LostPathError(whole);
    return list.with(found, setAt(list[found], rest, value, whole));
  }
  if (value === undefined) return there ? list.toSpliced(found, 1) : [...list];
  if (there) return list.with(found, value);
  return [...list, value];
}
