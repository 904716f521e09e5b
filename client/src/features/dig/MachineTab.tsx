import { dayPointIds, dayPoints, ofKind, standPointIds, standPoints, type DayPoint, type StandPoint } from '@tamper/core/book';
import { readyWords, standNumbers } from '@tamper/core/dig';
import { bucketsOf, machineOf } from '@tamper/core/job';
import { bareUnit, formatForce, formatLength, formatMass, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { useFormDraft } from '../../data/useFormDraft';
import { useSaid } from '../../data/useSaid';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Figures } from '../../ui/Figures';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useCursor } from '../frame/session';
import { useEnter, useEnterJob, useSite } from '../site/context';
import { useDig } from './context';
import { Points } from './Points';

/** The machine before it digs: looked over, its bucket tried, and how it stands. */
export function MachineTab() {
  const { job, rules } = useSite();
  const { ready } = useDig();
  return (
    <>
      {ready.lacks.map((lack) => {
        const { what, todo } = readyWords(lack, rules, job.units);
        return (
          <Notice key={`${lack.about}.${lack.why}`} kind="stop" title={what}>
            <Text>{todo}</Text>
          </Notice>
        );
      })}
      {ready.lacks.length === 0 ? <Notice kind="note" title={`${machineOf(job).name}: ready to dig this shift`} /> : null}
      <DayCard />
      <BucketCard />
      <StandCard />
    </>
  );
}

/** Walked round before the shift: one touch where all is in order. */
function DayCard() {
  const { job, jobId } = useSite();
  const enter = useEnterJob();
  const [form, put, clear] = useFormDraft<{ wanting: DayPoint[]; note: string }>(`day.${jobId}`, () => ({ wanting: [], note: '' }));
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const { wanting, note } = form;
  const write = () => {
    unsay();
    const refused = enter(
      {
        kind: 'machineDay',
        machine: job.machine,
        points: dayPointIds.map((id) => ({ id, ok: !wanting.includes(id), note: wanting.includes(id) ? note.trim() : '' })),
      },
      undefined,
      [],
      say(wanting.length > 0 ? 'Kept: it does not dig until it was put right.' : 'Kept: looked over, in order.'),
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    clear();
  };
  return (
    <Card title="Look the machine over">
      <Text variant="bodySmall">Walk round it. Touch what is not in order.</Text>
      <Points ids={dayPointIds} names={dayPoints} wanting={wanting} onWanting={(next) => put((before) => ({ ...before, wanting: next }))} />
      {wanting.length > 0 ? (
        <TextField label="What is wrong" value={note} onText={(text) => put((before) => ({ ...before, note: text }))} multiline />
      ) : null}
      <Button mode="contained" icon="check" onPress={write}>
        {wanting.length > 0 ? `Enter ${wanting.length} not in order` : 'All in order'}
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}

/** A bucket put on: dropped and dragged before anybody digs with it. */
function BucketCard() {
  const { job } = useSite();
  const { ready } = useDig();
  const { units } = job;
  const enter = useEnterJob();
  const own = bucketsOf(job);
  const [chosen, setChosen] = useState<string>();
  const [other, setOther] = useState('');
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const at =
    chosen ?? (ready.bucket === undefined ? undefined : String(own.findIndex((one) => Math.abs(one - (ready.bucket as number)) < 1e-6)));
  const write = (held: boolean) => {
    unsay();
    const typed = at === OTHER ? parseLength(other, bareUnit(units)) : undefined;
    if (typed && !typed.ok) return setFaults([typed.error]);
    const bucket = typed?.ok ? typed.value : at === undefined ? undefined : own[Number(at)];
    if (bucket === undefined) return setFaults(['Say which bucket is on.']);
    const refused = enter(
      { kind: 'bucketOn', machine: job.machine, bucket, held, note: '' },
      undefined,
      [],
      say(`Kept: ${formatLength(bucket, units)}, ${held ? 'it held' : 'it did not hold'}.`),
    );
    setFaults(refused === undefined ? [] : [refused]);
  };
  return (
    <Card title="Bucket on: drop and drag">
      <Text variant="bodySmall">
        At every change: teeth down, nobody near; lift it a hand’s height, drop it, drag it towards you.
        {ready.bucket === undefined ? '' : ` On now: ${formatLength(ready.bucket, units)}, it held.`}
      </Text>
      <Choice
        label="Bucket"
        value={at ?? ''}
        options={[...own.map((width, i) => ({ value: String(i), label: formatLength(width, units) })), { value: OTHER, label: 'Another' }]}
        onChange={setChosen}
      />
      {at === OTHER ? <TextField label="Its width" value={other} onText={setOther} keys="decimal" /> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" icon="check" onPress={() => write(true)}>
          It held
        </Button>
        <Button mode="outlined" onPress={() => write(false)}>
          It did not hold
        </Button>
      </View>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}
const OTHER = 'other';

/** How it stands at this place, and what it can press and lift from there. */
function StandCard() {
  const { job, run, book } = useSite();
  const { levels, ready } = useDig();
  const cursor = useCursor().cursor ?? levels.last?.station ?? 0;
  const { units } = job;
  const enter = useEnter();
  const [typed, setTyped] = useState<string>();
  const [blade, setBlade] = useState<'ahead' | 'behind'>('behind');
  const [wanting, setWanting] = useState<StandPoint[]>([]);
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const text = typed ?? formatStation(cursor, units);
  const parsed = parseStation(text, units);
  const design = parsed.ok ? levels.designs(parsed.value, null) : undefined;
  const bucket = ready.bucket ?? bucketsOf(job)[0] ?? 0.3;
  const station = parsed.ok ? parsed.value : undefined;
  const numbers = useMemo(
    () => (design && station !== undefined ? standNumbers(job, run, design, station, bucket) : undefined),
    [job, run, design, station, bucket],
  );
  const last = ofKind(book.book ?? [], 'stand').at(-1);
  const write = () => {
    unsay();
    if (!parsed.ok) return setFaults([parsed.error]);
    const points = standPointIds.map((id) => ({ id, ok: !wanting.includes(id) }));
    const refused = enter(
      { kind: 'stand', machine: job.machine, station: parsed.value, blade, bladeDown: true, points, note: '' },
      undefined,
      [],
      say(wanting.length > 0 ? 'Kept: it does not dig from here like that.' : `Kept: it stands at ${formatStation(parsed.value, units)}.`),
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    setTyped(undefined);
    setWanting([]);
  };
  return (
    <Card title="Where it stands">
      {last ? (
        <Text variant="bodySmall">
          Last: {formatStation(last.entry.fact.station, units)}, blade {last.entry.fact.blade}.
        </Text>
      ) : null}
      <TextField label="Stands at station" value={text} onText={setTyped} />
      <Choice
        label="Blade"
        value={blade}
        options={[
          { value: 'behind', label: 'Behind' },
          { value: 'ahead', label: 'Towards the dig' },
        ]}
        onChange={setBlade}
      />
      <Points ids={standPointIds} names={standPoints} wanting={wanting} onWanting={setWanting} />
      {numbers ? (
        <>
          <Figures
            label="What it presses and lifts from there"
            head={[`Teeth ${formatLength(numbers.reach, units)} out, blade down`, 'Presses', 'Lifts']}
            rows={numbers.pinned.map((one) => [
              one.blade === 'ahead' ? 'Towards the dig' : 'Behind',
              formatForce(one.push, units),
              formatMass(one.lift, units),
            ])}
          />
          {numbers.swing ? (
            <Notice
              kind={numbers.swing.fits ? 'note' : 'stop'}
              title={numbers.swing.fits ? 'A full bucket over the heap is a lift too' : 'A full bucket over the heap tips it'}
            >
              <Text>
                {formatMass(numbers.swing.mass, units)} at {formatLength(numbers.swing.radius, units)} over the side, and it may carry{' '}
                {formatMass(numbers.swing.rated, units)} there.{' '}
                {numbers.swing.fits ? 'Low and slow.' : 'Fill it less, or bring the heap closer.'}
              </Text>
            </Notice>
          ) : null}
        </>
      ) : (
        <Text variant="bodySmall">It does not dig there: nothing is dug open, or it does not get down.</Text>
      )}
      <Button mode="contained" icon="check" onPress={write}>
        {wanting.length > 0 ? 'Enter what is not so' : 'It stands so'}
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}
