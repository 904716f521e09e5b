import { guarding } from '@tamper/core/record';
import { TaskList } from '../lay/TaskList';
import { Card } from '../../ui/Card';
import { Text } from '../../ui/Text';
import { useSite } from '../site/context';
import { useRecord } from './context';

/** What is still owed of fill and record, and how it is guarded until then. */
export function TodoTab() {
  const { run } = useSite();
  const { tasks } = useRecord();
  return (
    <>
      <Card title="Guarded until it is made good">
        <Text>{guarding[run.surface]}</Text>
      </Card>
      <TaskList
        tasks={tasks}
        nothing="Lifts not read, points not measured, surfaces not made good and visits that are due come here by themselves."
      />
    </>
  );
}
