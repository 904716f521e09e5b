import { between, EPSILON, hull, largest, rangesWhere } from '../geometry';
import type { Finding, Fix, Run } from '../job';
import type { ProfileColumns } from '../line';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { heapExcess, type Heap } from './heap';

const NAMES = { left: 'on the left', right: 'on the right', both: 'on both sides' } as const;

/** Spoil closer to the lip than the rule set allows. */
export function setbackFindings(run: Run, rules: Rules, units: UnitSystem): Finding[] {
  const least = rules.spoilSetback.value ?? 0;
  if (run.spoil.setback >= least - EPSILON) return [];
  return [
    {
      id: 'spoil.setback',
      severity: 'stop',
      chapter: 'spoil',
      what: `Spoil ${formatLength(run.spoil.setback, units)} from the lip; keep it ${formatLength(least, units)} back`,
      why: 'The weight of the heap pushes the wall in, and clods roll onto people.',
      basis: rules.spoilSetback.basis,
      fixes: [{ label: `Set back ${formatLength(least, units)}`, patches: [{ path: ['spoil', 'setback'], value: least }] }],
    },
  ];
}

/**
 * The heap does not fit the corridor; offers the sides on which it would.
 * @param excess of the heap as placed, a number a node: see {@link heapExcess}. @param tightest the heap with the greatest.
 */
export function roomFindings(
  run: Run,
  profile: ProfileColumns,
  bankArea: readonly number[],
  excess: readonly number[],
  tightest: Heap,
  units: UnitSystem,
): Finding[] {
  if (tightest.fits) return [];
  const where = hull(rangesWhere(profile.station, (i) => between(excess, i) > EPSILON));
  const others = (['right', 'left', 'both'] as const).filter(
    (side) => side !== run.spoil.side && largest(heapExcess(run, profile, bankArea, side)) <= EPSILON,
  );
  return [
    {
      id: 'spoil.room',
      severity: 'caution',
      chapter: 'spoil',
      ...where,
      what: `No room for the heap: it needs ${formatLength(tightest.outer, units)} ${NAMES[tightest.side]}, there is ${formatLength(tightest.corridor, units)}`,
      why: 'Spoil with nowhere to go ends up at the lip. Cart it off or move it along the run.',
      basis: 'Lip + setback + base of a triangular heap at its angle of repose',
      fixes: others.map((side): Fix => ({ label: `Spoil ${NAMES[side]}`, patches: [{ path: ['spoil', 'side'], value: side }] })),
    },
  ];
}
