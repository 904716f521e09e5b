import type { Kept } from '@tamper/core/book';
import type { Job } from '@tamper/core/job';
import { sayBefore, sayTask } from '@tamper/core/practiceTasks';
import { Row } from '../../ui/Row';
import { View } from '../../ui/View';
import { useTasks } from './useTasks';

/** What is to be practised before tasks of a job that are still to come, with who has done it. */
export function TasksAhead({ jobId, job, book }: { jobId: string; job: Job; book: readonly Kept[] }) {
  const { ahead } = useTasks(job, book);
  return (
    <View role="list" aria-label="To be practised" style={{ gap: 8 }}>
      {ahead.map((task) => {
        const who = [...new Set(task.done.map(({ by }) => by.author))];
        return (
          <View role="listitem" key={task.id}>
            <Row
              title={`Practise: ${sayTask(task)}`}
              detail={`${sayBefore(task)} · ${who.length === 0 ? 'nobody has done it yet' : `done by ${who.join(', ')}`}`}
              to={`/practice?job=${jobId}`}
            />
          </View>
        );
      })}
    </View>
  );
}
