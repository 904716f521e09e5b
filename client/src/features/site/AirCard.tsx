import type { AirReading } from '@tamper/core/book';
import { airFaults, airTestNeeded } from '@tamper/core/protection';
import { figuresIn, formatLength, formatStation, parseDecimal, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { useFormDraft } from '../../data/useFormDraft';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnter, useSite } from './context';
import { StretchFields, useStretch } from './Stretch';

const GASES = [
  { key: 'oxygen', label: 'Oxygen, %', unit: '%', factor: 100 },
  { key: 'flammable', label: 'Flammable, % of limit', unit: '%', factor: 100 },
  { key: 'sulphide', label: 'Hydrogen sulphide, ppm', unit: 'ppm', factor: 1 },
  { key: 'monoxide', label: 'Carbon monoxide, ppm', unit: 'ppm', factor: 1 },
] as const;
type Gas = (typeof GASES)[number]['key'];
const BLANK: Record<Gas, string> = { oxygen: '', flammable: '', sulphide: '', monoxide: '' };

/** What the meter says along the holes, where the air could be bad. */
export function AirCard() {
  const { run, plan, rules, job, runId } = useSite();
  const put = useEnter();
  const stretch = useStretch();
  const [points, fill, entered] = useFormDraft<AirReading[]>(`air.${runId}`, () => []);
  const [at, setAt] = useState('');
  const [typed, setTyped] = useState(BLANK);
  const [faults, setFaults] = useState<string[]>([]);
  if (!airTestNeeded(run.conditions.badAir, plan.deepest.depth, rules)) return null;
  const add = () => {
    const station = parseStation(at, job.units);
    const read = GASES.map(({ key, unit, factor }) => [key, parseDecimal(typed[key], unit, factor)] as const);
    const wrong = [station, ...read.map(([, parsed]) => parsed)].flatMap((parsed) => (parsed.ok ? [] : [parsed.error]));
    if (wrong.length > 0 || !station.ok) return setFaults(wrong);
    const reading = { station: station.value, ...gasesOf(read) };
    if (reading.oxygen > 1 || reading.flammable > 1) return setFaults(['A share is at most 100 %.']);
    setFaults([]);
    fill((before) => [...before.filter((one) => one.station !== reading.station), reading].sort((a, b) => a.station - b.station));
    setTyped(BLANK);
    setAt('');
  };
  const enter = () => {
    if (!stretch.range) return setFaults([stretch.fault ?? '']);
    if (points.length === 0) return setFaults(['Add a reading at least: where the meter was let down, and what it said.']);
    const refused = put({ kind: 'air', ...stretch.range, points });
    setFaults(refused ? [refused] : []);
    if (refused === undefined) entered();
  };
  return (
    <Card title="Air">
      <Text variant="bodySmall">
        Tested before anybody goes in, from the surface down, at least every {formatLength(rules.airApart.value ?? 0, job.units)}.{' '}
        {figuresIn(rules.airDepth.basis, job.units)}.
      </Text>
      <StretchFields stretch={stretch} what="Tested" />
      {points.map((point) => {
        const bad = airFaults(point, rules);
        return (
          <Text key={point.station} role="status">
            {formatStation(point.station, job.units)}: {bad.length > 0 ? `bad air: ${bad.join('; ')}` : 'good air'}
          </Text>
        );
      })}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <View style={{ flexGrow: 1, flexBasis: 150 }}>
          <TextField label="Read at station" value={at} onText={setAt} />
        </View>
        {GASES.map(({ key, label }) => (
          <View key={key} style={{ flexGrow: 1, flexBasis: 150 }}>
            <TextField label={label} value={typed[key]} onText={(text) => setTyped((before) => ({ ...before, [key]: text }))} />
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="outlined" icon="plus" onPress={add}>
          Add this reading
        </Button>
        <Button mode="contained" onPress={enter}>
          Enter the air test
        </Button>
      </View>
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}

type Read = readonly (readonly [Gas, ReturnType<typeof parseDecimal>])[];
const gasesOf = (read: Read): Record<Gas, number> =>
  Object.fromEntries(read.map(([key, parsed]) => [key, parsed.ok ? parsed.value : 0])) as Record<Gas, number>;
