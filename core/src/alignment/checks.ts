import { SELF_CLEANSING, structureTypes, type Product } from '../catalogue';
import { EPSILON, smallest } from '../geometry';
import { STATION_SLACK, type Fix, type Found, type PlacedLine, type Run, type Subject } from '../job';
import { boreOf, designFlow, fallForFlow, fallForVelocity, manning, type PipeFlow } from './gravity';
import { extent } from './ground';
import { fallingRun, flowDirection, legsOf, type Leg } from './levels';
import { boresOf } from './bores';
import type { ProfileColumns } from './profile';
import { bendsOf, chainages } from './route';
import { structureAt, structureIdAt, withStructure } from './structures';

/** What the checks of line and levels are given. */
export interface AlignmentContext {
  run: Run;
  /** The leading line's. */
  product: Product;
  /** Every line laid, the leading one first. */
  placed: readonly PlacedLine[];
  profile: ProfileColumns;
}

/** Which line something is said of, where it is not the leading one. */
export interface OfLine {
  name: string | undefined;
}

/** Asks a check of every line laid, where it goes: all lie by the leading line's levels, each is what it is. */
const ofEvery =
  <F>(check: (context: AlignmentContext) => Found<F>[]) =>
  (context: AlignmentContext): Found<F & OfLine>[] =>
    context.placed.flatMap((line) =>
      check({ ...context, product: line.product }).flatMap((found): Found<F & OfLine>[] => {
        const told = { ...found.facts, name: line.leads ? undefined : line.name };
        if (line.leads) return [{ ...found, facts: told }];
        // A bend counts on its way, not at its very end.
        const where = found.where.length === 0 ? [line] : found.where;
        const on = where
          .map(({ from, to }) => ({ from: Math.max(from, line.from), to: Math.min(to, line.to), point: from === to }))
          .filter(({ from, to, point }) => (point ? from === to && from > line.from && to < line.to : to - from > EPSILON))
          .map(({ from, to }) => ({ from, to }));
        return on.length === 0 ? [] : [{ ...found, with: { kind: 'laid', id: line.id }, where: on, facts: told }];
      }),
    );

/** Falls closer than this are the same: a millimetre in a kilometre, and the last digit of the grade finder's solver. */
const SAME_FALL = 1e-6;
/** A leg goes by the fixed level it begins at, or by the reach. */
const legSubject = (run: Run, leg: Leg): Subject => ({
  kind: 'leg',
  id: (
    [...run.inverts, ...run.reaches].find((one) => Math.abs(('station' in one ? one.station : one.from) - leg.from) < STATION_SLACK) as {
      id: string;
    }
  ).id,
});

/** A gravity pipe on constant cover follows every rise of the ground. */
export const pipeOnCover = ofEvery(({ run, product, profile }): Found<{ least: number }>[] => {
  if (product.minFall === 0 || run.reaches.every(({ levels }) => levels.kind === 'gravity')) return [];
  return [{ severity: 'caution', where: [], facts: { least: product.minFall }, fixes: steeperFixes(run, profile, product.minFall) }];
});

/** A gravity line must fall, all the way in one direction, and steeply enough for its bore. Either direction along the run will do. */
export const tooFlat = ofEvery(({ run, product, profile }): Found<{ fall: number; least: number; backwards: boolean }>[] => {
  if (product.minFall === 0) return [];
  const direction = flowDirection(run);
  return legsOf(run).flatMap((leg): Found<{ fall: number; least: number; backwards: boolean }>[] => {
    const fall = leg.fall * direction;
    if (fall >= product.minFall - SAME_FALL) return [];
    return [
      {
        severity: 'caution',
        subject: legSubject(run, leg),
        where: [{ from: leg.from, to: leg.to }],
        facts: { fall: Math.abs(fall), least: product.minFall, backwards: fall < -SAME_FALL },
        fixes: steeperFixes(run, profile, product.minFall),
      },
    ];
  });
});

/** Lays the whole line straight at a fall, touching the present line from below so that mending the fall never takes cover away. */
function steeperFixes(run: Run, profile: ProfileColumns, fall: number): Fix[] {
  if (run.inverts.some(({ keep }) => keep) || fall > 1) return [];
  const slope = -fall * flowDirection(run);
  const first = profile.station[0] as number;
  const start = smallest(profile.invert.map((invert, i) => invert - slope * ((profile.station[i] as number) - first)));
  const { inverts, reaches } = fallingRun(run, start, start + slope * extent(run).length);
  return [
    {
      code: 'layAtFall',
      facts: { fall },
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

/** Too slow to keep itself clean. Legs with too little fall are told by {@link tooFlat}. */
export function tooSlow({ run, product, profile }: AlignmentContext): Found<{ velocity: number; wanted: number; roughness: number }>[] {
  const [bore, roughness] = [boreOf(product), product.roughness];
  return legFlows(run, product).flatMap((leg) =>
    Math.abs(leg.fall) < product.minFall - SAME_FALL || leg.half.velocity >= SELF_CLEANSING - EPSILON
      ? []
      : [
          {
            severity: 'caution' as const,
            subject: legSubject(run, leg),
            where: [{ from: leg.from, to: leg.to }],
            facts: { velocity: leg.half.velocity, wanted: SELF_CLEANSING, roughness },
            fixes: steeperFixes(run, profile, fallForVelocity(bore, SELF_CLEANSING, roughness) * (1 + 1e-6)),
          },
        ],
  );
}

/** Too small for what comes. */
export function tooSmall({ run, product, profile }: AlignmentContext): Found<{ carries: number; wanted: number; roughness: number }>[] {
  // What a culvert carries is told by how high water stands at its inlet.
  const wanted = run.flow && !run.culvert ? designFlow(run.flow) : 0;
  const [bore, roughness] = [boreOf(product), product.roughness];
  return legFlows(run, product).flatMap((leg) =>
    leg.full.flow >= wanted - 1e-12
      ? []
      : [
          {
            severity: 'caution' as const,
            subject: legSubject(run, leg),
            where: [{ from: leg.from, to: leg.to }],
            facts: { carries: leg.full.flow, wanted, roughness },
            fixes: steeperFixes(run, profile, fallForFlow(bore, wanted, roughness) * (1 + 1e-6)),
          },
        ],
  );
}

/** How near a structure must stand to a bend to make it, metres. */
const AT_BEND = 0.5;
/** Turns below this are drawn hands, not bends, radians (1°). */
const STRAIGHT = Math.PI / 180;
/** A bend goes by its number in the line: it is the same one wherever it is moved to. */
const bendSubject = (index: number) => ({ kind: 'bend', id: `${index}` }) as const;

/** Turns on the plan that a line of straight lengths makes nowhere but at a structure. */
export const rigidBends = ofEvery(({ run, product }): Found<{ turn: number; station: number }>[] => {
  if (product.minBend > 0) return [];
  return bendsOf(run).flatMap(({ station, index, turn }): Found<{ turn: number; station: number }>[] => {
    const turned = run.structures.some((item) => structureTypes[item.kind].turns && Math.abs(item.station - station) <= AT_BEND);
    if (Math.abs(turn) < STRAIGHT || turned) return [];
    const chamber = structureAt(run, station, 'chamber', structureIdAt('chamber', station));
    return [
      {
        severity: 'caution',
        subject: bendSubject(index),
        where: [{ from: station, to: station }],
        facts: { turn: Math.abs(turn), station },
        fixes: [{ code: 'chamberThere', facts: {}, patches: [{ path: ['structures'], value: withStructure(run, chamber) }] }],
      },
    ];
  });
});

/** Turns on the plan tighter than the line may be bent. */
export const tightBends = ofEvery(({ run, product }): Found<{ turn: number; needed: number; room: number; radius: number }>[] => {
  if (product.minBend === 0) return [];
  const along = chainages(run.route);
  return bendsOf(run).flatMap(({ station, index, turn }) => {
    const room = Math.min(
      ...[index, index + 1].map((i) => ((along[i] as number) - (along[i - 1] as number)) / (i === 1 || i === run.route.length - 1 ? 1 : 2)),
    );
    const needed = product.minBend * Math.tan(Math.abs(turn) / 2);
    if (Math.abs(turn) < STRAIGHT || needed <= room + EPSILON) return [];
    return [
      {
        severity: 'caution' as const,
        subject: bendSubject(index),
        where: [{ from: station, to: station }],
        facts: { turn: Math.abs(turn), needed, room, radius: product.minBend },
        fixes: [],
      },
    ];
  });
});

/** A line on constant cover that cannot follow how sharply the ground steps. */
export const sharpSteps = ofEvery(({ run, product, profile }): Found<{ radius: number }>[] => {
  if (product.minBend === 0) return [];
  const { station, invert, reach } = profile;
  const sharp: { from: number; to: number }[] = [];
  for (let i = 1; i + 1 < station.length; i++) {
    if (run.reaches[reach[i] as number]?.levels.kind === 'gravity') continue;
    const [before, after] = [(station[i] as number) - (station[i - 1] as number), (station[i + 1] as number) - (station[i] as number)];
    if (before < EPSILON || after < EPSILON) continue;
    const turn =
      Math.atan2((invert[i + 1] as number) - (invert[i] as number), after) -
      Math.atan2((invert[i] as number) - (invert[i - 1] as number), before);
    if (product.minBend * Math.tan(Math.abs(turn) / 2) > Math.min(before, after) / 2 + EPSILON && Math.abs(turn) > STRAIGHT)
      sharp.push({ from: station[i] as number, to: station[i] as number });
  }
  return sharp.length === 0 ? [] : [{ severity: 'caution', where: sharp, facts: { radius: product.minBend }, fixes: [] }];
});

/** Bored stretches that leave nothing to bore. */
export const pitsMeet = ({ run }: Pick<AlignmentContext, 'run'>): Found<{ over: number }>[] =>
  boresOf(run).flatMap(({ reach, from, to, length }) =>
    length > EPSILON
      ? []
      : [
          {
            severity: 'stop' as const,
            subject: { kind: 'reach' as const, id: reach },
            where: [{ from: Math.min(from, to), to: Math.max(from, to) }],
            facts: { over: -length },
            fixes: [{ code: 'digOpen', facts: {}, patches: [{ path: ['reaches', reach, 'method'], value: { kind: 'open' } }] }],
          },
        ],
  );
