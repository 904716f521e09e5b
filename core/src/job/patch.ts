/** A change to an input document: set `value` at `path`; `undefined` removes the key or list item. */
export interface Patch {
  path: readonly (string | number)[];
  value: unknown;
}

/** Applies patches one after another and returns a new document that shares every untouched part with the old one. */
export const applyPatches = <T>(document: T, patches: readonly Patch[]): T =>
  patches.reduce((next, patch) => setAt(next, patch.path, patch.value) as T, document);

function setAt(node: unknown, path: readonly (string | number)[], value: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(node)) {
    const copy = [...(node as unknown[])];
    if (rest.length === 0 && value === undefined) copy.splice(Number(key), 1);
    else copy[Number(key)] = setAt(copy[Number(key)], rest, value);
    return copy;
  }
  if (typeof node !== 'object' || node === null) throw new RangeError(`No field “${String(key)}” here to change`);
  if (rest.length === 0 && value === undefined) return Object.fromEntries(Object.entries(node).filter(([name]) => name !== key));
  return { ...node, [key]: setAt((node as Record<string, unknown>)[key], rest, value) };
}
