import { parseDecimal } from '@tamper/core/units';
import type { Circuit } from '@tamper/core/job';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import type { RunDocument } from '../../data/documents';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { QuantityField } from '../../ui/QuantityField';
import { patched } from '../run/context';

/** A common supply to start from: single phase, 5 % at most, ordinary soil. */
const COMMON: Circuit = { phases: 1, volts: 230, amps: 32, powerFactor: 1, limit: 0.05, resistivity: 1.2, temperature: 15 };

/** What a cable feeds and the ground it lies in. */
export function CircuitFields({ run, id }: { run: RunDocument; id: string }) {
  const [fault, setFault] = useState<string>();
  const circuit = run.doc.laid.find((line) => line.id === id)?.circuit ?? null;
  const set = (value: Circuit | null) => {
    const next = patched(run.doc, [{ path: ['laid', id, 'circuit'], value }]);
    if ('fault' in next) return next.fault;
    run.change(next.run, `circuit.${id}`);
    return undefined;
  };
  if (!circuit)
    return (
      <>
        <Button mode="outlined" icon="plus" onPress={() => setFault(set(COMMON))}>
          Enter what it feeds
        </Button>
        <Faults title="Not entered" faults={fault ? [fault] : []} />
      </>
    );
  const field = (label: string, key: Exclude<keyof Circuit, 'phases'>, unit: string, factor = 1) => (
    <QuantityField
      label={label}
      value={circuit[key]}
      format={(value) => `${Number((value * factor).toFixed(3))}${unit ? ` ${unit}` : ''}`}
      parse={(text) => parseDecimal(text, unit, factor)}
      onValue={(value) => set({ ...circuit, [key]: value })}
    />
  );
  return (
    <View role="group" aria-label="What it feeds" style={{ gap: 4 }}>
      <Choice
        label="Phases"
        value={String(circuit.phases) as '1' | '3'}
        options={[
          { value: '1', label: 'One' },
          { value: '3', label: 'Three' },
        ]}
        onChange={(value) => set({ ...circuit, phases: value === '1' ? 1 : 3 })}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 10 }}>
        {field('Voltage', 'volts', 'V')}
        {field('Load', 'amps', 'A')}
        {field('Power factor', 'powerFactor', '')}
        {field('Most volts lost', 'limit', '%', 100)}
        {field('Soil, thermal', 'resistivity', 'K·m/W')}
        {field('Ground temperature', 'temperature', '°C')}
      </View>
      <Text variant="bodySmall">Wet clay about 0.9, ordinary soil 1.2, dry sand 2.5 K·m/W.</Text>
    </View>
  );
}
