import { between, EPSILON, hull, largest, rangesWhere } from '../geometry';
import type { Finding, Fix, Run } from '../job';
import { isOpen, reachEnd, reachSpan, type ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { formatLength, type UnitSystem } from '../units';
import { heapExcess, heapsAt, type Heap } from './heap';

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

/** A heap near shores that is higher than their tables allow for: nearer the lip than the trench is deep it leans on them. */
export function surchargeFindings(
  run: Run,
  rules: Rules,
  profile: ProfileColumns,
  bankArea: readonly number[],
  units: UnitSystem,
): Finding[] {
  const most = rules.shoreSurcharge.value;
  if (most === null) return [];
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (reach.protection !== 'shores' || !isOpen(reach)) return [];
    const span = reachSpan(profile, index);
    const at = profile.depth.indexOf(largest(profile.depth, span), span.first);
    const depth = profile.depth[at] as number;
    const [heap] = heapsAt(run.spoil, reach, depth, bankArea[at] as number)
      .filter(({ height, inner, lip }) => height > most + EPSILON && inner - lip < depth - EPSILON)
      .sort((a, b) => b.height - a.height);
    if (!heap) return [];
    const setback = Math.ceil(depth * 10 - EPSILON) / 10;
    return [
      {
        id: `spoil.surcharge.${index}`,
        severity: 'caution',
        chapter: 'spoil',
        from: reach.from,
        to: reachEnd(run, index),
        what: `The heap is ${formatLength(heap.height, units)} high beside shores tabled for ${formatLength(most, units)} of spoil`,
        why: 'What stands nearer than the trench is deep presses on the wall, and on the cylinders.',
        basis: rules.shoreSurcharge.basis,
        fixes: [{ label: `Set back ${formatLength(setback, units)}`, patches: [{ path: ['spoil', 'setback'], value: setback }] }],
      },
    ];
  });
}

/** Suspect ground is kept apart and off site; who may take it is not ours to say. */
export const suspectFindings = (run: Run): Finding[] =>
  run.logistics.suspect.map(({ from, to, what }, index) => ({
    id: `spoil.suspect.${index}`,
    severity: 'caution',
    chapter: 'spoil',
    from,
    to,
    what: `Suspect ground: ${what}`,
    why: 'Heap it by itself on a sheet, cover it, and do not put it back. Stop where it smells or stains, and ask.',
    basis: 'Entered for this run; tests and the tip’s licence decide',
    fixes: [],
  }));
