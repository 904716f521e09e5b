declare const of: unique symbol;
/**
 * A thing as its JSON. A database copies a text many times quicker than the thing itself, and mostly nobody looks into it: a document is kept after every
 * pause of the hands, and read when a screen opens. What an earlier program kept is the thing itself; nothing stays nothing.
 */
export type Packed<T = unknown> = string & { [of]?: T };

export const pack = <T>(thing: T): Packed<T> => JSON.stringify(thing);
export const unpack = <T>(kept: Packed<T> | undefined): T => (typeof kept === 'string' ? (JSON.parse(kept) as T) : (kept as T));

/** The text of what is kept, of whatever program. */
export const repack = <T>(kept: Packed<T>): Packed<T> => (typeof kept === 'string' ? kept : pack(kept as T));

/** A list with more at its end. Neither is read for it. */
export function packMore<T>(list: Packed<readonly T[]>, more: Packed<readonly T[]>): Packed<readonly T[]> {
  const before = repack(list);
  return before === '[]' ? more : more === '[]' ? before : `${before.slice(0, -1)},${more.slice(1)}`;
}
