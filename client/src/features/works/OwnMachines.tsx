import { machineIds, machines } from '@tamper/core/catalogue';
import { machinesFor, type OwnMachine } from '@tamper/core/job';
import {
  formatForce,
  formatLength,
  formatMassOf,
  parseDecimal,
  parseLength,
  parseMass,
  type Parsed,
  type UnitSystem,
} from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Picker } from '../../ui/Picker';
import { QuantityField } from '../../ui/QuantityField';
import { TextField } from '../../ui/TextField';
import { useWorks } from './context';

interface Figure {
  label: string;
  get: (machine: OwnMachine) => number;
  set: (machine: OwnMachine, value: number) => OwnMachine;
  show: (value: number, units: UnitSystem) => string;
  parse: (text: string, units: UnitSystem) => Parsed;
}
const LENGTH = {
  show: (value: number, units: UnitSystem) => formatLength(value, units),
  parse: (text: string, units: UnitSystem) => parseLength(text, units === 'us' ? 'ft' : 'm'),
};
const PLAIN = { show: (value: number) => String(Number(value.toFixed(4))), parse: (text: string) => parseDecimal(text, '') };
type Plain = 'width' | 'widthOut' | 'height' | 'tail' | 'front' | 'blade' | 'track' | 'offset' | 'reachUp';
const length = (key: Plain, label: string): Figure => ({
  label,
  get: (machine) => machine[key],
  set: (machine, value) => ({ ...machine, [key]: value }),
  ...LENGTH,
});
const arm = (key: 'boom' | 'stick' | 'tip', label: string): Figure => ({
  label,
  get: ({ arm: links }) => links[key],
  set: (machine, value) => ({ ...machine, arm: { ...machine.arm, [key]: value } }),
  ...LENGTH,
});
const foot = (key: 'x' | 'z', label: string): Figure => ({
  label,
  get: ({ arm: links }) => links.foot[key],
  set: (machine, value) => ({ ...machine, arm: { ...machine.arm, foot: { ...machine.arm.foot, [key]: value } } }),
  ...LENGTH,
});

/** What a driver can measure, or read off the plate. */
const FIGURES: Figure[] = [
  { label: 'Mass', get: ({ mass }) => mass, set: (machine, mass) => ({ ...machine, mass }), show: formatMassOf, parse: parseMass },
  length('width', 'Width, tracks in'),
  length('widthOut', 'Width, tracks out'),
  length('height', 'Height'),
  length('track', 'One track'),
  length('front', 'Axis to track end'),
  length('blade', 'Axis to blade'),
  length('tail', 'Tail radius'),
  length('offset', 'Arm swings out'),
  length('reachUp', 'Reaches up'),
  arm('boom', 'Boom, pin to pin'),
  arm('stick', 'Stick, pin to pin'),
  arm('tip', 'Pin to teeth'),
  foot('x', 'Boom foot ahead of axis'),
  foot('z', 'Boom foot above ground'),
  {
    label: 'Bucket, m³ a m of width',
    get: ({ bucketArea }) => bucketArea,
    set: (machine, bucketArea) => ({ ...machine, bucketArea }),
    ...PLAIN,
  },
  { label: 'Cycle, s', get: ({ cycle }) => cycle, set: (machine, cycle) => ({ ...machine, cycle }), ...PLAIN },
  { label: 'Ram holds, kg·m', get: ({ lift }) => lift, set: (machine, lift) => ({ ...machine, lift }), ...PLAIN },
  { label: 'Price an hour', get: ({ hour }) => hour, set: (machine, hour) => ({ ...machine, hour }), ...PLAIN },
  { label: 'Fuel, l an hour', get: ({ fuel }) => fuel, set: (machine, fuel) => ({ ...machine, fuel }), ...PLAIN },
];

/** Machines of the job's own: begun from a class, then changed to what was measured. */
export function OwnMachines() {
  const { job, putJob } = useWorks();
  const [like, setLike] = useState<string>(job.machine);
  const [fault, setFault] = useState<string>();
  const put = (id: string, next: OwnMachine) => putJob({ machines: job.machines.map((one) => (one.id === id ? next : one)) });
  const add = () => {
    const from = machinesFor(job).find(({ id }) => id === like)?.machine ?? machines[machineIds[0]];
    const own = {
      ...from,
      id: `own-${crypto.randomUUID().slice(0, 8)}`,
      name: `${from.name} (own)`,
      basis: 'As measured',
    };
    setFault(putJob({ machines: [...job.machines, own as OwnMachine] }));
  };
  return (
    <Card title="Own machines">
      {job.machines.map((machine) => (
        <View key={machine.id} role="group" aria-label={machine.name} style={{ gap: 6 }}>
          <TextField label="Name of the machine" value={machine.name} onText={(name) => setFault(put(machine.id, { ...machine, name }))} />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 }}>
            {FIGURES.map(({ label, get, set, show, parse }) => (
              <QuantityField
                key={label}
                label={label}
                value={get(machine)}
                format={(value) => show(value, job.units)}
                parse={(text) => parse(text, job.units)}
                onValue={(value) => put(machine.id, set(machine, value))}
              />
            ))}
          </View>
          <Text variant="bodySmall">
            Breaks out with {formatForce(machine.breakout.bucket, job.units)} curling, {formatForce(machine.breakout.stick, job.units)}{' '}
            drawing. Joints turn as those of its class.
          </Text>
          <Button
            mode="text"
            icon="trash"
            onPress={() => setFault(putJob({ machines: job.machines.filter((other) => other !== machine) }))}
          >
            Take this machine out
          </Button>
        </View>
      ))}
      <Picker
        label="Begin like"
        value={like}
        options={machinesFor(job).map(({ id, machine }) => ({ value: id, label: machine.name }))}
        onChange={setLike}
      />
      <Button mode="outlined" icon="plus" onPress={add}>
        Enter a machine like it
      </Button>
      <Faults title="Not taken" faults={fault ? [fault] : []} />
    </Card>
  );
}
