import type { Kept } from '@tamper/core/book';
import type { Job } from '@tamper/core/job';
import { tasksOf, type Task } from '@tamper/core/practiceTasks';
import { resolveRules } from '@tamper/core/rules';
import { useMemo } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useToday } from '../../data/useToday';

/** What is set in the book of a job to be practised, and of that what is before a task still to come. */
export function useTasks({ ruleSet, overrides }: Job, book: readonly Kept[] | undefined): { tasks: Task[]; ahead: Task[]; today: string } {
  const today = useToday();
  const rules = useMemo(() => resolveRules(ruleSet, overrides), [ruleSet, overrides]);
  const tasks = useMemo(() => tasksOf(book ?? [], deviceClock().now(), rules), [book, rules]);
  return { tasks, ahead: tasks.filter(({ on }) => on >= today), today };
}
