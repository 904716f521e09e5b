import {
  chamberAt,
  formatStation,
  parseStation,
  protectionIds,
  protections,
  structureKinds,
  structureTypes,
  withStructure,
  type Structure,
} from '@tamper/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Divider, Text } from 'react-native-paper';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { NameField } from '../../../ui/NameField';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

const KINDS = structureKinds.map((value) => ({ value, label: structureTypes[value].name }));
const HOLDS = protectionIds.map((value) => ({ value, label: { none: 'None', shield: 'Box', shores: 'Shores', sheets: 'Sheets' }[value] }));

/** Chambers, branch fittings, poles and pits along the run. Runs that name the same one are joined there. */
export function StructuresEditor() {
  const { job, run, cursor, apply, setCursor } = useRunEdit();
  const [chosen, setChosen] = useState<string>();
  const station = Math.round(cursor * 100) / 100;
  const add = () => {
    const structure = chamberAt(run, station);
    apply([{ path: ['structures'], value: withStructure(run, structure) }]);
    setChosen(structure.name);
  };
  return (
    <>
      <Button mode="contained-tonal" icon="plus" onPress={add}>
        Chamber at {formatStation(station, job.units)}
      </Button>
      <Text variant="bodySmall">
        Two runs that name the same chamber or fitting are joined there. Gradients and straight pipes change direction only at one.
      </Text>
      {run.structures.map((structure, index) => (
        <View key={index} style={{ gap: 6 }}>
          <Button
            mode={chosen === structure.name ? 'contained' : 'outlined'}
            contentStyle={{ justifyContent: 'flex-start' }}
            onPress={() => {
              setChosen(chosen === structure.name ? undefined : structure.name);
              setCursor(structure.station);
            }}
          >
            {`${structure.name} · ${structureTypes[structure.kind].name} · ${formatStation(structure.station, job.units)}`}
          </Button>
          {chosen === structure.name ? <OneStructure structure={structure} index={index} onName={setChosen} /> : null}
        </View>
      ))}
      {run.structures.length === 0 ? <Text>None yet.</Text> : null}
    </>
  );
}

function OneStructure({ structure, index, onName }: { structure: Structure; index: number; onName: (name: string) => void }) {
  const { job, apply } = useRunEdit();
  const path = ['structures', index];
  const set = (key: string) => (value: unknown) => apply([{ path: [...path, key], value }], `structures.${index}.${key}`);
  const rename = (name: string) => {
    const fault = set('name')(name);
    if (fault === undefined) onName(name);
    return fault;
  };
  return (
    <View style={{ gap: 4, paddingLeft: 4 }}>
      <NameField label="Name of the structure" value={structure.name} onName={rename} />
      <Picker label="Kind of structure" value={structure.kind} options={KINDS} onChange={set('kind')} />
      <Fields>
        <QuantityField
          label="Stands at"
          value={structure.station}
          format={(value) => formatStation(value, job.units)}
          parse={(text) => parseStation(text, job.units)}
          onValue={set('station')}
        />
        <LengthField label="Across" value={structure.diameter} path={[...path, 'diameter']} style="size" />
        <LengthField label="Tail left in it" value={structure.tail} path={[...path, 'tail']} />
      </Fields>
      {structure.pit ? (
        <>
          <Fields>
            <LengthField label="Pit along the run" value={structure.pit.length} path={[...path, 'pit', 'length']} />
            <LengthField label="Pit across" value={structure.pit.width} path={[...path, 'pit', 'width']} />
            <LengthField label="Deeper than the trench" value={structure.pit.below} path={[...path, 'pit', 'below']} />
          </Fields>
          <Choice
            label="Pit held by"
            value={structure.pit.protection}
            options={HOLDS}
            onChange={(value) => void apply([{ path: [...path, 'pit', 'protection'], value }])}
          />
          <Text variant="bodySmall">{protections[structure.pit.protection].basis}.</Text>
          <Button icon="close" onPress={() => void set('pit')(null)}>
            No wider pit
          </Button>
        </>
      ) : (
        <Button icon="plus" onPress={() => void set('pit')({ length: 1.2, width: 1.2, below: 0, protection: 'none' })}>
          Dig a wider pit for it
        </Button>
      )}
      <Button icon="trash" onPress={() => void apply([{ path, value: undefined }])}>
        Remove {structure.name}
      </Button>
      <Divider />
    </View>
  );
}
