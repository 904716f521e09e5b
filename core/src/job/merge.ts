/** Deep equality of JSON values, whatever the order of keys. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => key in b && sameJson((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  );
}

/** Two people's changes to one document put together. */
export interface Merged<T> {
  doc: T;
  /** Fields both changed, differently; `doc` holds mine there. */
  collisions: string[];
}

/**
 * Three-way merge of JSON documents: what only one side changed is taken from that side.
 * Lists are merged item by item while all three have the same length, otherwise as a whole.
 */
export function merge<T>(base: T, mine: T, theirs: T): Merged<T> {
  const collisions: string[] = [];
  const doc = mergeAt(base, mine, theirs, '', collisions) as T;
  return { doc, collisions };
}

function mergeAt(base: unknown, mine: unknown, theirs: unknown, path: string, collisions: string[]): unknown {
  if (sameJson(mine, theirs) || sameJson(base, theirs)) return mine;
  if (sameJson(base, mine)) return theirs;
  const at = (key: string) => (path ? `${path}.${key}` : key);
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs) && base.length === mine.length && base.length === theirs.length)
    return mine.map((item, index) => mergeAt(base[index], item, theirs[index], `${path}[${index}]`, collisions));
  if (isRecord(base) && isRecord(mine) && isRecord(theirs)) {
    const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
    const entries = [...keys].map((key) => [key, mergeAt(base[key], mine[key], theirs[key], at(key), collisions)] as const);
    return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
  }
  collisions.push(path);
  return mine;
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
