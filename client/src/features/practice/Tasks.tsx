import type { Fact } from '@tamper/core/book';
import type { Job } from '@tamper/core/job';
import { doneFact, sayBefore, sayTask, towards, type Task } from '@tamper/core/practiceTasks';
import { exerciseIds, isExercise, levels, skillName, skills, type Level, type Practised } from '@tamper/core/practised';
import { router } from 'expo-router';
import { useState } from 'react';
import { useBook } from '../../data/useBook';
import { isOwn } from '../../data/isOwn';
import { useWho } from '../../data/who';
import { writeBy } from '../../data/write';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DateField } from '../../ui/DateField';
import { Faults } from '../../ui/Faults';
import { showMoment } from '../../ui/moment';
import { Picker } from '../../ui/Picker';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { WhoField } from '../../ui/WhoField';
import { useAttempts, useExchange } from './attempts';
import { useTasks } from './useTasks';

const WHATS = [...skills, ...exerciseIds].map((value) => ({ value, label: skillName(value).name }));
const LEVELS = levels.map((level) => ({ value: String(level), label: `Level ${level}` }));
const UNSAID = 'Say who you are: a role will do.';

/** What is to be practised before a task of a job, who has done it, and setting more. */
export function Tasks({ jobId, job }: { jobId: string; job: Job }) {
  const book = useBook(jobId);
  const { who } = useWho();
  const [all, setAll] = useState(false);
  const [setting, setSetting] = useState(false);
  useExchange();
  const { tasks, ahead, today } = useTasks(job, book.book);
  const enter = writeBy({ book, who }, UNSAID);
  return (
    <Card title="Before a task">
      <WhoField label="Who you are" />
      {ahead.length === 0 ? <Text>Nothing is set to be practised before a task that is still to come.</Text> : null}
      <View role="list" aria-label="Before a task" style={{ gap: 10 }}>
        {(all ? tasks : ahead).map((task) => (
          <OneTask key={task.id} task={task} jobId={jobId} ruleSet={job.ruleSet} who={who} enter={enter} />
        ))}
      </View>
      {tasks.length > ahead.length ? (
        <Button onPress={() => setAll(!all)}>{all ? 'Only those to come' : `Those of days gone by: ${tasks.length - ahead.length}`}</Button>
      ) : null}
      {setting ? (
        <SetTask today={today} enter={enter} onDone={() => setSetting(false)} />
      ) : (
        <Button mode="outlined" icon="plus" onPress={() => setSetting(true)}>
          Set something to practise
        </Button>
      )}
      <Text variant="bodySmall">It opens and shuts nothing on site: whoever inspects sees who knows what, and shows the rest.</Text>
    </Card>
  );
}

type Enter = (fact: Fact) => string | undefined;

function OneTask({ task, jobId, ruleSet, who, enter }: { task: Task; jobId: string; ruleSet: string; who: string; enter: Enter }) {
  const attempts = useAttempts();
  const [fault, setFault] = useState<string>();
  const far = towards(task, attempts, ruleSet);
  const own = task.done.some(({ by }) => isOwn(by, who));
  const to = isExercise(task.what) ? `arm=${task.what}` : `drill=${task.what}&level=${task.level}`;
  return (
    <View role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingTop: 8, gap: 6 }}>
      <Text variant="titleMedium">{sayTask(task)}</Text>
      <Text>{`${sayBefore(task)} · set by ${task.by}`}</Text>
      {task.done.map(({ by, at }) => (
        <Text key={`${by.author} ${at}`} variant="bodySmall">{`Done by ${by.author}, ${showMoment(new Date(at).toISOString())}`}</Text>
      ))}
      {own ? null : (
        <>
          <Text variant="bodySmall" role="status">
            {far.ready
              ? 'You have shown it. Enter it, so that the others see it.'
              : far.needed === 1
                ? 'To be passed once.'
                : `${far.row} of ${far.needed} right one after another.`}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {far.ready ? (
              <Button mode="contained" icon="check" onPress={() => setFault(enter(doneFact(task, far)))}>
                Enter it in the book
              </Button>
            ) : null}
            <Button mode={far.ready ? 'outlined' : 'contained'} onPress={() => router.navigate(`/practice?job=${jobId}&${to}`)}>
              Practise it
            </Button>
          </View>
        </>
      )}
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </View>
  );
}

function SetTask({ today, enter, onDone }: { today: string; enter: Enter; onDone: () => void }) {
  const [what, setWhat] = useState<Practised>('strip');
  const [level, setLevel] = useState<Level>(1);
  const [before, setBefore] = useState('');
  const [on, setOn] = useState(today);
  const [whom, setWhom] = useState('');
  const [fault, setFault] = useState<string>();
  const set = () => {
    const asked = { what, level: isExercise(what) ? 1 : level };
    const refused = enter({ kind: 'drillSet', ...asked, name: sayTask(asked), before: before.trim(), on, whom: whom.trim() });
    setFault(refused);
    if (refused === undefined) onDone();
  };
  return (
    <View role="region" aria-label="Set something to practise" style={{ gap: 8 }}>
      <Picker label="What" value={what} options={WHATS} onChange={setWhat} />
      {isExercise(what) ? null : (
        <Choice label="How hard" value={String(level)} options={LEVELS} onChange={(next) => setLevel(Number(next) as Level)} />
      )}
      <TextField label="Before which task" value={before} onText={setBefore} placeholder="the boxes come" />
      <DateField label="Day of the task" value={on} onDay={setOn} />
      <TextField label="For whom; empty: everybody" value={whom} onText={setWhom} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" onPress={set}>
          Set it
        </Button>
        <Button onPress={onDone}>Leave it</Button>
      </View>
      <Faults title="Not set" faults={fault ? [fault] : []} />
    </View>
  );
}
