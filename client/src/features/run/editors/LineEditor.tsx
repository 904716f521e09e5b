import { services, surfaces, type Surface } from '@tamper/core';
import { Choice } from '../../../ui/Choice';
import { NameField } from '../../../ui/NameField';
import { Picker } from '../../../ui/Picker';
import { useRunEdit } from '../context';

const SURFACE_NAMES: Record<Surface, string> = { field: 'Field', footway: 'Footway', road: 'Road' };

/** What lies in the trench, and what passes over it. */
export function LineEditor() {
  const { run, apply } = useRunEdit();
  return (
    <>
      <NameField label="Name of the run" value={run.name} onName={(name) => apply([{ path: ['name'], value: name }], 'name')} />
      <Picker
        label="What goes in"
        value={run.service}
        options={services.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => apply([{ path: ['service'], value: id }])}
      />
      <Choice
        label="Surface above"
        value={run.surface}
        options={surfaces.map((value) => ({ value, label: SURFACE_NAMES[value] }))}
        onChange={(surface) => apply([{ path: ['surface'], value: surface }])}
      />
    </>
  );
}
