import type { Job, Run } from '@tamper/core/job';
import { bareUnit, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { IconButton } from '../../ui/IconButton';
import type { RunDocument } from '../../data/documents';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { patched } from '../frame/patched';

/** Levels of the water in the ground along the run; linear between them. */
export function WaterFields({ job, run }: { job: Job; run: RunDocument }) {
  const [at, setAt] = useState('');
  const [level, setLevel] = useState('');
  const [fault, setFault] = useState<string>();
  const put = (water: Run['water']) => {
    const next = patched(run.doc, [{ path: ['water'], value: water }]);
    if ('fault' in next) return setFault(next.fault);
    setFault(undefined);
    run.change(next.run);
    setAt('');
    setLevel('');
  };
  const add = () => {
    const station = parseStation(at || '0', job.units);
    const metres = parseLength(level, bareUnit(job.units));
    if (!station.ok) return setFault(station.error);
    if (!metres.ok) return setFault(metres.error);
    const rest = run.doc.water.filter((item) => item.station !== station.value);
    put([...rest, { station: station.value, level: metres.value }].sort((a, b) => a.station - b.station));
  };
  return (
    <View style={{ gap: 6 }}>
      {run.doc.water.length === 0 ? <Text>None entered: pipes are checked with the water at the surface.</Text> : null}
      {run.doc.water.map((item) => (
        <View key={item.station} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Text style={{ flex: 1 }}>
            {formatStation(item.station, job.units)}: level {formatLength(item.level, job.units, 'level')}
          </Text>
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out the water level at ${formatStation(item.station, job.units)}`}
            onPress={() => put(run.doc.water.filter((other) => other !== item))}
          />
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Water at station" value={at} onText={setAt} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Level of the water" value={level} onText={setLevel} />
        </View>
      </View>
      <Button mode="outlined" icon="plus" onPress={add}>
        Add the water level
      </Button>
      <Faults title="Not added" faults={fault ? [fault] : []} />
    </View>
  );
}
