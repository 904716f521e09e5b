/** Are a component's properties the same, also where words put together from pieces, a place or a plain style are made anew at each drawing? */
export function sameProps(a: object, b: object): boolean {
  const [before, after] = [a, b] as Record<string, unknown>[] as [Record<string, unknown>, Record<string, unknown>];
  const keys = Object.keys(after);
  return keys.length === Object.keys(before).length && keys.every((key) => sameFlat(before[key], after[key]));
}

/** The same value, or lists or plain objects of the same values; elements are the same only where they are one. */
function sameFlat(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null || '$$typeof' in a) return false;
  const [known, other] = [Object.entries(a), b as Record<string, unknown>];
  return (
    Array.isArray(a) === Array.isArray(b) &&
    known.length === Object.keys(b).length &&
    known.every(([key, value]) => Object.is(value, other[key]))
  );
}
