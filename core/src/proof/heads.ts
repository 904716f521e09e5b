/** How far a chain goes, and what names all of it. Place 0: there is nothing in it. */
export interface Head {
  place: number;
  hash: string;
}

/** How many heads a device keeps of one chain: the first, and the last of them. */
const KEPT = 100;
/** Heads seen of a chain with one more. One of a place that was seen with another hash stays beside it. */
export const seeing = (seen: readonly Head[], head: Head): readonly Head[] =>
  seen.some(({ place, hash }) => place === head.place && hash === head.hash)
    ? seen
    : [...seen.slice(0, 1), ...seen.slice(1).slice(2 - KEPT), head];
