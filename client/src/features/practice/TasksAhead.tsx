import type { Kept } from '@tamper/core/book';
import type { Job } from '@tamper/core/job';
import { sayTask, tasksOf } from '@tamper/core/practiceTasks';
import { resolveRules } from '@tamper/core/rules';
import { useMemo } from 'react';
import { View } from 'react-native';
import { deviceClock } from '../../data/deviceClock';
import { useToday } from '../../data/useToday';
import { Row } from '../../ui/Row';

/** What is to be practised before tasks of a job that are still to come, with who has done it. */
export function TasksAhead({ jobId, job, book }: { jobId: string; job: Job; book: readonly Kept[] }) {
  const today = useToday();
  const rules = useMemo(() => resolveRules(job.ruleSet, job.overrides), [job.ruleSet, job.overrides]);
  const tasks = useMemo(() => tasksOf(book, deviceClock().now(), rules), [book, rules]);
  const ahead = tasks.filter(({ on }) => on >= today);
  return (
    <View role="list" aria-label="To be practised" style={{ gap: 8 }}>
      {ahead.map((task) => (
        <View role="listitem" key={task.id}>
          <Row
            title={`Practise: ${sayTask(task)}`}
            detail={`Before ${task.before}, ${task.on}${task.whom ? `, for ${task.whom}` : ''} · ${
              task.done.length === 0 ? 'nobody has done it yet' : `done by ${[...new Set(task.done.map(({ who }) => who))].join(', ')}`
            }`}
            to={`/practice?job=${jobId}`}
          />
        </View>
      ))}
    </View>
  );
}
