import { extent, fallOf, formatGradient, parseGradient, services, surfaces, type Surface } from '@tamper/core';
import { Text } from 'react-native-paper';
import { Choice } from '../../../ui/Choice';
import { NameField } from '../../../ui/NameField';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

const SURFACE_NAMES: Record<Surface, string> = { field: 'Field', footway: 'Footway', road: 'Road' };

/** What lies in the trench and at which levels. */
export function LineEditor() {
  const { job, run, section, apply } = useRunEdit();
  const { length } = extent(run);
  const fall = fallOf(run);
  const byInverts = () => apply([{ path: ['profile'], value: { kind: 'inverts', start: invertAtEnds.start, end: invertAtEnds.end } }]);
  // Switching keeps the line where it is at both ends, or at the cursor.
  const drop = section.ground - section.invert;
  const invertAtEnds = { start: (run.stations[0]?.ground ?? 0) - drop, end: (run.stations.at(-1)?.ground ?? 0) - drop };
  const byCover = () => apply([{ path: ['profile'], value: { kind: 'cover', cover: Math.max(0, section.cover) } }]);
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
        label="Levels by"
        value={run.profile.kind}
        onChange={(kind) => (kind === run.profile.kind ? undefined : kind === 'cover' ? byCover() : byInverts())}
        options={[
          { value: 'cover', label: 'Cover' },
          { value: 'inverts', label: 'Inverts' },
        ]}
      />
      {run.profile.kind === 'cover' ? (
        <Fields>
          <LengthField label="Cover over the line" value={run.profile.cover} path={['profile', 'cover']} />
        </Fields>
      ) : (
        <>
          <Fields>
            <LengthField label="Invert at the start" value={run.profile.start} path={['profile', 'start']} style="level" />
            <LengthField label="Invert at the end" value={run.profile.end} path={['profile', 'end']} style="level" />
          </Fields>
          <Fields>
            <QuantityField
              label="Falls to the end at"
              value={fall ?? 0}
              format={(ratio) => formatGradient(ratio, job.units)}
              parse={(text) => parseGradient(text.replace(/\s*\(.*\)$/, ''))}
              onValue={(ratio) =>
                run.profile.kind === 'inverts'
                  ? apply([{ path: ['profile', 'end'], value: run.profile.start - ratio * length }], 'profile.end')
                  : undefined
              }
              hint='1:50, 2%, 20 mm/m or 1/4"/ft; sets the invert at the end'
            />
          </Fields>
        </>
      )}
      <Choice
        label="Surface above"
        value={run.surface}
        options={surfaces.map((value) => ({ value, label: SURFACE_NAMES[value] }))}
        onChange={(surface) => apply([{ path: ['surface'], value: surface }])}
      />
      <Text variant="bodySmall">Levels are metres or feet above the job’s datum.</Text>
    </>
  );
}
