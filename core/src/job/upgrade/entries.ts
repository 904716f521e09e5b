/** An entry of the book as some version stored it. */
type Stored = Readonly<Record<string, unknown>>;

const isObject = (value: unknown): value is Stored => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * An entry of the book brought up to the newest form. Up to format 6 a hold test named its reach by number and its set by number; what stood there since
 * has moved or not, nobody can tell: it is kept, and holds for no set that stands now.
 */
export function upgradeEntry(entry: unknown): unknown {
  if (!isObject(entry) || !isObject(entry.fact)) return entry;
  const { fact } = entry;
  if (fact.kind !== 'pressure' || typeof fact.reach !== 'number') return entry;
  const { reach, set, ...rest } = fact;
  return { ...entry, fact: { ...rest, place: `r${reach + 1}`, set: `before-${typeof set === 'number' ? set : 0}` } };
}
