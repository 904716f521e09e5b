import { surfaces, type Surface } from '@tamper/core/catalogue';
import { Text } from '../../../ui/Text';
import { Choice } from '../../../ui/Choice';
import { NameField } from '../../../ui/NameField';
import { useRunEdit } from '../context';
import { Arranger } from '../trench/Arranger';
import { Future } from '../trench/Future';
import { LaidLines } from '../trench/LaidLines';

const SURFACE_NAMES: Record<Surface, string> = { field: 'Field', footway: 'Footway', road: 'Road' };

/** What lies in the trench, and what passes over it. */
export function LaidLinesEditor() {
  const { run, apply } = useRunEdit();
  return (
    <>
      <NameField label="Name of the run" value={run.name} onName={(name) => apply([{ path: ['name'], value: name }], 'name')} />
      <LaidLines />
      {run.laid.length > 1 ? (
        <>
          <Text variant="bodySmall">Drag a line on the section to move it, or let the least digging be found.</Text>
          <Arranger />
        </>
      ) : null}
      <Future />
      <Choice
        label="Surface above"
        value={run.surface}
        options={surfaces.map((value) => ({ value, label: SURFACE_NAMES[value] }))}
        onChange={(surface) => apply([{ path: ['surface'], value: surface }])}
      />
    </>
  );
}
