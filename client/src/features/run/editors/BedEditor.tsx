import { beddingIds, beddings, type Reach } from '@tamper/core';
import { Text } from 'react-native-paper';
import { Picker } from '../../../ui/Picker';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

/** The bed below the line and the surround over it. */
export function BedEditor() {
  const { run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reachIndex];
  return (
    <>
      <Fields>
        <LengthField label="Bed under the line" value={reach.bedding} path={[...path, 'bedding']} style="size" />
        <LengthField label="Surround over the line" value={reach.surround} path={[...path, 'surround']} style="size" />
      </Fields>
      <Picker
        label="Material"
        value={reach.beddingMaterial}
        options={beddingIds.map((value) => ({ value, label: beddings[value].name }))}
        onChange={(material) => apply([{ path: [...path, 'beddingMaterial'], value: material }])}
      />
      <Text variant="bodySmall">
        {beddings[reach.beddingMaterial].name}: {beddings[reach.beddingMaterial].density} kg/m³ compacted.{' '}
        {beddings[reach.beddingMaterial].basis}.
      </Text>
    </>
  );
}
