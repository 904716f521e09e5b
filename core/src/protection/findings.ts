import { between, EPSILON, hull, largest, rangesWhere } from '../geometry';
import { soilName } from '../ground';
import type { Product } from '../catalogue';
import type { Finding, Fix, Reach, Run, Wall } from '../job';
import { isOpen, levelsOn, pitsOf, reachEnd, reachIndexAt, reachSpan, type Pit, type ProfileColumns } from '../alignment';
import type { Rules } from '../rules';
import { formatBatter, formatLength, type UnitSystem } from '../units';
import { protectedBy } from './support';
import { classSlope, faultWords, wallFault } from './slopes';
import type { DepthRanges } from './thresholds';

const COMPETENT = 'A competent person decides on site; check your local code';

/** Sides that do not stand by themselves where a person goes in: stop from the protection depth, caution from the prompt depth. */
export function protectionFindings(run: Run, rules: Rules, profile: ProfileColumns, units: UnitSystem): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (reach.protection !== 'none' || !reach.entry || !isOpen(reach)) return [];
    const faultAt = (depth: number) => wallFault(reach.left, reach.soil, depth, rules) ?? wallFault(reach.right, reach.soil, depth, rules);
    const span = reachSpan(profile, index);
    const unsafeFrom = (limit: number | null) => {
      if (limit === null || largest(profile.depth, span) < limit - EPSILON) return undefined;
      const unsafe = (i: number) => {
        const depth = between(profile.depth, i);
        return depth >= limit - EPSILON && faultAt(depth) !== null;
      };
      return hull(rangesWhere(profile.station, unsafe, span));
    };
    const stop = unsafeFrom(rules.protectionDepth.value);
    const caution = stop ? undefined : unsafeFrom(rules.protectionPromptDepth.value);
    const where = stop ?? caution;
    if (!where) return [];
    const rule = stop ? rules.protectionDepth : rules.protectionPromptDepth;
    const deepest = profile.depth.reduce(
      (most, depth, i) => (profile.reach[i] === index && depth > most && faultAt(depth) ? depth : most),
      0,
    );
    const fault = faultAt(deepest);
    return [
      {
        id: `guard.protection.${index}`,
        severity: stop ? 'stop' : 'caution',
        chapter: 'guard',
        ...where,
        what: stop
          ? `Unprotected at ${formatLength(deepest, units)} deep: ${fault ? faultWords(fault, reach.soil, rules, units) : ''}`
          : `Walls stand unsupported to ${formatLength(deepest, units)}: look for any sign of cave-in before each entry`,
        why: stop
          ? 'A wall this high can bury a person in a second. Nobody enters.'
          : 'Shallow walls kill too, when they are cracked, wet, loaded or shaken.',
        basis: `${rule.basis}. ${COMPETENT}`,
        fixes: protectionFixes(run, index, reach, rules),
      },
    ];
  });
}

/** Ways to make a reach safe to enter: lay the walls back to the class slope, or hold or shield them. */
function protectionFixes(run: Run, index: number, reach: Reach, rules: Rules): Fix[] {
  const slope = classSlope(rules, reach.soil).ratio;
  const walls = (wall: Wall) => [
    { path: ['reaches', index, 'left'], value: wall },
    { path: ['reaches', index, 'right'], value: wall },
  ];
  const support = (protection: 'shield' | 'shores', label: string): Fix => ({
    label,
    patches: [...walls({ kind: 'vertical' }), ...protectedBy(run, index, protection)],
  });
  return [
    {
      label: slope === 0 ? 'Vertical sides' : `Batter ${formatBatter(slope)}`,
      patches: walls(slope === 0 ? { kind: 'vertical' } : { kind: 'batter', ratio: slope }),
    },
    support('shield', 'Use a shield'),
    // Type C runs out between them.
    ...(reach.soil === 'C' ? [] : [support('shores', 'Use shores')]),
  ];
}

/** Has a wall something upright for supports to bear on? */
const upright = (wall: Wall): boolean => wall.kind === 'vertical' || (wall.kind === 'batter' && wall.foot !== undefined);

/** Supports need walls they can bear on. */
export function supportFindings(run: Run): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (reach.protection !== 'shores' || !isOpen(reach) || (upright(reach.left) && upright(reach.right))) return [];
    return [
      {
        id: `guard.shores.${index}`,
        severity: 'stop',
        chapter: 'guard',
        from: reach.from,
        to: reachEnd(run, index),
        what: 'Shores need vertical walls to press on',
        why: 'On a sloping side the cylinders slip and hold nothing.',
        basis: 'Hydraulic shores bear square on the wall; the hire firm’s table rules',
        fixes: [
          {
            label: 'Vertical walls',
            patches: [
              { path: ['reaches', index, 'left'], value: { kind: 'vertical' } },
              { path: ['reaches', index, 'right'], value: { kind: 'vertical' } },
            ],
          },
        ],
      },
    ];
  });
}

/** Benches drawn in ground that may not be benched, whether or not somebody enters. */
export function benchFindings(run: Run, rules: Rules): Finding[] {
  return run.reaches.flatMap((reach, index): Finding[] => {
    if (reach.soil !== 'C' || !isOpen(reach) || (reach.left.kind !== 'bench' && reach.right.kind !== 'bench')) return [];
    const { ratio, basis } = classSlope(rules, 'C');
    const wall: Wall = { kind: 'batter', ratio };
    return [
      {
        id: `guard.bench.${index}`,
        severity: 'stop',
        chapter: 'guard',
        from: reach.from,
        to: reachEnd(run, index),
        what: `No benches in ${soilName('C')} ground`,
        why: 'Weak ground shears through the step and drops it into the trench.',
        basis,
        fixes: [
          {
            label: `Batter ${formatBatter(ratio)}`,
            patches: (['left', 'right'] as const).flatMap((side) =>
              reach[side].kind === 'bench' ? [{ path: ['reaches', index, side], value: wall }] : [],
            ),
          },
        ],
      },
    ];
  });
}

/** Depth of a pit, metres, by the line at its centre or at the run's end where it reaches past. */
export const pitDepth = (run: Run, product: Product, pit: Pit): number => levelsOn(run, product, pit.station).depth + pit.below;

/** Pits are dug with vertical sides and people work in them: held from the protection depth on. */
export function pitFindings(run: Run, product: Product, rules: Rules, units: UnitSystem): Finding[] {
  const limit = rules.protectionDepth.value;
  if (limit === null) return [];
  return pitsOf(run).flatMap((pit): Finding[] => {
    const { soil } = run.reaches[reachIndexAt(run, pit.station)] as Reach;
    const depth = pitDepth(run, product, pit);
    if (pit.protection !== 'none' || classSlope(rules, soil).ratio === 0 || depth < limit - EPSILON) return [];
    const path = pit.kind === 'structure' ? ['structures', pit.index, 'pit', 'protection'] : ['reaches', pit.index, 'protection'];
    return [
      {
        id: `guard.pit.${pit.kind}.${pit.index}`,
        severity: 'stop',
        chapter: 'guard',
        from: pit.station,
        to: pit.station,
        what: `${pit.name}: a pit ${formatLength(depth, units)} deep with nothing to hold its sides`,
        why: 'A wall this high can bury a person in a second. Nobody enters.',
        basis: `${rules.protectionDepth.basis}. ${COMPETENT}`,
        fixes: (['shield', 'shores'] as const).map((protection) => ({
          label: protection === 'shield' ? 'Box the pit' : 'Shore the pit',
          patches: [{ path, value: protection }],
        })),
      },
    ];
  });
}

/** Ways out and the engineer's limit, where the depth asks for them. */
export function depthFindings(ranges: Pick<DepthRanges, 'egress' | 'engineer'>, rules: Rules, units: UnitSystem): Finding[] {
  const egress = hull(ranges.egress);
  const engineer = hull(ranges.engineer);
  const length = (value: number | null) => formatLength(value ?? 0, units);
  const findings: Finding[] = [];
  if (egress)
    findings.push({
      id: 'guard.egress',
      severity: 'caution',
      chapter: 'guard',
      ...egress,
      what: `Ladder needed, never more than ${length(rules.egressTravel.value)} away and ${length(rules.ladderAbove.value)} above the lip`,
      why: 'When a wall moves or water comes there is no time to climb a face.',
      basis: rules.egressDepth.basis,
      fixes: [],
    });
  if (engineer)
    findings.push({
      id: 'guard.engineer',
      severity: 'stop',
      chapter: 'guard',
      ...engineer,
      what: `Deeper than ${length(rules.engineerDepth.value)}: a licensed engineer must design it`,
      why: 'Standard slopes and supports are not worked out for this depth.',
      basis: rules.engineerDepth.basis,
      fixes: [],
    });
  return findings;
}
