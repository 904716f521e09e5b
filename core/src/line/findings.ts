import type { Service } from '../catalogue';
import { smallest } from '../geometry';
import type { Finding, Run } from '../job';
import { formatGradient, type UnitSystem } from '../units';
import { extent } from './ground';
import { fallOf } from './levels';
import type { ProfileColumns } from './profile';

/** A gravity line must fall, and steeply enough for its bore. Either way along the run counts as falling. */
export function fallFindings(run: Run, service: Service, profile: ProfileColumns, units: UnitSystem): Finding[] {
  if (service.minFall === 0) return [];
  const fall = fallOf(run);
  const uphill = fall !== undefined && fall < 0;
  if (fall !== undefined && Math.abs(fall) >= service.minFall - 1e-9) return [];
  const needed = formatGradient(service.minFall, units);
  // The steeper line touches the present one from below, so that mending the fall never takes cover away.
  const slope = uphill ? service.minFall : -service.minFall;
  const first = profile.station[0] as number;
  const start = smallest(profile.invert.map((invert, i) => invert - slope * ((profile.station[i] as number) - first)));
  const end = start + slope * extent(run).length;
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
