import { formatTemperature, formatThermal, parseDecimal, parseTemperature, parseThermal, type UnitSystem } from '@tamper/core/units';
import { spansOf, type Cable, type Circuit, type PlacedLine } from '@tamper/core/job';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import type { RunDocument } from '../../data/documents';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import { patched } from '../frame/patched';

/** A common supply to start from: single phase, 5 % at most, ordinary soil. */
const COMMON: Circuit = {
  fedFrom: 'start',
  phases: 1,
  volts: 230,
  amps: 32,
  loads: [],
  powerFactor: 1,
  limit: 0.05,
  resistivity: 1.2,
  temperature: 15,
};

/** What a cable feeds and the ground it lies in: at its far end, and at every structure it goes in and out of. */
export function CircuitFields({ run, line, cable, units }: { run: RunDocument; line: PlacedLine; cable: Cable; units: UnitSystem }) {
  const [fault, setFault] = useState<string>();
  const own = cable.id === line.id;
  // As the document has it now: what the worker answered of it may be a key behind.
  const laid = run.doc.laid.find(({ id }) => id === line.id);
  const circuit = (own ? laid : laid?.holds.find(({ id }) => id === cable.id))?.circuit ?? null;
  const path = ['laid', line.id, ...(own ? [] : ['holds', cable.id]), 'circuit'];
  const set = (value: Circuit | null) => {
    const next = patched(run.doc, [{ path, value }]);
    if ('fault' in next) return next.fault;
    run.change(next.run, path.join('.'));
    return undefined;
  };
  const what = own ? 'it feeds' : `${cable.product.name} feeds`;
  if (!circuit)
    return (
      <>
        <Button mode="outlined" icon="plus" onPress={() => setFault(set(COMMON))}>
          {`Enter what ${what}`}
        </Button>
        <Faults title="Not entered" faults={fault ? [fault] : []} />
      </>
    );
  const field = (label: string, key: 'volts' | 'amps' | 'powerFactor' | 'limit', unit: string, factor = 1) => (
    <QuantityField
      label={label}
      value={circuit[key]}
      format={(value) => `${Number((value * factor).toFixed(3))}${unit ? ` ${unit}` : ''}`}
      parse={(text) => parseDecimal(text, unit, factor)}
      onValue={(value) => set({ ...circuit, [key]: value })}
    />
  );
  const onTheWay = spansOf(run.doc, line)
    .slice(1)
    .flatMap(({ ends: [structure] }) => structure ?? []);
  return (
    <View role="group" aria-label={`What ${what}`} style={{ gap: 4 }}>
      {own ? null : <Text variant="titleSmall">{cable.product.name}</Text>}
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
        {field(onTheWay.length > 0 ? 'Load at the far end' : 'Load', 'amps', 'A')}
        {field('Power factor', 'powerFactor', '')}
        {field('Most volts lost', 'limit', '%', 100)}
        <QuantityField
          label="Soil, thermal"
          value={circuit.resistivity}
          format={(value) => formatThermal(value, units)}
          parse={(text) => parseThermal(text, units)}
          onValue={(resistivity) => set({ ...circuit, resistivity })}
        />
        <QuantityField
          label="Ground temperature"
          value={circuit.temperature}
          format={(value) => formatTemperature(value, units)}
          parse={(text) => parseTemperature(text, units)}
          onValue={(temperature) => set({ ...circuit, temperature })}
        />
      </View>
      {onTheWay.length > 0 ? (
        <>
          <Choice
            label="Fed from"
            value={circuit.fedFrom}
            options={[
              { value: 'start', label: 'Its start' },
              { value: 'end', label: 'Its end' },
            ]}
            onChange={(fedFrom) => set({ ...circuit, fedFrom })}
          />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 10 }}>
            {onTheWay.map((structure) => (
              <QuantityField
                key={structure.id}
                label={`Load at ${structure.name}`}
                value={circuit.loads.find(({ id }) => id === structure.id)?.amps ?? 0}
                format={(value) => `${value} A`}
                parse={(text) => parseDecimal(text, 'A', 1)}
                onValue={(amps) =>
                  set({ ...circuit, loads: [...circuit.loads.filter(({ id }) => id !== structure.id), { id: structure.id, amps }] })
                }
              />
            ))}
          </View>
        </>
      ) : null}
      <Text variant="bodySmall">
        Wet clay about {formatThermal(0.9, units)}, ordinary soil {formatThermal(1.2, units)}, dry sand {formatThermal(2.5, units)}.
      </Text>
    </View>
  );
}
