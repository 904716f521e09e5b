import type { Task } from '@tamper/core/job';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { IconButton } from '../../ui/IconButton';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { DateField } from '../../ui/DateField';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { Tick } from '../../ui/Tick';
import { View } from '../../ui/View';
import { useClear } from './edit';

/** Things somebody has to see to, with an owner and a day. */
export function TasksCard() {
  const { job, today, put } = useClear();
  const { tasks } = job.clearance;
  const [what, setWhat] = useState('');
  const [owner, setOwner] = useState('');
  const [due, setDue] = useState<string>();
  const [fault, setFault] = useState<string>();
  const add = () => {
    const task: Task = { what: what.trim(), owner: owner.trim(), ...(due ? { due } : {}), done: false };
    const refused = put({ tasks: [...tasks, task] });
    setFault(refused && (task.what === '' || task.owner === '' ? 'Say what is to be done, and who does it.' : refused));
    if (refused) return;
    setWhat('');
    setDue(undefined);
  };
  return (
    <Card title="To see to">
      {tasks.map((task, index) => (
        <View key={index} style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
          <Tick
            label={`Done: ${task.what}`}
            done={task.done}
            onPress={() => void put({ tasks: tasks.with(index, { ...task, done: !task.done }) })}
          />
          <View style={{ flex: 1 }}>
            <Text>{task.what}</Text>
            <Text variant="bodySmall">
              {task.owner}
              {task.due ? `, by ${task.due}${!task.done && task.due < today ? ': LATE' : ''}` : ''}
            </Text>
          </View>
          <IconButton
            icon="trash"
            accessibilityLabel={`Remove: ${task.what}`}
            onPress={() => void put({ tasks: tasks.toSpliced(index, 1) })}
          />
        </View>
      ))}
      <TextField label="What is to be done" value={what} onText={setWhat} />
      <TextField label="Who sees to it" value={owner} onText={setOwner} placeholder="A role will do" />
      <DateField label="By" value={due} onDay={setDue} />
      <Faults title="Not added" faults={fault ? [fault] : []} />
      <Button mode="tonal" icon="plus" onPress={add}>
        Add
      </Button>
    </Card>
  );
}
