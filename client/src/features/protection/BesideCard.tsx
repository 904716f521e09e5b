import type { Beside } from '@tamper/core/job';
import { bareUnit, formatLength, formatMassOf, formatStation, parseLength, parseMass } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { IconButton } from '../../ui/IconButton';
import { Button } from '../../ui/Button';
import { newId } from '../../data/newId';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { OptionalField } from '../../ui/OptionalField';
import { QuantityField } from '../../ui/QuantityField';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useProtection } from './context';

const KINDS = [
  { value: 'footing', label: 'Footing' },
  { value: 'road', label: 'Road' },
  { value: 'tree', label: 'Tree' },
  { value: 'boundary', label: 'Edge' },
] as const;

/** What stands beside the run, what the machine may lift, and how much is open at once. */
export function BesideCard() {
  const { job, run, apply } = useProtection();
  const [draft, setDraft] = useState({
    name: '',
    kind: 'footing' as Beside['kind'],
    side: 'left' as Beside['side'],
    offset: '',
    depth: '',
  });
  const [fault, setFault] = useState<string>();
  const { units } = job;
  const metres = (text: string) => parseLength(text, bareUnit(units));
  const add = () => {
    const [offset, depth] = [metres(draft.offset), metres(draft.depth || '0')];
    if (!offset.ok) return setFault(offset.error);
    if (!depth.ok) return setFault(depth.error);
    const thing: Beside = {
      id: newId(),
      name: draft.name.trim(),
      kind: draft.kind,
      side: draft.side,
      from: run.stations[0]?.station ?? 0,
      to: run.stations.at(-1)?.station ?? 0,
      offset: offset.value,
      depth: depth.value,
    };
    const refused = apply([{ path: ['conditions', 'beside', thing.id], value: thing }]);
    setFault(refused);
    if (refused === undefined) setDraft({ ...draft, name: '', offset: '', depth: '' });
  };
  return (
    <Card title="Beside the run">
      {run.conditions.beside.map((thing) => (
        <View key={thing.id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Text style={{ flex: 1 }}>
            {thing.name}, {thing.side}: {formatLength(thing.offset, units)} from the centre line
            {thing.kind === 'footing' ? `, base ${formatLength(thing.depth, units)} down` : ''}, {formatStation(thing.from, units)} to{' '}
            {formatStation(thing.to, units)}
          </Text>
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out ${thing.name}`}
            onPress={() => setFault(apply([{ path: ['conditions', 'beside', thing.id], value: undefined }]))}
          />
        </View>
      ))}
      <TextField label="What stands there" value={draft.name} onText={(name) => setDraft({ ...draft, name })} placeholder="Shed wall" />
      <Choice label="Kind" value={draft.kind} options={KINDS} onChange={(kind) => setDraft({ ...draft, kind })} />
      <Choice
        label="Side, looking up the run"
        value={draft.side}
        options={[
          { value: 'left', label: 'Left' },
          { value: 'right', label: 'Right' },
        ]}
        onChange={(side) => setDraft({ ...draft, side })}
      />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="From the centre line" value={draft.offset} onText={(offset) => setDraft({ ...draft, offset })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Base below ground" value={draft.depth} onText={(depth) => setDraft({ ...draft, depth })} />
        </View>
      </View>
      <Button mode="outlined" icon="plus" onPress={add}>
        Add what stands there
      </Button>
      <Faults title="Not added" faults={fault ? [fault] : []} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <OptionalField
          label="The machine may lift here"
          value={run.conditions.lift ?? undefined}
          format={(mass) => formatMassOf(mass, units)}
          parse={(text) => parseMass(text, units)}
          onValue={(mass) => apply([{ path: ['conditions', 'lift'], value: mass ?? null }], 'guard.lift')}
          hint="From its own chart; empty: not said"
          basis={150}
        />
        <QuantityField
          label="Open at once"
          value={run.conditions.open}
          format={(length) => formatLength(length, units)}
          parse={metres}
          onValue={(length) => apply([{ path: ['conditions', 'open'], value: length }], 'guard.open')}
        />
      </View>
    </Card>
  );
}
