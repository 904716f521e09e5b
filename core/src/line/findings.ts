import type { Service } from '../catalogue';
import type { Finding, Run } from '../job';
import { formatGradient, type UnitSystem } from '../units';
import { extent } from './ground';
import { fallOf } from './levels';
import type { ProfileColumns } from './profile';

/** A gravity line must fall, and steeply enough for its bore. Either way along the run counts as falling. */
export function fallFindings(run: Run, service: Service, profile: ProfileColumns, units: UnitSystem): Finding[] {
  if (service.minFall === 0) return [];
  const fall = fallOf(run);
  const { length } = extent(run);
  const start = profile.invert[0] as number;
  const uphill = fall !== undefined && fall < 0;
  if (fall !== undefined && Math.abs(fall) >= service.minFall - 1e-9) return [];
  const needed = formatGradient(service.minFall, units);
  const end = uphill ? start + service.minFall * length : Math.min(profile.invert.at(-1) as number, start - service.minFall * length);
  return [
    {
      id: 'line.fall',
      severity: 'caution',
      chapter: 'line',
      what:
        fall === undefined
          ? 'A gravity pipe on constant cover follows every rise of the ground'
          : `Falls ${formatGradient(Math.abs(fall), units)}, flatter than ${needed}`,
      why: 'Water stands in the low places and the pipe silts up.',
      basis: `Usual least fall for this bore: ${needed}; check your local code`,
      fixes: [{ label: `Fall ${needed}`, patches: [{ path: ['profile'], value: { kind: 'inverts', start, end } }] }],
    },
  ];
}
