import { structureAt, withStructure, withStructureEvery } from '@tamper/core/alignment';
import { structureKinds, structureTypes, type StructureKind } from '@tamper/core/catalogue';
import { blankPit, type Structure } from '@tamper/core/job';
import { bareUnit, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { Divider } from 'react-native-paper';
import { Text } from '../../../ui/Text';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Faults } from '../../../ui/Faults';
import { NameField } from '../../../ui/NameField';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { PitFields } from './PitFields';

const KINDS = structureKinds.map((value) => ({ value, label: structureTypes[value].name }));

/** Chambers, branch fittings, poles and pits along the run. Runs that hold the same one are joined there. */
export function StructuresEditor() {
  const { job, run, cursor, apply, setCursor } = useRunEdit();
  const [chosen, setChosen] = useState<string>();
  const [kind, setKind] = useState<StructureKind>('chamber');
  const [every, setEvery] = useState(50);
  const [fault, setFault] = useState<string>();
  const station = Math.round(cursor * 100) / 100;
  const put = (structure: Structure) => {
    if (apply([{ path: ['structures'], value: withStructure(run, structure) }]) === undefined) setChosen(structure.id);
  };
  return (
    <>
      <Picker label="What stands or is dug here" value={kind} options={KINDS} onChange={setKind} />
      <Button mode="tonal" icon="plus" onPress={() => put(structureAt(run, station, kind, newId()))}>
        {structureTypes[kind].name} at {formatStation(station, job.units)}
      </Button>
      <Fields>
        <QuantityField
          label="One every"
          value={every}
          format={(metres) => formatLength(metres, job.units, 'span')}
          parse={(text) => parseLength(text, bareUnit(job.units, 'span'))}
          onValue={(metres) => {
            if (metres < 1) return 'At least 1 m from one to the next.';
            setEvery(metres);
            return undefined;
          }}
        />
      </Fields>
      <Button
        mode="outlined"
        icon="plus"
        onPress={() => setFault(apply([{ path: ['structures'], value: withStructureEvery(run, station, every, kind, newId) }]))}
      >
        {`From ${formatStation(station, job.units)} every ${formatLength(every, job.units, 'span')} to the end`}
      </Button>
      <Faults title="Not placed" faults={fault ? [fault] : []} />
      <Shared onTake={(structure) => put({ ...structure, station, pit: null })} />
      <Text variant="bodySmall">
        Runs that hold the same chamber or fitting are joined there. Gradients and straight pipes change direction only at one.
      </Text>
      {run.structures.map((structure) => (
        <View key={structure.id} style={{ gap: 6 }}>
          <Button
            mode={chosen === structure.id ? 'contained' : 'outlined'}
            start
            onPress={() => {
              setChosen(chosen === structure.id ? undefined : structure.id);
              setCursor(structure.station);
            }}
          >
            {`${structure.name} · ${structureTypes[structure.kind].name} · ${formatStation(structure.station, job.units)}`}
          </Button>
          {chosen === structure.id ? <OneStructure structure={structure} /> : null}
        </View>
      ))}
      {run.structures.length === 0 ? <Text>None yet.</Text> : null}
    </>
  );
}

/** Structures of the job's other runs, to be joined at the cursor. */
function Shared({ onTake }: { onTake: (structure: Structure) => void }) {
  const { job, run, others } = useRunEdit();
  const own = new Set(run.structures.map(({ id }) => id));
  const theirs = others.flatMap(({ name: runName, structures }) =>
    structures.filter(({ id, kind }) => structureTypes[kind].turns && !own.has(id)).map((structure) => ({ runName, structure })),
  );
  const once = theirs.filter(({ structure }, i) => theirs.findIndex((other) => other.structure.id === structure.id) === i);
  if (once.length === 0) return null;
  return (
    <Picker
      label="Join another run here, at its"
      value=""
      options={[
        { value: '', label: 'Choose its structure' },
        ...once.map(({ runName, structure }) => ({
          value: structure.id,
          label: `${structure.name} of ${runName}, ${formatStation(structure.station, job.units)}`,
        })),
      ]}
      onChange={(id) => {
        const found = once.find(({ structure }) => structure.id === id);
        if (found) onTake(found.structure);
      }}
    />
  );
}

function OneStructure({ structure }: { structure: Structure }) {
  const { job, apply } = useRunEdit();
  const path = ['structures', structure.id];
  const set = (key: keyof Structure) => (value: unknown) => apply([{ path: [...path, key], value }], [...path, key].join('.'));
  const usual = structureTypes[structure.kind].pit ?? { length: 1.2, width: 1.2, below: 0, entry: true };
  return (
    <View style={{ gap: 4, paddingLeft: 4 }}>
      <NameField label="Name of the structure" value={structure.name} onName={set('name')} />
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
          <PitFields pit={structure.pit} path={[...path, 'pit']} station={structure.station} />
          <Button icon="close" onPress={() => void set('pit')(null)}>
            No wider pit
          </Button>
        </>
      ) : (
        <Button icon="plus" onPress={() => void set('pit')({ ...blankPit(usual.length, usual.width, usual.below), entry: usual.entry })}>
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
