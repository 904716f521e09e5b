import { protections, type Kit } from '../catalogue';
import { EPSILON } from '../geometry';
import { soilName } from '../ground';
import { placedLines, linesIn, type Finding, type Fix, type Job, type Reach, type Run } from '../job';
import type { Rules } from '../rules';
import { formatBatter, formatBatterRatio, formatForce, formatLength, formatMassOf, GRAVITY, type UnitSystem } from '../units';
import { PULL } from './boxes';
import { heaviestOf, type ReachSupport } from './schedule';
import { SHORE_BASIS } from './shores';
import { classSlope } from './slopes';
import { protectedBy, uprightHeight } from './support';

/** What the supports chosen cannot do: too deep, too low, too short for a stick, too heavy to lift, too wide for a cylinder. */
export function kitFindings(
  job: Pick<Job, 'products' | 'kit' | 'units'>,
  run: Run,
  rules: Rules,
  supports: readonly ReachSupport[],
): Finding[] {
  return supports.flatMap((guard): Finding[] => {
    const reach = run.reaches[guard.reach] as Reach;
    if (reach.protection === 'none') return [];
    const at = { chapter: 'guard', from: guard.from, to: guard.to } as const;
    const name = protections[reach.protection].name.toLowerCase();
    const steep = overTooSteep(reach, guard, rules, job.units);
    if (!guard.kit && reach.protection === 'shores' && reach.soil === 'C')
      return [
        ...steep,
        {
          ...at,
          id: `guard.shoresC.${guard.reach}`,
          severity: 'stop',
          what: 'Shores alone do not hold type C ground',
          why: 'It runs out between them: walers and sheeting behind, designed, or a shield.',
          basis: SHORE_BASIS,
          fixes: [],
        },
      ];
    if (!guard.kit)
      return [
        ...steep,
        {
          ...at,
          id: `guard.kit.${guard.reach}`,
          severity: 'note',
          what: `Which ${name} is coming? Choose its table`,
          why: 'Width, depth, weight and number all follow from the table of whoever hires it out.',
          basis: 'The supplier’s table rules',
          fixes: [],
        },
      ];
    const stop = (id: string, what: string, why: string, basis: string, fixes: Fix[] = []): Finding => ({
      ...at,
      id: `guard.${id}.${guard.reach}`,
      severity: 'stop',
      what,
      why,
      basis,
      fixes,
    });
    return [...steep, ...tableFaults(job, run, rules, guard, guard.kit, stop)];
  });
}

type Stop = (id: string, what: string, why: string, basis: string, fixes?: Fix[]) => Finding;

function tableFaults(
  { products, units }: Pick<Job, 'products' | 'units'>,
  run: Run,
  rules: Rules,
  { reach: index, from, to, depth, schedule }: ReachSupport,
  kit: Kit,
  stop: Stop,
): Finding[] {
  const reach = run.reaches[index] as Reach;
  const length = (metres: number) => formatLength(metres, units);
  const faults: Finding[] = [];
  if (depth > kit.depth + EPSILON)
    faults.push(
      stop(
        'rated',
        `${kit.name} is rated to ${length(kit.depth)}; this is ${length(depth)}`,
        'Past its table nobody knows what holds.',
        kit.source,
      ),
    );
  if (!schedule) {
    faults.push(
      stop(
        'shoresC',
        reach.soil === 'C' ? 'Shores alone do not hold type C ground' : `No spacing of shores is tabled at ${length(depth)}`,
        reach.soil === 'C' ? 'It runs out between them: walers and sheeting behind, designed, or a shield.' : 'An engineer designs it.',
        '29 CFR 1926 Subpart P App. D; the supplier’s table rules',
        [{ label: 'Use a shield', patches: protectedBy(run, index, 'shield') }],
      ),
    );
    return faults;
  }
  if (schedule.kind === 'shield') {
    const { stack, boxes } = schedule;
    if (!stack.enough) {
      const foot = Math.floor((stack.height - (rules.supportOverToe.value ?? 0)) * 100) / 100;
      const wall = { kind: 'batter', ratio: classSlope(rules, reach.soil).ratio, foot } as const;
      faults.push(
        stop(
          'low',
          `${kit.name} with ${stack.extensions} extensions is ${length(stack.height)} high and must be ${length(stack.wanted)}`,
          'What falls over the top falls on people.',
          `${rules.supportUpstand.basis}; ${kit.source}`,
          wall.ratio > 0 && foot > 0.1
            ? [
                {
                  label: `Batter ${formatBatterRatio(wall.ratio)} above it`,
                  patches: [
                    { path: ['reaches', index, 'left'], value: wall },
                    { path: ['reaches', index, 'right'], value: wall },
                  ],
                },
              ]
            : [],
        ),
      );
    }
    const stick = linesIn(placedLines({ products }, run), from, to).reduce(
      (longest, { product: { stock } }) => (stock.form === 'stick' ? Math.max(longest, stock.length) : longest),
      0,
    );
    if (kit.kind === 'shield' && boxes * kit.length < stick - EPSILON)
      faults.push(
        stop(
          'stick',
          `${boxes === 1 ? 'One box is' : `${boxes} boxes together are`} ${length(boxes * kit.length)} long; a stick is ${length(stick)}`,
          'A stick that does not fit between the plates is laid by somebody outside them.',
          kit.source,
          [{ label: `Keep ${length(stick)} open at once`, patches: [{ path: ['conditions', 'open'], value: stick }] }],
        ),
      );
  }
  if (schedule.kind === 'shores' && !schedule.cylinder)
    faults.push(
      stop(
        'stroke',
        `No cylinder of ${kit.name} spans ${length(reach.bottomWidth)}`,
        'A cylinder out of its stroke holds nothing; packing it out is not a repair.',
        kit.source,
        [{ label: `Make it ${length(kit.most)} wide`, patches: [{ path: ['reaches', index, 'bottomWidth'], value: kit.most }] }],
      ),
    );
  const heaviest = heaviestOf(schedule);
  if (run.conditions.lift !== null && heaviest > run.conditions.lift + EPSILON)
    faults.push(
      stop(
        'lift',
        `${formatMassOf(heaviest, units)} to lift, and the machine may lift ${formatMassOf(run.conditions.lift, units)} here`,
        'A machine that tips drops its load into the trench.',
        'Capacity as typed for this run; the machine’s own chart rules',
      ),
    );
  // Rocked and drawn in lifts it comes with less; in one pull it may not come at all.
  if (schedule.kind === 'shield' && run.conditions.lift !== null && schedule.pull > run.conditions.lift * GRAVITY)
    faults.push({
      ...stop(
        'draw',
        `Drawing a box takes up to ${formatForce(schedule.pull, units)}, more than the ${formatMassOf(run.conditions.lift, units)} the machine may lift here`,
        'Pulled at once it sticks or the machine tips: fill a lift, rock it, draw it a lift.',
        PULL.basis,
      ),
      severity: 'caution',
    });
  return faults;
}

/** A batter over supports stands by itself: as flat as its class asks. */
function overTooSteep(reach: Reach, { reach: index, from, to, depth }: ReachSupport, rules: Rules, units: UnitSystem): Finding[] {
  if (uprightHeight(reach, depth) >= depth - EPSILON) return [];
  const { ratio, basis } = classSlope(rules, reach.soil);
  const steep = (['left', 'right'] as const).filter((side) => {
    const wall = reach[side];
    return wall.kind === 'batter' && wall.foot !== undefined && wall.ratio < ratio - EPSILON;
  });
  if (steep.length === 0) return [];
  return [
    {
      id: `guard.over.${index}`,
      severity: 'stop',
      chapter: 'guard',
      from,
      to,
      what: `The batter over the supports is steeper than ${formatBatter(ratio)} for ${soilName(reach.soil)}`,
      why: `Above ${formatLength(uprightHeight(reach, depth), units)} nothing holds it but its own slope.`,
      basis,
      fixes: [
        {
          label: `Batter ${formatBatterRatio(ratio)}`,
          patches: steep.map((side) => ({ path: ['reaches', index, side, 'ratio'], value: ratio })),
        },
      ],
    },
  ];
}
