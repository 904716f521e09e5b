/** Makes something when it is first asked for, and keeps it. */
export function once<T>(make: () => T): () => T {
  let made: { it: T } | undefined;
  return () => (made ??= { it: make() }).it;
}
