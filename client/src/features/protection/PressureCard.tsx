import { holdFault, piecesOf, practiceGauge } from '@tamper/core/protection';
import type { PressureTest } from '@tamper/core/job';
import { formatPressure, parseDecimal } from '@tamper/core/units';
import { sayPlace } from '@tamper/core/words';
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
  const shored = edit.plan.places.filter(({ sides }) => sides.protection === 'shores');
  const [chosen, setChosen] = useState(edit.place.id);
  const place = shored.find(({ id }) => id === chosen) ?? shored[0];
  const support = edit.plan.supports.find((one) => one.place === place?.id);
  if (!place || !support) return null;
  return (
    <Card title="Pressure of the shores">
      {shored.length > 1 ? (
        <Picker
          label="Shores of"
          value={place.id}
          options={shored.map((one) => ({ value: one.id, label: sayPlace(one, edit.job.units) }))}
          onChange={setChosen}
        />
      ) : null}
      {support.kit?.kind === 'shores' && support.schedule?.kind === 'shores' ? (
        <HoldTest key={place.id} edit={edit} place={place.id} sets={piecesOf(support).map(({ id }) => id)} band={support.kit.pressure} />
      ) : (
        <Notice kind="stop" title="No table of the shores is chosen">
          <Text>Choose it under Supports: without its band nobody can say whether they hold.</Text>
        </Notice>
      )}
    </Card>
  );
}

function HoldTest({
  edit: { job, rules, document },
  place,
  sets,
  band,
}: {
  edit: ProtectionEdit;
  place: string;
  /** Ids of the sets that stand now, along the place. */
  sets: readonly string[];
  band: { least: number; most: number };
}) {
  const { id } = document.stored;
  const put = useEnter();
  const [{ set, readings, minute }, fill] = useFormDraft<{ set: number; readings: PressureTest['readings']; minute: string }>(
    `hold.${id}.${sets[0] ?? place}`,
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
    const id = sets[set - 1];
    if (id === undefined) return setFault('That set does not stand any more; choose one that does.');
    const refused = put({ kind: 'pressure', place, set: id, readings });
    setFault(refused);
    if (refused === undefined) fill(() => ({ set: Math.min(sets.length, set + 1), readings: [], minute: '0' }));
  };
  const wrong = readings.length > 1 ? holdFault({ readings }, band, rules, job.units) : undefined;
  return (
    <>
      <Text variant="bodySmall">
        Band of its table: {formatPressure(band.least, job.units)} to {formatPressure(band.most, job.units)}. {rules.shoreDrop.basis}.
      </Text>
      <Picker
        label="Set"
        value={String(set)}
        options={sets.map((_, i) => ({ value: String(i + 1), label: `${i + 1} of ${sets.length}` }))}
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
    </>
  );
}
