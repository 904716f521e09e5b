import { SELF_CLEANSING, SELF_CLEANSING_BASIS, structureTypes, type Product } from '../catalogue';
import { EPSILON, smallest } from '../geometry';
import type { ExistingLine, Finding, Fix, Run, Structure } from '../job';
import { formatFlow, formatGradient, formatLength, formatStation, formatVelocity, type UnitSystem } from '../units';
import { boreOf, designFlow, fallForFlow, fallForVelocity, manning, type PipeFlow } from './gravity';
import { extent } from './ground';
import { fallingRun, flowDirection, legsOf, type Leg } from './levels';
import { boresOf } from './pits';
import type { ProfileColumns } from './profile';
import { bendsOf, chainages } from './route';

/** Falls closer than this are the same: a millimetre in a kilometre, and the last digit of the grade finder's solver. */
const SAME_FALL = 1e-6;

/** A gravity line must fall, all the way in one direction, and steeply enough for its bore. Either direction along the run will do. */
export function fallFindings(run: Run, product: Product, profile: ProfileColumns, units: UnitSystem): Finding[] {
  if (product.minFall === 0) return [];
  const needed = formatGradient(product.minFall, units);
  const shared = {
    severity: 'caution',
    chapter: 'line',
    why: 'Water stands in the low places and the pipe silts up.',
    basis: `Usual least fall for this bore: ${needed}; check your local code`,
  } as const;
  const fixes = steeperFixes(run, profile, product.minFall, units);
  const onCover = run.reaches.some(({ levels }) => levels.kind === 'cover');
  const direction = flowDirection(run);
  return [
    ...(onCover
      ? [{ ...shared, id: 'line.fall.cover', what: 'A gravity pipe on constant cover follows every rise of the ground', fixes }]
      : []),
    ...legsOf(run).flatMap((leg, index): Finding[] => {
      const fall = leg.fall * direction;
      if (fall >= product.minFall - SAME_FALL) return [];
      const what =
        fall < -SAME_FALL
          ? `Falls backwards, ${formatGradient(-fall, units)}`
          : `Falls ${formatGradient(fall, units)}, flatter than ${needed}`;
      return [{ ...shared, id: `line.fall.${index}`, from: leg.from, to: leg.to, what, fixes }];
    }),
  ];
}

/** Lays the whole line straight at a fall, touching the present line from below so that mending the fall never takes cover away. */
function steeperFixes(run: Run, profile: ProfileColumns, fall: number, units: UnitSystem): Fix[] {
  if (run.inverts.some(({ keep }) => keep) || fall > 1) return [];
  const slope = -fall * flowDirection(run);
  const first = profile.station[0] as number;
  const start = smallest(profile.invert.map((invert, i) => invert - slope * ((profile.station[i] as number) - first)));
  const { inverts, reaches } = fallingRun(run, start, start + slope * extent(run).length);
  return [
    {
      label: `Fall ${formatGradient(fall, units)}`,
      patches: [
        { path: ['inverts'], value: inverts },
        { path: ['reaches'], value: reaches },
      ],
    },
  ];
}

/** What a stretch of even fall carries. Metres, metres a second, cubic metres a second. */
export interface LegFlow extends Leg {
  full: PipeFlow;
  half: PipeFlow;
}

/** Velocity and capacity of every gravity leg, full and half full; none for lines in which nothing flows free. */
export function legFlows(run: Run, product: Product): LegFlow[] {
  if (product.roughness === 0) return [];
  const flow = (fall: number, filled: number) => manning(boreOf(product), Math.abs(fall), product.roughness, filled);
  return legsOf(run).map((leg) => ({ ...leg, full: flow(leg.fall, 1), half: flow(leg.fall, 0.5) }));
}

/** Too slow to keep itself clean, or too small for what comes. Legs with too little fall are told by {@link fallFindings}. */
export function flowFindings(run: Run, product: Product, profile: ProfileColumns, units: UnitSystem): Finding[] {
  const wanted = run.flow ? designFlow(run.flow) : 0;
  const [bore, n] = [boreOf(product), product.roughness];
  return legFlows(run, product).flatMap((leg, index): Finding[] => {
    const range = { from: leg.from, to: leg.to, chapter: 'line', severity: 'caution' } as const;
    const slow = Math.abs(leg.fall) >= product.minFall - SAME_FALL && leg.half.velocity < SELF_CLEANSING - EPSILON;
    const small = leg.full.flow < wanted - 1e-12;
    const fallFor = (fall: number) => steeperFixes(run, profile, fall * (1 + 1e-6), units);
    return [
      ...(slow
        ? [
            {
              ...range,
              id: `line.velocity.${index}`,
              what: `Flows at ${formatVelocity(leg.half.velocity, units)} half full; ${formatVelocity(SELF_CLEANSING, units)} keeps it clean`,
              why: 'What settles in a slow drain stays there.',
              basis: `${SELF_CLEANSING_BASIS}; Manning, n ${n}`,
              fixes: fallFor(fallForVelocity(bore, SELF_CLEANSING, n)),
            },
          ]
        : []),
      ...(small
        ? [
            {
              ...range,
              id: `line.capacity.${index}`,
              what: `Carries ${formatFlow(leg.full.flow, units)} full; ${formatFlow(wanted, units)} is to come`,
              why: 'It backs up and floods at the lowest opening.',
              basis: `Manning, n ${n}, full bore, against the rational method Q = C·i·A`,
              fixes: fallFor(fallForFlow(bore, wanted, n)),
            },
          ]
        : []),
    ];
  });
}

/** How near a structure must stand to a bend to make it, metres. */
const AT_BEND = 0.5;
/** Turns below this are drawn hands, not bends, radians (1°). */
const STRAIGHT = Math.PI / 180;

/** Turns on the plan that the line cannot make. */
export function bendFindings(run: Run, product: Product, units: UnitSystem): Finding[] {
  const along = chainages(run.route);
  return bendsOf(run).flatMap(({ station, index, turn }): Finding[] => {
    if (Math.abs(turn) < STRAIGHT) return [];
    const shared = { id: `line.bend.${index}`, severity: 'caution', chapter: 'line', from: station, to: station } as const;
    const degrees = `${Math.round((Math.abs(turn) * 180) / Math.PI)}°`;
    if (product.minBend === 0) {
      if (run.structures.some((item) => structureTypes[item.kind].turns && Math.abs(item.station - station) <= AT_BEND)) return [];
      return [
        {
          ...shared,
          what: `Turns ${degrees} at ${formatStation(station, units)} with nothing there to turn in`,
          why: 'A straight pipe does not bend: joints open, leak and let roots in.',
          basis: 'Rigid drain runs straight from structure to structure; check your local code',
          fixes: [
            { label: 'Put a chamber there', patches: [{ path: ['structures'], value: withStructure(run, chamberAt(run, station)) }] },
          ],
        },
      ];
    }
    const room = Math.min(
      ...[index, index + 1].map((i) => ((along[i] as number) - (along[i - 1] as number)) / (i === 1 || i === run.route.length - 1 ? 1 : 2)),
    );
    const tangent = product.minBend * Math.tan(Math.abs(turn) / 2);
    if (tangent <= room + EPSILON) return [];
    return [
      {
        ...shared,
        what: `A turn of ${degrees} needs ${formatLength(tangent, units)} each side; there is ${formatLength(room, units)}`,
        why: 'Bent tighter it kinks or its insulation is hurt.',
        basis: `Tightest bend of this line ${formatLength(product.minBend, units)}; the maker’s sheet rules`,
        fixes: [],
      },
    ];
  });
}

/** A line on constant cover that cannot follow how sharply the ground steps. */
export function easeFindings(run: Run, product: Product, profile: ProfileColumns, units: UnitSystem): Finding[] {
  if (product.minBend === 0) return [];
  const { station, invert, reach } = profile;
  const sharp: number[] = [];
  for (let i = 1; i + 1 < station.length; i++) {
    if (run.reaches[reach[i] as number]?.levels.kind !== 'cover') continue;
    const [before, after] = [(station[i] as number) - (station[i - 1] as number), (station[i + 1] as number) - (station[i] as number)];
    if (before < EPSILON || after < EPSILON) continue;
    const turn =
      Math.atan2((invert[i + 1] as number) - (invert[i] as number), after) -
      Math.atan2((invert[i] as number) - (invert[i - 1] as number), before);
    if (product.minBend * Math.tan(Math.abs(turn) / 2) > Math.min(before, after) / 2 + EPSILON && Math.abs(turn) > STRAIGHT)
      sharp.push(station[i] as number);
  }
  const [from, to] = [sharp[0], sharp.at(-1)];
  if (from === undefined || to === undefined) return [];
  return [
    {
      id: 'line.ease',
      severity: 'caution',
      chapter: 'line',
      from,
      to,
      what: `The ground steps more sharply than this line may bend (${formatLength(product.minBend, units)})`,
      why: 'Dig deeper before and after the step so that the line eases over it.',
      basis: 'Tightest bend of the line; the maker’s sheet rules',
      fixes: [],
    },
  ];
}

/** Bored stretches that leave nothing to bore. */
export const boreFindings = (run: Run, units: UnitSystem): Finding[] =>
  boresOf(run).flatMap(({ reach, from, to, length }): Finding[] => {
    if (length > EPSILON) return [];
    return [
      {
        id: `line.bore.${reach}`,
        severity: 'stop',
        chapter: 'line',
        from: Math.min(from, to),
        to: Math.max(from, to),
        what: `The launch and receiving pits meet: ${formatLength(-length, units)} too long together`,
        why: 'Nothing is left to bore.',
        basis: 'Reach less both pits',
        fixes: [{ label: 'Dig it open', patches: [{ path: ['reaches', reach, 'method'], value: { kind: 'open' } }] }],
      },
    ];
  });

/** How near a trial pit must be to a line to show it, metres. */
const TRIAL_REACH = 0.6;

/** Lines that a bore passes unseen. @param lines as known now. */
export const boreLineFindings = (run: Run, lines: readonly ExistingLine[], units: UnitSystem): Finding[] =>
  boresOf(run).flatMap((bore) =>
    lines.flatMap((line, index): Finding[] => {
      if (line.where.kind !== 'crossing' || line.evidence === 'exposed') return [];
      const { station } = line.where;
      if (station < bore.from || station > bore.to) return [];
      const pitted = run.structures.some(({ kind, station: at }) => kind === 'trial' && Math.abs(at - station) <= TRIAL_REACH);
      return [
        {
          id: `clear.bore.${index}`,
          severity: pitted ? 'caution' : 'stop',
          chapter: 'clear',
          from: station,
          to: station,
          what: pitted
            ? `The bore passes ${line.name}: expose it in its trial pit and watch the bore go by`
            : `The bore passes ${line.name} at ${formatStation(station, units)} with nobody to see it`,
          why: 'A bore is steered blind. Lines it passes are exposed first, and watched.',
          basis: 'Usual practice of trenchless work; the line’s owner decides',
          fixes: pitted
            ? []
            : [
                {
                  label: 'Trial pit there',
                  patches: [{ path: ['structures'], value: withStructure(run, chamberAt(run, station, 'trial')) }],
                },
              ],
        },
      ];
    }),
  );

/** A chamber to stand at a station, with the next free name. */
export function chamberAt(run: Pick<Run, 'structures'>, station: number, kind: Structure['kind'] = 'chamber'): Structure {
  const { name, letter } = structureTypes[kind];
  const taken = new Set(run.structures.map((item) => item.name));
  let number = 1;
  while (taken.has(`${letter}${number}`) || taken.has(`${name} ${number}`)) number++;
  const pit =
    kind === 'chamber' || kind === 'trial'
      ? { length: 1.2, width: 1.2, below: kind === 'chamber' ? 0.15 : 0, protection: 'none' as const }
      : null;
  return { name: `${letter}${number}`, kind, station, diameter: kind === 'chamber' ? 0.45 : 0, tail: 0, pit };
}

/** The run's structures with one more among them, ascending. */
export const withStructure = (run: Pick<Run, 'structures'>, structure: Structure): Structure[] =>
  [...run.structures, structure].sort((a, b) => a.station - b.station);
