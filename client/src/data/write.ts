import { entryFaults, type Fact, type Photo } from '@tamper/core/book';
import { isKeeping } from '../store/database';
import { heldBy } from '../store/me';
import { deviceClock } from './deviceClock';
import type { Written } from './useBook';

/**
 * Enters a fact, or another in the place of one, with what was photographed; a sentence where it was not taken.
 * `done`: told once it is written, whether this device holds it now. Nothing is said to be kept before.
 */
export type Enter = (fact: Fact, corrects?: string, photos?: readonly Photo[], done?: (kept: boolean) => void) => string | undefined;

/** What is known of an entry before it is one. */
interface Made {
  fact: Fact;
  at: string;
  author: string;
  account: string | undefined;
}

/**
 * Writes facts into a book under the name of who holds the device.
 * @param refuse what else may be said against it, at a moment in ms.
 * @returns what to say where nobody has said who, or the fact cannot be one; nothing is entered then.
 */
export const writeBy =
  (
    { book, who }: { book: Written; who: string },
    unsaid: string,
    refuse: (entry: Made, now: number) => string | undefined = () => undefined,
  ): Enter =>
  (fact, corrects, photos = [], done) => {
    const author = who.trim();
    if (author.length < 2) return unsaid;
    const now = deviceClock().now();
    const fault =
      book.mayNot(fact) ??
      entryFaults(fact, author, photos)[0] ??
      refuse({ fact, at: new Date(now).toISOString(), author, account: heldBy() }, now);
    if (fault === undefined) void book.enter(fact, author, corrects, photos).then(() => done?.(isKeeping()));
    return fault;
  };
