import type { Machine } from '../catalogue';
import { EPSILON } from '../geometry';
import type { Finding, Run } from '../job';
import { formatLength, type UnitSystem } from '../units';
import type { SetUps } from './setUps';

/** At a blind end the last bite needs ground past the end of the run to stand on. */
export function standFindings(
  { access: way }: Pick<Run, 'access'>,
  { list: stands, past }: SetUps,
  machine: Machine,
  units: UnitSystem,
): Finding[] {
  const last = stands.at(-1);
  // Where it can leave at that end, or by the side, there is ground to stand on.
  if (!last || past <= EPSILON || way.exit !== way.digFrom) return [];
  return [
    {
      id: 'machine.past',
      severity: 'note',
      chapter: 'machine',
      from: last.from,
      to: last.to,
      what: `For its last bite the ${machine.name} stands ${formatLength(past, units)} past the end of the run`,
      why: 'If there is no ground to stand on, it digs that bite from beside the trench, or hands do.',
      basis: 'Floor it shaves from one place, and its tracks behind that',
      fixes: [],
    },
  ];
}
