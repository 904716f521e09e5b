import type { Benchmark } from '@tamper/core/dig';
import { bareUnit, formatLength, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { newId } from '../../data/newId';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnterJob, useSite } from '../site/context';

/** The points whose levels are known, for the whole job. */
export function Benchmarks({ benchmarks }: { benchmarks: readonly Benchmark[] }) {
  const { units } = useSite().job;
  const enter = useEnterJob();
  const [name, setName] = useState('');
  const [level, setLevel] = useState('');
  const [where, setWhere] = useState('');
  const [faults, setFaults] = useState<string[]>([]);
  const known = benchmarks.find((one) => one.name.toLowerCase() === name.trim().toLowerCase());
  const write = () => {
    const parsed = parseLength(level, bareUnit(units));
    const wrong = [...(name.trim() ? [] : ['Give the benchmark a name.']), ...(parsed.ok ? [] : [parsed.error])];
    if (!parsed.ok || wrong.length > 0) return setFaults(wrong);
    const refused = enter({
      kind: 'benchmark',
      id: known?.id ?? newId(),
      name: name.trim(),
      level: parsed.value,
      where: where.trim() || (known?.where ?? ''),
      lost: false,
    });
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    setName('');
    setLevel('');
    setWhere('');
  };
  const lose = ({ id, name: its, level: at, where: place }: Benchmark) => {
    const refused = enter({ kind: 'benchmark', id, name: its, level: at, where: place, lost: true });
    setFaults(refused === undefined ? [] : [refused]);
  };
  return (
    <Card title="Benchmarks of the job">
      {benchmarks.length === 0 ? <Text>None yet. A point whose level is known: everything that is dug hangs on it.</Text> : null}
      {benchmarks.map((one) => (
        <View key={one.id} style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
          <Text style={{ flex: 1 }}>
            {one.name}: {formatLength(one.level, units, 'level')}
            {one.where ? `, ${one.where}` : ''}
            {one.lost ? ' (not to be used)' : one.disputed ? ' (two levels were said of it)' : ''}. Said by {one.kept.entry.author},{' '}
            {one.kept.entry.at.slice(0, 10)}.
          </Text>
          {one.lost ? null : (
            <Button mode="outlined" accessibilityLabel={`${one.name} is disturbed`} onPress={() => lose(one)}>
              Disturbed
            </Button>
          )}
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Benchmark" value={name} onText={setName} placeholder="BM 1" />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Its level" value={level} onText={setLevel} keys="decimal" />
        </View>
      </View>
      <TextField label="Where it is" value={where} onText={setWhere} placeholder="Nail in the kerb by the gate" />
      <Button mode="outlined" icon="plus" onPress={write}>
        {known ? `Say the level of ${known.name} anew` : 'Add this benchmark'}
      </Button>
      <Faults title="Not entered" faults={faults} />
    </Card>
  );
}
