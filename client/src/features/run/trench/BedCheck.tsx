import {
  bareUnit,
  figuresIn,
  beddingShortfall,
  beddings,
  digWidth,
  formatLength,
  formatStation,
  formatVolume,
  parseLength,
  parseStation,
  type Reach,
} from '@tamper/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Text } from '../../../ui/Text';
import { Button } from '../../../ui/Button';
import { Faults } from '../../../ui/Faults';
import { Notice } from '../../../ui/Notice';
import { TextField } from '../../../ui/TextField';
import { useRunEdit } from '../context';

/** Thickness of the bed measured at stations, and what tops it up. */
export function BedCheck() {
  const { job, run, reachIndex, cursor } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const [measured, setMeasured] = useState<{ station: number; thickness: number }[]>([]);
  const [at, setAt] = useState('');
  const [thick, setThick] = useState('');
  const [fault, setFault] = useState<string>();
  const add = () => {
    const station = parseStation(at || formatStation(cursor, job.units), job.units);
    const thickness = parseLength(thick, bareUnit(job.units, 'size'));
    if (!station.ok) return setFault(station.error);
    if (!thickness.ok) return setFault(thickness.error);
    if (thickness.value < 0 || thickness.value > 2) return setFault('A bed is 0 to 2 m thick.');
    setFault(undefined);
    setMeasured(
      [...measured.filter((item) => item.station !== station.value), { station: station.value, thickness: thickness.value }].sort(
        (a, b) => a.station - b.station,
      ),
    );
    setAt('');
    setThick('');
  };
  const short = beddingShortfall(measured, reach.bedding, digWidth(reach), reach.beddingMaterial);
  const length = (metres: number) => formatLength(metres, job.units, 'size');
  return (
    <View role="group" aria-label="Bed measured" style={{ gap: 6 }}>
      <Text variant="labelMedium">Measure the bed before laying</Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Measured at" value={at} onText={setAt} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Bed there" value={thick} onText={setThick} />
        </View>
      </View>
      <Button mode="outlined" icon="plus" onPress={add}>
        Add the measurement
      </Button>
      <Faults title="Not added" faults={fault ? [fault] : []} />
      {measured.map(({ station, thickness }) => (
        <Text key={station}>
          {formatStation(station, job.units)}: {length(thickness)}
        </Text>
      ))}
      {measured.length > 1 ? (
        short.volume > 0 ? (
          <Notice kind="caution" title={`Top up ${formatVolume(short.loose, job.units)} loose, or ${short.bags} bags of 25 kg`}>
            {short.stretches.map(({ from, to, most }) => (
              <Text key={from}>
                {formatStation(from, job.units)} to {formatStation(to, job.units)}: up to {length(most)} missing
              </Text>
            ))}
            <Text variant="bodySmall">
              {figuresIn(beddings[reach.beddingMaterial].name, job.units)}, {length(reach.bedding)} wanted over {length(digWidth(reach))}.
            </Text>
          </Notice>
        ) : (
          <Notice kind="note" title="The bed is thick enough everywhere between" />
        )
      ) : null}
    </View>
  );
}
