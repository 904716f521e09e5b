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
 * Three-way merge of JSON documents: what only one side changed is taken from that side. Lists are merged item by item, by what tells their items apart: an
 * id, a station, a name; where nothing does, by the items that stayed the same on both sides. Never by where an item stands in its list.
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
    return keyed ? mergeKeyed(keyed, path, collisions) : mergeByContent(base, mine, theirs, path, collisions);
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

/** What may tell the items of a list apart, the surest first. */
const KEYS = ['id', 'station', 'rule', 'kind', 'name', 'what', 'product'] as const;

/** The three lists by what tells their items apart, the same in all of them; words and numbers go by themselves. Undefined where nothing does. */
function keysOf(...lists: readonly unknown[][]): [base: Keyed, mine: Keyed, theirs: Keyed] | undefined {
  for (const key of KEYS) {
    const maps = lists.map((list) => {
      const keys = list.map((item) => (isRecord(item) ? item[key] : item));
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
        // Two people added one at the same station, under ids of their own: one stays, and is asked about.
        const same = [...mine].find(
          ([own, one]) => !base.has(own) && !theirs.has(own) && stationOf(one) !== undefined && stationOf(one) === stationOf(item),
        );
        if (same) {
          collisions.push(`${path}[${same[0]}]`);
          continue;
        }
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

const stationOf = (item: unknown): unknown => (isRecord(item) ? item.station : undefined);

/**
 * Lists whose items nothing tells apart: what stayed the same on both sides holds the rest in its place, and every change between two such items is taken from
 * the side that made it. Two that only added something both have it; one item changed on both sides is merged as one.
 */
function mergeByContent(
  base: readonly unknown[],
  mine: readonly unknown[],
  theirs: readonly unknown[],
  path: string,
  collisions: string[],
): unknown[] {
  const [toMine, toTheirs] = [keptIn(base, mine), keptIn(base, theirs)];
  const result: unknown[] = [];
  let [b, m, t] = [0, 0, 0];
  for (let i = 0; i <= base.length; i++) {
    const [atMine, atTheirs] = i < base.length ? [toMine[i], toTheirs[i]] : [mine.length, theirs.length];
    if (atMine === undefined || atTheirs === undefined) continue;
    const [was, own, other] = [base.slice(b, i), mine.slice(m, atMine), theirs.slice(t, atTheirs)];
    if (sameJson(own, other) || sameJson(was, other)) result.push(...own);
    else if (sameJson(was, own)) result.push(...other);
    else if (was.length === 0) result.push(...own, ...other.filter((item) => !own.some((one) => sameJson(one, item))));
    else if (was.length === own.length && was.length === other.length && was.length === 1)
      result.push(mergeAt(was[0], own[0], other[0], `${path}[${result.length}]`, collisions));
    else {
      collisions.push(`${path}[${result.length}]`);
      result.push(...own);
    }
    if (i < base.length) result.push(mine[atMine]);
    [b, m, t] = [i + 1, atMine + 1, atTheirs + 1];
  }
  return result;
}

/** Where each item of a list stands in another, for those of the longest run of items both have in the same order; undefined for the others. */
function keptIn(list: readonly unknown[], other: readonly unknown[]): (number | undefined)[] {
  const [rows, columns] = [list.length, other.length];
  const longest = Array.from({ length: rows + 1 }, () => new Uint16Array(columns + 1));
  const at = (i: number, j: number): number => (longest[i] as Uint16Array)[j] as number;
  const same = (i: number, j: number): boolean => sameJson(list[i], other[j]);
  for (let i = rows - 1; i >= 0; i--)
    for (let j = columns - 1; j >= 0; j--)
      (longest[i] as Uint16Array)[j] = same(i, j) ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1));
  const kept: (number | undefined)[] = [];
  for (let i = 0, j = 0; i < rows; i++) {
    while (j < columns && !same(i, j) && at(i, j + 1) >= at(i + 1, j) && at(i, j + 1) === at(i, j)) j++;
    if (j < columns && same(i, j)) kept.push(j++);
    else kept.push(undefined);
  }
  return kept;
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
