import { doubtOf, momentOf, ofKind, withdrawn, type Entry, type Kept } from '../book';
import type { Rules } from '../rules';
import { isExercise, isPractised, skillName, type Practised } from './names';
import { inOrder, UP, type Attempt } from './progress';

/** Something that was set to be practised before a task, and who has done it. */
export interface Task {
  /** Id of the entry that set it. */
  id: string;
  what: Practised;
  level: number;
  before: string;
  /** The day of the task, ISO. */
  on: string;
  whom: string;
  by: string;
  /** When it was set, ms. */
  at: number;
  done: readonly { by: Pick<Entry, 'author' | 'account'>; at: number }[];
}

/** What is set in the book of a job, the next task first; what only a newer program knows is left out. @param now ms */
export function tasksOf(book: readonly Kept[], now: number, rules: Rules): Task[] {
  const gone = withdrawn(book);
  const counts = book.filter((one) => doubtOf(one, gone, now, rules) === undefined);
  const done = ofKind(counts, 'drillDone');
  return ofKind(counts, 'drillSet')
    .flatMap((kept): Task[] => {
      const { id, author, fact } = kept.entry;
      const { what, level, before, on, whom } = fact;
      if (!isPractised(what)) return [];
      const by = done.filter(({ entry }) => entry.fact.of === id).map((one) => ({ by: one.entry, at: momentOf(one) }));
      return [{ id, what, level, before, on, whom, by: author, at: momentOf(kept), done: by }];
    })
    .toSorted((a, b) => (a.on === b.on ? a.at - b.at : a.on < b.on ? -1 : 1));
}

/** So many right one after another show it: an exercise once. */
export const neededFor = (what: Practised): number => (isExercise(what) ? 1 : UP);

/** How far somebody is with a task by what they did since it was set, at its level or above it. @param ruleSet by which a drill has to be asked. */
export function towards({ what, level, at }: Pick<Task, 'what' | 'level' | 'at'>, attempts: readonly Attempt[], ruleSet: string) {
  const own = inOrder(attempts.filter((one) => one.what === what && one.level >= level && Date.parse(one.at) >= at)).filter(
    ({ by }) => isExercise(what) || by === ruleSet,
  );
  const wrong = own.findLastIndex(({ right }) => !right);
  const row = own.length - 1 - wrong;
  return { row, tries: own.length, needed: neededFor(what), ready: row >= neededFor(what) };
}

/** What is entered in the book once it is done. */
export const doneFact = ({ id, what, level }: Task, { row, tries }: { row: number; tries: number }): Entry<'drillDone'>['fact'] => ({
  ...{ kind: 'drillDone', of: id, what, level, row, tries, name: sayTask({ what, level }) },
});

/** What a task asks for, in a line. */
export const sayTask = ({ what, level }: Pick<Task, 'what' | 'level'>): string =>
  isExercise(what) ? skillName(what).name : `${skillName(what).name}, level ${level}`;
/** Before what it is to be done, in a line. */
export const sayBefore = ({ before, on, whom }: Pick<Task, 'before' | 'on' | 'whom'>): string =>
  `Before ${before}, ${on}${whom ? `, for ${whom}` : ''}`;
