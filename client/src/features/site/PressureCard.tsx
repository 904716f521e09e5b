import { restsOn } from '@tamper/core/catalogue';
import type { PressureTest } from '@tamper/core/book';
import { kitOf } from '@tamper/core/job';
import { holdFault, practiceGauge } from '@tamper/core/protection';
import { canAt, standingPieces, type RegisteredPiece } from '@tamper/core/site';
import { formatPressure, formatStation, parseDecimal, parsePressure } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { deviceClock } from '../../data/deviceClock';
import { useFormDraft } from '../../data/useFormDraft';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnter, useSite } from './context';

/** Minutes from one reading to the next, as it is offered. */
const NEXT = 5;

/** Hold tests of the shores that stand: the pump can first, then set by set, read, wait, read again. */
export function PressureCard() {
  const { job, register, plan } = useSite();
  const sets = standingPieces(register)
    .filter(({ kit }) => kitOf(job, kit)?.kind === 'shores')
    .sort((a, b) => a.from - b.from);
  if (sets.length === 0 && !plan.supports.some(({ kit }) => kit?.kind === 'shores')) return null;
  return (
    <Card title="Pressure of the shores">
      <CanTest />
      {sets.length > 0 ? (
        <HoldTest sets={sets} />
      ) : (
        <Notice kind="stop" title="No set of shores stands">
          <Text>Say under Stands where they were set: a set that is not there cannot be tested.</Text>
        </Notice>
      )}
    </Card>
  );
}

function CanTest() {
  const { book, rules } = useSite();
  const put = useEnter();
  const [note, setNote] = useState('');
  const [fault, setFault] = useState<string>();
  const now = deviceClock().now();
  const can = canAt(book.book ?? [], now, now, rules);
  if (can === true) return <Text role="status">The pump can was tried this shift: in order.</Text>;
  const enter = (ok: boolean) => {
    const refused = put({ kind: 'can', ok, note: note.trim() });
    setFault(refused);
    if (refused === undefined) setNote('');
  };
  return (
    <View style={{ gap: 8 }}>
      <Text>
        {can === false ? 'The pump can was not in order. Put it right and try it again.' : 'First try the pump can, before any set.'}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" onPress={() => enter(true)}>
          The can is in order
        </Button>
        <Button mode="outlined" onPress={() => enter(false)}>
          It is not
        </Button>
      </View>
      <TextField label="What about the can" value={note} onText={setNote} />
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </View>
  );
}

function HoldTest({ sets }: { sets: readonly RegisteredPiece[] }) {
  const { job, rules, runId, plan } = useSite();
  const put = useEnter();
  const [{ piece: chosen, readings, minute }, fill] = useFormDraft<{ piece: string; readings: PressureTest['readings']; minute: string }>(
    `hold.${runId}`,
    () => ({ piece: '', readings: [], minute: '0' }),
  );
  const [pressure, setPressure] = useState('');
  const [fault, setFault] = useState<string>();
  const set = sets.find(({ id }) => id === chosen) ?? sets[0];
  const kit = set && kitOf(job, set.kit);
  if (!set || kit?.kind !== 'shores') return null;
  const planned = plan.supports.some((one) => one.kit?.id === kit.id);
  const add = (text: string) => {
    const minutes = parseDecimal(minute, 'min');
    const read = parsePressure(text, job.units);
    if (!minutes.ok) return setFault(minutes.error);
    if (!read.ok) return setFault(read.error);
    if (readings.some((reading) => reading.minute >= minutes.value))
      return setFault('The readings follow each other: give a later minute.');
    setFault(undefined);
    fill((before) => ({
      piece: set.id,
      readings: [...before.readings, { minute: minutes.value, pressure: read.value }],
      minute: String(minutes.value + NEXT),
    }));
    setPressure('');
  };
  const gauge = async () => {
    const read = await practiceGauge((kit.pressure.least + kit.pressure.most) / 2, Math.random).read(Number(minute) || 0);
    add(`${(read / 1e6).toFixed(2)} MPa`);
  };
  const enter = () => {
    if (readings.length < 2) return setFault('Read it twice at least: a set that leaks shows in the second.');
    const refused = put({ kind: 'pressure', piece: set.id, readings });
    setFault(refused);
    if (refused !== undefined) return;
    const next = sets[sets.indexOf(set) + 1] ?? set;
    fill(() => ({ piece: next.id, readings: [], minute: '0' }));
  };
  const wrong = readings.length > 1 ? holdFault({ readings }, kit.pressure, rules, job.units) : undefined;
  return (
    <>
      <Text variant="bodySmall">
        Band of its table: {formatPressure(kit.pressure.least, job.units)} to {formatPressure(kit.pressure.most, job.units)} (
        {restsOn(kit.source, kit, 'pressure')}).
        {planned ? '' : ' The issued plan has shores of another table: these hold nothing.'} {rules.shoreDrop.basis}. At least{' '}
        {rules.holdTime.value} min: {rules.holdTime.basis}.
      </Text>
      <Picker
        label="Set"
        value={set.id}
        options={sets.map(({ id, name, from }) => ({ value: id, label: `${name} at ${formatStation(from, job.units)}` }))}
        onChange={(piece) => fill(() => ({ piece, readings: [], minute: '0' }))}
      />
      {readings.map((reading) => (
        <Text key={reading.minute}>
          {reading.minute} min: {formatPressure(reading.pressure, job.units)}
        </Text>
      ))}
      {readings.length > 1 ? (
        <Text role="status" variant="titleSmall">
          {wrong ? `Does not hold: ${wrong}` : 'Holds'}
        </Text>
      ) : null}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Minute" value={minute} onText={(text) => fill((before) => ({ ...before, minute: text }))} />
        </View>
        <View style={{ flex: 2 }}>
          <TextField label="Pressure: 5 MPa, 50 bar, 720 psi" value={pressure} onText={setPressure} />
        </View>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="outlined" icon="plus" onPress={() => add(pressure)}>
          Add the reading
        </Button>
        <Button mode="outlined" onPress={() => void gauge()}>
          Read the practice gauge
        </Button>
        <Button mode="contained" onPress={enter}>
          Enter the hold test
        </Button>
      </View>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </>
  );
}
