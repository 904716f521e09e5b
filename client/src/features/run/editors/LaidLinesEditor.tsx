import { surfaces, type Surface } from '@tamper/core/catalogue';
import { placedLines, productsKnown } from '@tamper/core/job';
import { lineEnds, type LineEnd } from '@tamper/core/trench';
import { formatLength } from '@tamper/core/units';
import { Figures } from '../../../ui/Figures';
import { Text } from '../../../ui/Text';
import { Choice } from '../../../ui/Choice';
import { NameField } from '../../../ui/NameField';
import { useRunEdit } from '../context';
import { Arranger } from '../trench/Arranger';
import { Future } from '../trench/Future';
import { LaidLines } from '../trench/LaidLines';

/** Levels of every line at both its ends, for whoever brings it up there. */
function Ends() {
  const { job, run } = useRunEdit();
  if (!productsKnown(job, run)) return null;
  const { units } = job;
  const level = ({ under }: LineEnd) => formatLength(under, units, 'level');
  const over = ({ cover }: LineEnd) => formatLength(cover, units);
  return (
    <Figures
      label="Levels at both ends"
      head={['Underside of', 'Start', 'End']}
      rows={lineEnds(run, placedLines(job, run)).flatMap(({ line, ends: [from, to] }) => [
        [line.name, level(from), level(to)],
        ['and over it', over(from), over(to)],
      ])}
    />
  );
}

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
          <Ends />
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
