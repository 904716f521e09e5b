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
 * Three-way merge of JSON documents: what only one side changed is taken from that side. Lists of things with ids are merged thing by thing, lists along
 * the run station by station; other lists item by item while all three have the same length, otherwise as a whole.
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
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs)) {
    const keyed = keysOf(base, mine, theirs);
    if (keyed) return mergeKeyed(keyed, path, collisions);
    if (base.length === mine.length && base.length === theirs.length)
      return mine.map((item, index) => mergeAt(base[index], item, theirs[index], `${path}[${index}]`, collisions));
  }
  if (isRecord(base) && isRecord(mine) && isRecord(theirs)) {
    const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
    const entries = [...keys].map((key) => [key, mergeAt(base[key], mine[key], theirs[key], at(key), collisions)] as const);
    return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
  }
  collisions.push(path);
  return mine;
}

type Key = string | number;
type Keyed = Map<Key, unknown>;

/** The three lists by what tells their items apart: an id, or a station where each stands at one of its own; undefined where nothing does. */
function keysOf(...lists: readonly unknown[][]): [base: Keyed, mine: Keyed, theirs: Keyed] | undefined {
  for (const key of ['id', 'station'] as const) {
    const maps = lists.map((list) => {
      const keys = list.map((item) => (isRecord(item) ? item[key] : undefined));
      const all = keys.every((one) => typeof one === 'string' || typeof one === 'number');
      return all && new Set(keys).size === list.length ? new Map(list.map((item, i) => [keys[i] as Key, item])) : undefined;
    });
    if (maps.every((map) => map !== undefined)) return maps as [Keyed, Keyed, Keyed];
  }
  return undefined;
}

function mergeKeyed([base, mine, theirs]: readonly [Keyed, Keyed, Keyed], path: string, collisions: string[]): unknown[] {
  const merged = new Map<Key, unknown>();
  for (const [key, item] of mine) {
    const [before, other] = [base.get(key), theirs.get(key)];
    if (theirs.has(key)) merged.set(key, mergeAt(before, item, other, `${path}[${key}]`, collisions));
    else if (!base.has(key)) merged.set(key, item);
    // They took it out: gone where I left it alone, kept and asked about where I changed it.
    else if (!sameJson(before, item)) {
      merged.set(key, item);
      collisions.push(`${path}[${key}]`);
    }
  }
  const order = [...merged.keys()];
  let after: Key | undefined;
  for (const [key, item] of theirs) {
    if (!merged.has(key)) {
      const before = base.get(key);
      const changed = base.has(key) && !sameJson(before, item);
      if (changed) collisions.push(`${path}[${key}]`);
      if (!base.has(key)) {
        merged.set(key, item);
        order.splice(after === undefined ? 0 : order.indexOf(after) + 1, 0, key);
      }
    }
    if (merged.has(key)) after = key;
  }
  return inOrder(
    order.map((key) => merged.get(key)),
    [...mine.values()],
    [...theirs.values()],
  );
}

/** A list that goes up along the run on both sides goes up when they are put together. */
function inOrder(items: unknown[], ...sides: readonly unknown[][]): unknown[] {
  const along = (item: unknown) => (isRecord(item) ? (item.station ?? item.from) : undefined);
  const up = (list: readonly unknown[]) =>
    list.every((item, i) => {
      const [here, before] = [along(item), along(list[i - 1])];
      return typeof here === 'number' && (i === 0 || here >= (before as number));
    });
  return sides.every(up) ? items.sort((a, b) => (along(a) as number) - (along(b) as number)) : items;
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
