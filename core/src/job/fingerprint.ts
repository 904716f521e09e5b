/** JSON with the keys of every object in order: the same value gives the same text, also after a database has sorted its keys. */
export const orderedJson = (value: unknown): string =>
  JSON.stringify(value, (_, item: unknown) =>
    typeof item === 'object' && item !== null && !Array.isArray(item)
      ? Object.fromEntries(Object.entries(item).sort(([a], [b]) => (a < b ? -1 : 1)))
      : item,
  );

/** FNV-1a, 32 bits, from a start of its own. */
function fnv(text: string, start: number): string {
  let hash = start;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}

/** A short mark of a value, the same for equal values everywhere: to tell whether something changed, not to keep anything safe. */
export function fingerprint(value: unknown): string {
  const text = orderedJson(value);
  return fnv(text, 0x811c9dc5) + fnv(text, 0x01234567);
}
