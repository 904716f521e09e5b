import type { ClosedTask, LayTask } from '@tamper/core/lay';
import { formatStretch } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useToday } from '../../data/useToday';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { DateField } from '../../ui/DateField';
import { fileName, saveText } from '../../ui/files';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { filed } from '../../workers/filed';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';

/** What is to be seen to with who sees to it and by when: closed by what is entered of the thing itself, never by a tick. */
export function TaskList({ tasks, nothing }: { tasks: { open: LayTask[]; closed: ClosedTask[] }; nothing: string }) {
  const { job, jobId } = useSite();
  const dated = tasks.open.flatMap(({ about, what, todo, owner, due }) =>
    due ? [{ id: about, day: due, what, why: `${owner ?? ''}: ${todo}` }] : [],
  );
  const save = async () => {
    const text = await filed<string>((worker) => worker.ics(job, jobId, new Date().toISOString(), dated));
    await saveText(fileName(`${job.name} to see to`, 'ics'), text, 'text/calendar');
  };
  const own = job.clearance.tasks.filter(({ done }) => !done);
  return (
    <>
      {tasks.open.length === 0 ? (
        <Card title="Nothing is found wanting">
          <Text>{nothing}</Text>
        </Card>
      ) : null}
      {tasks.open.map((task) => (
        <Open key={task.about} task={task} />
      ))}
      {dated.length > 0 ? (
        <Button mode="outlined" icon="download" onPress={() => void save()}>
          Calendar file
        </Button>
      ) : null}
      {own.length > 0 ? (
        <Card title="Of the whole job">
          {own.map(({ what, owner, due }, i) => (
            <Text key={i}>
              {what}: {owner}
              {due ? `, by ${due}` : ''}
            </Text>
          ))}
        </Card>
      ) : null}
      {tasks.closed.length > 0 ? (
        <Card title="Put right since">
          {tasks.closed.map(({ about, what, owner }) => (
            <Text key={about} variant="bodySmall">
              {what} ({owner})
            </Text>
          ))}
        </Card>
      ) : null}
    </>
  );
}

function Open({ task }: { task: LayTask }) {
  const { job } = useSite();
  const today = useToday();
  const { write, said, faults } = useEntering(useEnterLaid());
  const [asking, setAsking] = useState(false);
  const [owner, setOwner] = useState(task.owner ?? '');
  const [due, setDue] = useState(task.due);
  const late = task.due !== undefined && task.due < today;
  const enter = () => {
    if (!write({ kind: 'owed', about: task.about, what: task.what, owner: owner.trim(), due: due ?? null }, 'Kept: who sees to it.'))
      return;
    setAsking(false);
  };
  return (
    <Card title={task.what}>
      <Text>{task.todo}</Text>
      {task.where ? <Text variant="bodySmall">{formatStretch(task.where, job.units)}</Text> : null}
      <Text style={{ color: late ? colours.stop : colours.ink }}>
        {task.owner ? `${task.owner} sees to it${task.due ? `, by ${task.due}` : ''}${late ? ': LATE' : ''}.` : 'Nobody sees to it yet.'}
      </Text>
      {asking ? (
        <>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            <View style={{ flexGrow: 1, minWidth: 150 }}>
              <TextField label="Who sees to it" value={owner} onText={setOwner} placeholder="A role will do" />
            </View>
            <DateField label="By" value={due} onDay={setDue} />
          </View>
          <Button mode="contained" icon="check" onPress={enter}>
            They see to it
          </Button>
        </>
      ) : (
        <Button mode="outlined" accessibilityLabel={`Say who sees to: ${task.what}`} onPress={() => setAsking(true)}>
          {task.owner ? 'Somebody else, or another day' : 'Say who, and by when'}
        </Button>
      )}
      <Told said={said} faults={faults} />
    </Card>
  );
}
