import type { Head } from './heads';

/** Heads that were seen of a chain and are not on it now: what was recorded then has been changed or taken out since. */
export const gone = (links: readonly { hash: string }[], seen: readonly Head[]): Head[] =>
  seen.filter(({ place, hash }) => place > 0 && links[place - 1]?.hash !== hash);

/** Do heads that were seen contradict each other: two hashes at one place, or an earlier place seen after a later one? */
export const contradict = (seen: readonly Head[]): boolean =>
  seen.some(({ place, hash }, i) =>
    seen.slice(0, i).some((before) => before.place > place || (before.place === place && before.hash !== hash)),
  );

/** A head as people read it to each other: its place and the first twelve figures. @example shortHead({ place: 12, hash: 'abcdef012345…' }) // '12 · abcd ef01 2345' */
export const shortHead = ({ place, hash }: Head): string => `${place} · ${hash.slice(0, 12).replace(/(.{4})(?=.)/g, '$1 ')}`;
