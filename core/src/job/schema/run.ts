import { z } from 'zod';
import { groundIds, surfaces } from '../../catalogue';
import { ascending, cover, id, idsOnce, level, planPoint, slope, text, words } from './basics';
import { culvertSchema } from './culvert';
import { houseSchema, landDrainSchema, loopsSchema } from './purposes';
import { conditionsSchema } from './conditions';
import { existingLineSchema, type existingPlaceSchema, type ExistingLine } from './existing';
import { reachSchema } from './reach';
import { laidLineSchema, type LaidLine } from './laid';
import { at, checkStations } from './stationed';
import { structureSchema } from './structures';
import { logisticsSchema } from './logistics';
import type { Unsettled } from '../found';
import { MAX_STATIONS, STATION_SLACK, LEAST_APART, MOST_NAME, MOST_LAID, ROUTE_SLACK } from '../limits';

export const spoilSchema = z.strictObject({
  ground: z.enum(groundIds),
  side: z.enum(['left', 'right', 'both']),
  setback: z.number().min(0, 'Setback cannot be less than nothing.').max(50, 'Setback is at most 50 m.'),
  corridorLeft: z.number().min(0, 'A corridor cannot be narrower than nothing.').max(500, 'A corridor is at most 500 m wide.'),
  corridorRight: z.number().min(0, 'A corridor cannot be narrower than nothing.').max(500, 'A corridor is at most 500 m wide.'),
  reuse: z.boolean(),
});

/** `finished` is the ground as it will be left, where that differs from the ground there is. */
const stationsSchema = z
  .array(z.strictObject({ station: at(), ground: level, finished: level.optional() }))
  .min(2, 'A run needs at least two stations.')
  .max(MAX_STATIONS, 'A run holds at most 20,000 stations.');

/** What the grade finder must hold. Absent: not asked for. Falls as ratios, the rest metres. */
const targetsSchema = z.strictObject({
  minFall: slope.optional(),
  maxFall: slope.optional(),
  /** Least cover; the line's own least cover when absent. */
  cover: cover.optional(),
  /** The line must not come out lower than this at its low end. */
  receiving: level.optional(),
  /** The line must not start higher than this at its high end. */
  incoming: level.optional(),
  maxDepth: z.number().min(0.1, 'A depth is at least 0.1 m.').max(30, 'A depth is at most 30 m.').optional(),
  /** Clear distance to existing lines; the rule set's when absent. */
  clearance: z.number().min(0, 'A clearance cannot be less than nothing.').max(10, 'A clearance is at most 10 m.').optional(),
});

/** What the line must carry: rain (m/s) on an area (m²) of which a share runs off, and a steady extra flow (m³/s). */
const flowSchema = z.strictObject({
  area: z.number().min(0, 'An area cannot be less than nothing.').max(1e8, 'An area is at most 100 km².'),
  runoff: z.number().min(0, 'The share that runs off is 0 to 1.').max(1, 'The share that runs off is 0 to 1.'),
  rain: z.number().min(0, 'Rain cannot be less than nothing.').max(1e-3, 'Rain is at most 3,600 mm/h.'),
  extra: z.number().min(0, 'A flow cannot be less than nothing.').max(1000, 'A flow is at most 1,000 m³/s.'),
});

const staff = z.number().min(-10, 'Staff readings are −10 to 20 m.').max(20, 'Staff readings are −10 to 20 m.');
/** One line of a level book. A change point has a foresight and a backsight; `known` is the level of a benchmark closed on. */
const levelRowSchema = z.strictObject({
  point: words(60),
  station: at({ anywhere: true }).optional(),
  back: staff.optional(),
  inter: staff.optional(),
  fore: staff.optional(),
  known: level.optional(),
  /** Levelled distance from the first benchmark, metres. */
  distance: z.number().min(0, 'A distance cannot be less than nothing.').max(100_000, 'A distance is at most 100 km.').optional(),
});
const levelBookSchema = z.strictObject({
  benchmark: level,
  /** Allowed misclosure, metres per √km. */
  tolerance: z.number().min(0.0001, 'A tolerance is at least 0.1 mm.').max(1, 'A tolerance is at most 1 m.'),
  rows: z.array(levelRowSchema).max(2000, 'A level book holds at most 2,000 lines.'),
});

/** The way the machine digs along the run, and where it can leave. `side` is off the run anywhere. */
const accessSchema = z.strictObject({
  digFrom: z.enum(['start', 'end']),
  exit: z.enum(['start', 'end', 'both', 'side']),
});

const runShape = z.strictObject({
  name: text(MOST_NAME),
  /** Put away: not in the lists of what is worked on. */
  archived: z.boolean(),
  stations: stationsSchema,
  /** Inverts that hold at their stations, ascending; gravity reaches fall between them. `keep`: the grade finder may not move it. */
  inverts: z
    .array(z.strictObject({ id, station: at({ what: 'The fixed level' }), invert: level, keep: z.boolean() }))
    .max(200, 'A run holds at most 200 fixed levels.'),
  /** Plan points of the line, its length that of the stations; empty while nobody has drawn it. */
  route: z.array(planPoint).max(2000, 'A line holds at most 2,000 points.'),
  structures: z.array(structureSchema).max(200, 'A run holds at most 200 structures.'),
  laid: z.array(laidLineSchema).min(1, 'A run lays one line at least.').max(MOST_LAID, `At most ${MOST_LAID} lines in one trench.`),
  surface: z.enum(surfaces),
  reaches: z.array(reachSchema).min(1, 'A run needs at least one reach.').max(200, 'A run holds at most 200 reaches.'),
  spoil: spoilSchema,
  existing: z.array(existingLineSchema).max(100, 'A run holds at most 100 existing lines.'),
  access: accessSchema,
  targets: targetsSchema,
  flow: flowSchema.nullable(),
  /** The run is a pipe through a bank; null: it is none. */
  culvert: culvertSchema.nullable(),
  /** It takes water out of the ground; null: it does not. */
  landDrain: landDrainSchema.nullable(),
  /** It serves a building; null: nobody has said so. */
  house: houseSchema.nullable(),
  /** It is the trench of a field of loops; null: it is not. */
  loops: loopsSchema.nullable(),
  levelBook: levelBookSchema.nullable(),
  /** Level of the water in the ground, ascending; empty where none is known. */
  water: z.array(z.strictObject({ station: at({ anywhere: true }), level })).max(200, 'At most 200 water levels.'),
  conditions: conditionsSchema,
  logistics: logisticsSchema,
});

export const runSchema = runShape.superRefine((run, context) => {
  ascending(run.stations, (item) => item.station, ['stations'], 'station', context);
  ascending(run.reaches, (item) => item.from, ['reaches'], 'from', context);
  ascending(run.inverts, (item) => item.station, ['inverts'], 'station', context);
  ascending(run.water, (item) => item.station, ['water'], 'station', context);
  const first = run.stations[0]?.station ?? 0;
  const last = run.stations.at(-1)?.station ?? 0;
  checkStations(runShape, run, { from: first, to: last }, context);
  if (run.inverts.length < 2 && run.reaches.some(({ levels }) => levels.kind === 'gravity'))
    context.addIssue({ code: 'custom', path: ['inverts'], message: 'A line that falls needs its invert at two stations at least.' });
  run.reaches.forEach(({ levels, method }, index) => {
    if (levels.kind === 'depth' && method.kind === 'bored')
      context.addIssue({
        code: 'custom',
        path: ['reaches', index, 'levels'],
        message: 'A bore has no trench to be so deep: it goes by cover or by inverts.',
      });
    if (levels.kind === 'gravity' && method.kind === 'bored' && method.bow)
      context.addIssue({
        code: 'custom',
        path: ['reaches', index, 'method', 'bow'],
        message: 'A line that falls is bored straight: in a dip water would stand.',
      });
  });
  idsOnce(run.reaches, ['reaches'], context, 'reach');
  idsOnce(run.laid, ['laid'], context, 'line');
  idsOnce(run.existing, ['existing'], context, 'existing line');
  idsOnce(run.structures, ['structures'], context, 'structure');
  idsOnce(run.inverts, ['inverts'], context, 'level');
  idsOnce(run.conditions.beside, ['conditions', 'beside'], context, 'thing');
  for (const list of ['byHand', 'gaps', 'suspect'] as const) idsOnce(run.logistics[list], ['logistics', list], context, 'stretch');
  namedOnce(run.structures, 'structures', context);
  namedOnce(run.laid, 'laid', context);
  checkLaidLines(run.laid, context);
  checkRoute(run.route, last - first, context);
  const [start] = run.reaches;
  if (start && Math.abs(start.from - first) > STATION_SLACK)
    context.addIssue({
      code: 'custom',
      path: ['reaches', 0, 'from'],
      message: `The first reach starts where the run does, at ${first} m.`,
    });
  const end = run.reaches.at(-1);
  if (end && run.reaches.length > 1 && end.from > last - LEAST_APART && end.from <= last + STATION_SLACK)
    context.addIssue({
      code: 'custom',
      path: ['reaches', run.reaches.length - 1, 'from'],
      message: `This reach starts at ${end.from} m, at or past the end of the run at ${last} m.`,
    });
});

function namedOnce(items: readonly { name: string }[], list: string, context: z.RefinementCtx): void {
  const names = items.map(({ name }) => name);
  const twice = names.findIndex((name, index) => names.indexOf(name) < index);
  if (twice < 0) return;
  const message = `“${names[twice]}” is there twice on this run; give it another name.`;
  context.addIssue({ code: 'custom', path: [list, twice, 'name'], message });
}

/** The leading line goes all the way at its own level. */
function checkLaidLines([lead]: readonly LaidLine[], context: z.RefinementCtx): void {
  const issue = (key: string, message: string) => context.addIssue({ code: 'custom', path: ['laid', 0, key], message });
  if (lead && (lead.from !== undefined || lead.to !== undefined)) issue('from', 'The leading line goes all the way.');
  if (lead && lead.up !== 0) issue('up', 'The leading line lies at its own level.');
}

/** A drawn line has two points or more, no two on top of each other, and is as long as its stations say. */
function checkRoute(route: readonly { x: number; y: number }[], length: number, context: z.RefinementCtx): void {
  if (route.length === 0) return;
  const issue = (message: string, path: (string | number)[] = ['route']) => context.addIssue({ code: 'custom', path, message });
  if (route.length === 1) return issue('A line on the plan needs two points at least.');
  const legs = route.slice(1).map((point, i) => Math.hypot(point.x - (route[i]?.x ?? 0), point.y - (route[i]?.y ?? 0)));
  const none = legs.findIndex((leg) => leg < 0.01);
  if (none >= 0) return issue('Two points of the line lie on top of each other; take one out.', ['route', none + 1]);
  const drawn = legs.reduce((sum, leg) => sum + leg, 0);
  if (Math.abs(drawn - length) > ROUTE_SLACK)
    issue(`The line measures ${drawn.toFixed(2)} m on the plan, and its stations ${length.toFixed(2)} m; they must agree.`);
}

/** How many steps of clearing a window by layers are done, by the ids of its lines: those not seen yet, and those seen already. */
export interface Clearing {
  hidden: string[];
  seen: string[];
  done: number;
  /** How deep the last of them went, metres; left out by records older than this was asked. */
  depth?: number;
  /** Where the run had each of its lines then; left out by records older than this was asked. */
  where?: { line: string; place: z.infer<typeof existingPlaceSchema> }[];
}
/** A stretch whose haunch was looked at after laying, in the order it was: knifed in or not. Stations, metres. */
export interface Haunched {
  from: number;
  to: number;
  ok: boolean;
}
/** A run as its document has it, and what the book has of it besides: see `observedRun`. */
export type Run = Omit<z.infer<typeof runSchema>, 'existing'> & {
  existing: ExistingLine[];
  clearing?: readonly Clearing[];
  found?: readonly Unsettled[];
  haunched?: readonly Haunched[];
};
export type LevelBook = z.infer<typeof levelBookSchema>;
export type Flow = z.infer<typeof flowSchema>;
export type Targets = z.infer<typeof targetsSchema>;
