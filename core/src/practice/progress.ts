import { createEmptyCard, fsrs, generatorParameters, Rating, type Card } from 'ts-fsrs';
import type { SentAttempt } from './attempt';
import { exerciseIds, levels, skills, type Level, type Practised } from './names';

/** Version of the drills: what a seed gave before may be otherwise now. */
export const DRILL_VERSION = 2;

/** One answer or one exercise, as it is kept with a person. */
export interface Attempt extends SentAttempt {
  what: Practised;
  level: Level;
}

/** How far somebody is in one skill. */
export interface Standing {
  what: Practised;
  level: Level;
  tries: number;
  right: number;
  last: string | undefined;
  /** When it is to be done again; undefined while it was never done. */
  due: Date | undefined;
}

export const practised: readonly Practised[] = [...skills, ...exerciseIds];

/** So many right one after another at a level lead to the next; so many wrong ones back. */
export const UP = 3;
const DOWN = 2;

/** Chance has no part in it: the same answers give the same day on every device. */
const schedule = fsrs(generatorParameters({ enable_fuzz: false }));

/** The level after an answer, and how many of a kind stand in a row at it. */
function levelled({ level, row }: { level: Level; row: number }, { level: asked, right }: Attempt): { level: Level; row: number } {
  // An answer at another level than one stands at tells nothing of this one.
  if (asked !== level) return { level, row };
  const next = right ? Math.max(1, row + 1) : Math.min(-1, row - 1);
  const at = levels.indexOf(level);
  if (next >= UP) return { level: levels[at + 1] ?? level, row: 0 };
  if (next <= -DOWN) return { level: levels[at - 1] ?? level, row: 0 };
  return { level, row: next };
}

/** Attempts as they were made, one after another. */
export const inOrder = (attempts: readonly Attempt[]): Attempt[] =>
  attempts.toSorted((a, b) => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1));

/**
 * How somebody stands in a skill by all their attempts, whatever order these are in. When to do it again: spaced repetition, a wrong answer soon, right ones further and
 * further apart.
 */
export function standingOf(attempts: readonly Attempt[], what: Practised): Standing {
  const own = inOrder(attempts.filter((one) => one.what === what));
  let card: Card | undefined;
  let at: { level: Level; row: number } = { level: 1, row: 0 };
  for (const attempt of own) {
    const when = new Date(attempt.at);
    card = schedule.next(card ?? createEmptyCard(when), when, attempt.right ? Rating.Good : Rating.Again).card;
    at = levelled(at, attempt);
  }
  return {
    what,
    level: at.level,
    tries: own.length,
    right: own.filter(({ right }) => right).length,
    last: own.at(-1)?.at,
    due: card?.due,
  };
}

/** Is it time to do it again? What was never done is always due. */
export const isDue = ({ due }: Pick<Standing, 'due'>, now: number): boolean => due === undefined || due.getTime() <= now;
