import type { Fact, Photo } from '@tamper/core/book';
import { useState } from 'react';
import { useSaid } from './useSaid';
import type { Enter } from './write';

/** A form that enters facts: what it says once one is kept, and why one was not taken. */
export interface Entering {
  /** Enters a fact and says the words once it is kept. @returns whether it was taken; what is in the form stays where it was not. */
  write: (fact: Fact, words: string, more?: { corrects?: string | undefined; photos?: readonly Photo[] }) => boolean;
  /** Says why nothing is entered. */
  refuse: (...why: string[]) => false;
  /** Forgets what stood against it: something was typed since. */
  typed: () => void;
  said: string;
  faults: readonly string[];
}

/** The one way from a form into the book. */
export function useEntering(enter: Enter): Entering {
  const [faults, setFaults] = useState<readonly string[]>([]);
  const { said, say, unsay } = useSaid();
  const refuse = (...why: string[]): false => {
    unsay();
    setFaults(why);
    return false;
  };
  return {
    write: (fact, words, { corrects, photos = [] } = {}) => {
      unsay();
      const refused = enter(fact, corrects, photos, say(words));
      setFaults(refused === undefined ? [] : [refused]);
      return refused === undefined;
    },
    refuse,
    typed: () => setFaults([]),
    said,
    faults,
  };
}
