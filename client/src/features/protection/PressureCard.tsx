import { holdFault, practiceGauge } from '@tamper/core/protection';
import type { PressureTest } from '@tamper/core/job';
import { formatPressure, parseDecimal } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { useFormDraft } from '../../data/useFormDraft';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { TextField } from '../../ui/TextField';
import { useEnter, useProtection, type ProtectionEdit } from './context';

/** Hold tests of shores: read, wait, read again, set by set. */
export function PressureCard() {
  const edit = useProtection();
  const shored = edit.plan.supports.filter(({ reach }) => edit.run.reaches[reach]?.protection === 'shores');
  const guard = shored.find(({ reach }) => reach === edit.reach) ?? shored[0];
  if (!guard) return null;
  if (guard.kit?.kind !== 'shores' || guard.schedule?.kind !== 'shores')
    return (
      <Card title="Pressure of the shores">
        <Notice kind="stop" title="No table of the shores is chosen">
          <Text>Choose it under Kit: without its band nobody can say whether they hold.</Text>
        </Notice>
      </Card>
    );
  return <HoldTest key={guard.reach} edit={edit} reach={guard.reach} sets={guard.schedule.sets.length} band={guard.kit.pressure} />;
}

function HoldTest({
  edit: { job, rules, document },
  reach,
  sets,
  band,
}: {
  edit: ProtectionEdit;
  reach: number;
  sets: number;
  band: { least: number; most: number };
}) {
  const { id } = document.stored;
  const put = useEnter();
  const [{ set, readings, minute }, fill] = useFormDraft<{ set: number; readings: PressureTest['readings']; minute: string }>(
    `hold.${id}.${reach}`,
    () => ({ set: 1, readings: [], minute: '0' }),
  );
  const [pressure, setPressure] = useState('');
  const [fault, setFault] = useState<string>();
  const add = (text: string) => {
    const minutes = parseDecimal(minute, 'min');
    const read = parseDecimal(text, 'MPa', 1e-6);
    if (!minutes.ok) return setFault(minutes.error);
    if (!read.ok) return setFault(read.error);
    if (readings.some((reading) => reading.minute >= minutes.value))
      return setFault('The readings follow each other: give a later minute.');
    setFault(undefined);
    fill((before) => ({
      ...before,
      readings: [...before.readings, { minute: minutes.value, pressure: read.value }],
      minute: String(minutes.value + 5),
    }));
    setPressure('');
  };
  const gauge = async () => {
    const read = await practiceGauge((band.least + band.most) / 2, Math.random).read(Number(minute) || 0);
    add(`${(read / 1e6).toFixed(2)} MPa`);
  };
  const enter = () => {
    if (readings.length < 2) return setFault('Read it twice at least: a set that leaks shows in the second.');
    const refused = put({ kind: 'pressure', reach, set, readings });
    setFault(refused);
    if (refused === undefined) fill(() => ({ set: Math.min(sets, set + 1), readings: [], minute: '0' }));
  };
  const wrong = readings.length > 1 ? holdFault({ readings }, band, rules, job.units) : undefined;
  return (
    <Card title="Pressure of the shores">
      <Text variant="bodySmall">
        Band of its table: {formatPressure(band.least, job.units)} to {formatPressure(band.most, job.units)}. {rules.shoreDrop.basis}.
      </Text>
      <Picker
        label="Set"
        value={String(set)}
        options={Array.from({ length: sets }, (_, i) => ({ value: String(i + 1), label: `${i + 1} of ${sets}` }))}
        onChange={(value) => fill((before) => ({ ...before, set: Number(value), readings: [], minute: '0' }))}
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
        <View style={{ flex: 1 }}>
          <TextField label="Pressure, MPa" value={pressure} onText={setPressure} />
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
    </Card>
  );
}
