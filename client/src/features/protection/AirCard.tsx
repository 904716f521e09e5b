import { airFaults, airTestNeeded } from '@tamper/core/protection';
import { parseDecimal } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { useEnter, useProtection } from './context';

const GASES = [
  { key: 'oxygen', label: 'Oxygen, %', unit: '%', factor: 100 },
  { key: 'flammable', label: 'Flammable, % of limit', unit: '%', factor: 100 },
  { key: 'sulphide', label: 'Hydrogen sulphide, ppm', unit: 'ppm', factor: 1 },
  { key: 'monoxide', label: 'Carbon monoxide, ppm', unit: 'ppm', factor: 1 },
] as const;
type Gas = (typeof GASES)[number]['key'];
const BLANK: Record<Gas, string> = { oxygen: '', flammable: '', sulphide: '', monoxide: '' };

/** Could the air be bad here, and what the meter says. */
export function AirCard() {
  const { run, plan, rules, apply } = useProtection();
  const put = useEnter();
  const [typed, setTyped] = useState(BLANK);
  const [faults, setFaults] = useState<string[]>([]);
  const deepest = plan.deepest.depth;
  const needed = airTestNeeded(run.conditions.badAir, deepest, rules);
  const enter = () => {
    const read = GASES.map(({ key, unit, factor }) => [key, parseDecimal(typed[key], unit, factor)] as const);
    const wrong = read.flatMap(([, parsed]) => (parsed.ok ? [] : [parsed.error]));
    if (wrong.length > 0) return setFaults(wrong);
    const air = Object.fromEntries(read.map(([key, parsed]) => [key, parsed.ok ? parsed.value : 0])) as Record<Gas, number>;
    if (air.oxygen > 1 || air.flammable > 1) return setFaults(['A share is at most 100 %.']);
    const refused = put({ kind: 'air', from: run.stations[0]?.station ?? 0, to: run.stations.at(-1)?.station ?? 0, ...air });
    setFaults(refused ? [refused] : []);
    if (refused === undefined) setTyped(BLANK);
  };
  const shown = GASES.map(({ key, unit, factor }) => [key, parseDecimal(typed[key], unit, factor)] as const);
  const badAir = shown.every(([, parsed]) => parsed.ok)
    ? airFaults(Object.fromEntries(shown.map(([key, parsed]) => [key, parsed.ok ? parsed.value : 0])) as Record<Gas, number>, rules)
    : undefined;
  return (
    <Card title="Air">
      <Choice
        label="Could the air be bad: fuel, sewage, peat, exhaust?"
        value={run.conditions.badAir ? 'yes' : 'no'}
        options={[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'It could' },
        ]}
        onChange={(value) => void apply([{ path: ['conditions', 'badAir'], value: value === 'yes' }])}
      />
      {needed ? (
        <>
          <Text variant="bodySmall">Tested before anybody goes in, from the surface down. {rules.airDepth.basis}.</Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {GASES.map(({ key, label }) => (
              <View key={key} style={{ flexGrow: 1, flexBasis: 150 }}>
                <TextField label={label} value={typed[key]} onText={(text) => setTyped((before) => ({ ...before, [key]: text }))} />
              </View>
            ))}
          </View>
          {badAir ? <Text role="status">{badAir.length > 0 ? `Bad air: ${badAir.join('; ')}` : 'Good air'}</Text> : null}
          <Button mode="contained" onPress={enter}>
            Enter the air test
          </Button>
          <Faults title="Not entered" faults={faults} />
        </>
      ) : (
        <Text variant="bodySmall">No air test asked for here. {rules.airDepth.basis}.</Text>
      )}
    </Card>
  );
}
