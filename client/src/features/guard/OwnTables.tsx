import { kits, type Kit } from '@tamper/core/catalogue';
import {
  formatLength,
  formatMassOf,
  formatPressure,
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
import { useGuard } from './context';

interface Figure {
  key: string;
  label: string;
  show: (value: number, units: UnitSystem) => string;
  parse: (text: string, units: UnitSystem) => Parsed;
}
const length = (key: string, label: string): Figure => ({
  key,
  label,
  show: (value, units) => formatLength(value, units),
  parse: (text, units) => parseLength(text, units === 'us' ? 'ft' : 'm'),
});
const mass = (key: string, label: string): Figure => ({ key, label, show: formatMassOf, parse: parseMass });
const plain = (key: string, label: string): Figure => ({ key, label, show: String, parse: (text) => parseDecimal(text, '') });

/** The figures of a table that a hire firm gives. */
const COMMON = [
  length('least', 'Narrowest inside'),
  length('most', 'Widest inside'),
  length('panel', 'Panel each side'),
  length('depth', 'Rated to'),
  plain('hire', 'Hire a day'),
];
const FIGURES: Record<Kit['kind'], Figure[]> = {
  shield: [
    ...COMMON,
    length('length', 'Length'),
    length('height', 'Base height'),
    length('extension', 'Extension height'),
    plain('extensions', 'Extensions at most'),
    mass('mass', 'Base with struts'),
    mass('extensionMass', 'One extension'),
  ],
  shores: [...COMMON, length('extension', 'Cylinder extension'), mass('mass', 'One set')],
  sheets: [
    ...COMMON,
    length('width', 'Sheet width'),
    length('toe', 'Toe below the floor'),
    length('upstand', 'Above the lip'),
    length('slit', 'Slit width'),
    length('frameLength', 'Frame length'),
    length('frameApart', 'Frames apart, down'),
    plain('mass', 'Sheet, kg a m²'),
    mass('frameMass', 'One frame'),
  ],
};

/** Tables of the hire firm: begun from a generic one, then changed to what its sheet says. They rule over the defaults. */
export function OwnTables() {
  const { job, putJob } = useGuard();
  const [like, setLike] = useState(kits[0]?.id ?? '');
  const [fault, setFault] = useState<string>();
  const change = (id: string, key: string, value: unknown) =>
    putJob({ kit: job.kit.map((kit) => (kit.id === id ? { ...kit, [key]: value } : kit)) });
  const add = () => {
    const from = kits.find(({ id }) => id === like);
    if (from)
      setFault(
        putJob({
          kit: [
            ...job.kit,
            { ...from, id: `own-${crypto.randomUUID().slice(0, 8)}`, name: `${from.name} (own)`, source: 'Hire firm’s table' },
          ],
        }),
      );
  };
  return (
    <Card title="Tables of the hire firm">
      {job.kit.map((kit) => (
        <View key={kit.id} role="group" aria-label={kit.name} style={{ gap: 6 }}>
          <TextField label="Name of the supports" value={kit.name} onText={(name) => setFault(change(kit.id, 'name', name))} />
          <TextField label="Whose table" value={kit.source} onText={(source) => setFault(change(kit.id, 'source', source))} />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 }}>
            {FIGURES[kit.kind].map(({ key, label, show, parse }) => (
              <QuantityField
                key={key}
                label={label}
                value={(kit as unknown as Record<string, number>)[key] ?? 0}
                format={(value) => show(value, job.units)}
                parse={(text) => parse(text, job.units)}
                onValue={(value) => change(kit.id, key, value)}
              />
            ))}
          </View>
          {kit.kind === 'shores' ? (
            <Text variant="bodySmall">
              Band {formatPressure(kit.pressure.least, job.units)} to {formatPressure(kit.pressure.most, job.units)}; cylinders{' '}
              {kit.cylinders.map(({ name }) => name).join(', ')}.
            </Text>
          ) : null}
          <Button mode="text" icon="trash" onPress={() => setFault(putJob({ kit: job.kit.filter((other) => other !== kit) }))}>
            Take this table out
          </Button>
        </View>
      ))}
      <Picker label="Begin like" value={like} options={kits.map(({ id, name }) => ({ value: id, label: name }))} onChange={setLike} />
      <Button mode="outlined" icon="plus" onPress={add}>
        Enter a table like it
      </Button>
      <Faults title="Not changed" faults={fault ? [fault] : []} />
    </Card>
  );
}
