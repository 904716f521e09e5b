import type { SoilTest } from './book';
import fc from 'fast-check';
import { entrances } from './alignment/culvert';
import {
  beddingIds,
  dryStrengthIds,
  evidenceIds,
  findProduct,
  fittingKinds,
  groundIds,
  kits,
  machineIds,
  machines,
  products,
  protectionIds,
  soilClasses,
  soilMaterialIds,
  structureKinds,
  surfaces,
  ownerProfiles,
  tapeSchoolIds,
  thumbIds,
  utilityKinds,
  wayinSurfaces,
  type Kit,
  type Machine,
  type SurfaceMaterialId,
} from './catalogue';
import { ruleSetIds } from './rules';
import {
  blankConditions,
  blankExisting,
  blankJob,
  blankLaidLine,
  blankLayers,
  blankLogistics,
  blankPit,
  blankRun,
  kitChosen,
  applyPatches,
  plainRun,
  type Beside,
  type ExistingLine,
  type Job,
  type LaidLine,
  type Pinch,
  type PitBody,
  type Reach,
  type Run,
  type Sides,
  type Structure,
  type Wall,
  type EntranceId,
} from './job';
import { runErrors } from './job/observed';
import { jobSchema } from './job/schema';
import { tryPlan, type Plan } from './plan/plan';

/** How often a property is tried: so often in `npm test`, many times as often in a soak. */
export const times = (share: number): number => (share * (fc.readConfigureGlobal().numRuns ?? 100)) / 100;

/** Parts a span is cut into: any of them as likely as another. */
const PARTS = 1 << 20;
/** A number between two, evenly; now and then one of those few that only doubles tell apart. JSON knows no negative zero, so no document holds one. */
export const metres = (min: number, max: number): fc.Arbitrary<number> =>
  fc.oneof(
    { weight: 19, arbitrary: fc.integer({ min: 0, max: PARTS }).map((n) => min + ((max - min) * n) / PARTS) },
    { weight: 1, arbitrary: fc.double({ min, max, noNaN: true }).map((value) => value + 0) },
  );
/** A place on a run, as a share of its length. */
const share = metres(0, 1);
/** A stretch of a run, as shares. */
const part = fc.tuple(metres(0, 0.95), metres(0.02, 1)).map(([from, long]): [number, number] => [from, Math.min(1, from + long)]);
const sometimes = <T>(value: fc.Arbitrary<T>) => fc.option(value, { freq: 2 });
/** Once in `of` times. */
const seldom = <T>(of: number, value: fc.Arbitrary<T>) =>
  fc.oneof({ weight: of - 1, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: value });
const chance = (of: number) => fc.integer({ min: 1, max: of }).map((n) => n === 1);

/** Ids as the interface makes them: of the list, by number. */
const numbered = <T extends object>(items: readonly T[], letter: string): (T & { id: string })[] =>
  items.map((item, i) => ({ ...item, id: `${letter}${i + 1}` }));

export const anyWall: fc.Arbitrary<Wall> = fc.oneof(
  { weight: 4, arbitrary: fc.constant<Wall>({ kind: 'vertical' }) },
  {
    weight: 3,
    arbitrary: fc.record({ kind: fc.constant('batter' as const), ratio: fc.oneof(metres(0.1, 2), fc.constantFrom(0.5, 0.75, 1, 1.5)) }),
  },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constant('batter' as const), ratio: fc.constantFrom(0.75, 1, 1.5), foot: metres(0.1, 2.5) }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('bench' as const),
      riser: metres(0.3, 1.5),
      tread: metres(0.2, 2),
      count: fc.integer({ min: 1, max: 4 }),
    }),
  },
);

/** A table of the job's own, which a run may name whether or not the job still has it. */
export const ownKit: Kit = {
  id: 'own-box',
  kind: 'shield',
  name: 'Yard box',
  source: 'Made in the yard; rated by its maker',
  panel: 0.08,
  least: 0.6,
  most: 1.9,
  depth: 5,
  hire: 0,
  length: 2.5,
  height: 2,
  extension: 1,
  extensions: 1,
  mass: 900,
  extensionMass: 300,
  strut: 0.6,
};
/** Shores with two rails in stock, which hold some depths and not others. */
export const ownShores: Kit = {
  id: 'own-shores',
  kind: 'shores',
  name: 'Yard shores',
  source: 'The hirer’s table',
  panel: 0.05,
  least: 0.5,
  most: 2,
  depth: 5,
  hire: 10,
  cylinders: [
    { name: 'short', least: 0.5, most: 0.9 },
    { name: 'long', least: 0.85, most: 1.8 },
  ],
  extension: 0.2,
  fluid: 0.0005,
  mixes: { summer: 0.05, winter: 0.2 },
  pressure: { least: 4e6, most: 7e6 },
  spacings: [
    { depth: 2, spacing: 2.4 },
    { depth: 4, spacing: 1.5 },
  ],
  rails: [
    { length: 1.5, places: [0.3, 1.2] },
    { length: 2.1, places: [0.4, 1.2, 1.9] },
  ],
  spot: true,
  mass: 40,
};
const tables = [...kits, ownKit, ownShores];

/** Sides of a hole: mostly alike and with a table that is of their kind, but not always. */
const anySides: fc.Arbitrary<Sides> = fc
  .record({
    entry: chance(4).map((no) => !no),
    left: anyWall,
    right: anyWall,
    alike: chance(2),
    upright: chance(2),
    protection: fc.constantFrom(...protectionIds),
    table: fc.nat({ max: 3 * tables.length }),
    panel: sometimes(metres(0, 0.3)),
    shortTerm: sometimes(fc.constantFrom(4, 20, 30)),
    short: chance(6),
  })
  .map(({ entry, left, right, alike, upright, protection, table, panel, shortTerm, short }): Sides => {
    const held = protection !== 'none';
    const walls = held && upright ? ({ kind: 'vertical' } as const) : left;
    const bare: Sides = {
      entry,
      left: walls,
      right: (held && upright) || alike ? walls : right,
      protection,
      kit: null,
      panel: held ? panel : null,
      supportWidths: null,
      shortTerm: short ? shortTerm : null,
      whole: alike && held ? 'foreman' : null,
    };
    const fitting = tables.filter(({ kind }) => kind === protection);
    const kit =
      table < tables.length ? tables[table] : table < 2.5 * tables.length ? fitting[table % Math.max(1, fitting.length)] : undefined;
    return held && kit ? applyPatches({ sides: bare }, kitChosen(['sides'], kit)).sides : bare;
  });

const anyPit: fc.Arbitrary<PitBody> = fc
  .record({
    length: fc.oneof(metres(0.5, 4), fc.constantFrom(1.2, 3)),
    width: metres(0.5, 3),
    below: metres(0, 0.6),
    soil: sometimes(fc.constantFrom(...soilClasses)),
    ends: anyWall,
    sides: anySides,
  })
  .map(({ sides, ...pit }) => ({ ...pit, ...sides }));

const anyMethod: fc.Arbitrary<Reach['method']> = fc.oneof(
  { weight: 5, arbitrary: fc.constant({ kind: 'open' as const }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('bored' as const),
      bore: metres(0.05, 0.6),
      rod: metres(0.5, 3),
      launch: anyPit,
      receiving: anyPit,
      bow: sometimes(fc.record({ entry: metres(0.05, 0.7), exit: metres(0.05, 0.7), radius: metres(2, 60), depth: metres(0.05, 3) })),
      duct: fc.constantFrom(null, null, 'duct-110', 'pe-315'),
    }),
  },
);

const surfaceIds: readonly SurfaceMaterialId[] = ['turf', 'topsoil', 'asphalt', 'concrete'];
/** A reach before it is known where it begins and what lies in it. `wider`: than the widest of its lines, metres. */
const anyReach = fc.record({
  falls: fc.boolean(),
  cover: fc.oneof({ weight: 6, arbitrary: metres(0.05, 3) }, { weight: 1, arbitrary: metres(3, 9) }),
  frost: fc.constantFrom(0, 0, 0.9),
  method: anyMethod,
  soil: fc.constantFrom(...soilClasses),
  wider: metres(0, 1.6),
  sides: anySides,
  bedding: metres(0, 0.3),
  surround: metres(0, 0.4),
  beddingMaterial: fc.constantFrom(...beddingIds),
  tapes: fc.array(fc.record({ of: fc.nat(3), school: fc.constantFrom(...tapeSchoolIds), distance: metres(0.1, 0.5) }), { maxLength: 3 }),
  tiles: fc.record({ length: metres(0.2, 1.2), width: metres(0.1, 0.5), rows: fc.constantFrom(null, 1, 3) }),
  ticks: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean(), fc.boolean()),
  /** A cut in type A that counts on standing open for a short time, steeper than its class, metres out per metre up. */
  brief: seldom(12, metres(0.4, 0.74)),
  restoration: fc.array(fc.record({ material: fc.constantFrom(...surfaceIds), thickness: metres(0.02, 0.5) }), { maxLength: 2 }),
});
type AnyReach = typeof anyReach extends fc.Arbitrary<infer T> ? T : never;

const reachOf = (
  from: number,
  least: number,
  { falls, cover, wider, sides, ticks, brief, tapes, tiles, ...rest }: AnyReach,
): Omit<Reach, 'id'> => {
  const [tracer, plates, fabric, endsBack] = ticks;
  // What is bored is straight, and deep enough to stay below any dip of the ground.
  const deep = rest.method.kind === 'bored' ? cover + BELOW_ANY_DIP : cover;
  // Water would stand in a line that falls and dips.
  const method = rest.method.kind === 'bored' && falls ? { ...rest.method, bow: null } : rest.method;
  return {
    ...blankLayers(),
    ...rest,
    method,
    ...sides,
    from,
    levels: falls
      ? { kind: 'gravity' }
      : fabric && method.kind === 'open'
        ? { kind: 'depth', depth: 2.5 + cover }
        : { kind: 'cover', cover: deep },
    bottomWidth: least + wider,
    tracer,
    plates: plates ? tiles : null,
    tapes: tapes.flatMap(({ of, ...tape }, i) => (tapes.findIndex((one) => one.of === of) === i ? [{ id: `l${of + 1}`, ...tape }] : [])),
    fabric,
    toSurface: fabric && tracer,
    endsBack,
    ...(brief === null ? {} : steepForShort(brief)),
  };
};
/** Sides that stand, if at all, because nobody leaves them open for long. */
const steepForShort = (ratio: number): Pick<Reach, 'soil' | keyof Sides> => {
  const wall: Wall = { kind: 'batter', ratio };
  return {
    soil: 'A',
    entry: true,
    left: wall,
    right: wall,
    protection: 'none',
    kit: null,
    panel: null,
    supportWidths: null,
    shortTerm: 20,
    whole: null,
  };
};
/** Deeper than the ground of {@link anyRun} ever dips. */
export const BELOW_ANY_DIP = 2.5;

/** Loads of cables in ducts and of loops, some of them nothing. */
const anyCircuit = fc.record({
  fedFrom: fc.constantFrom('start' as const, 'end' as const),
  phases: fc.constantFrom(1 as const, 3 as const),
  volts: fc.constantFrom(230, 400),
  amps: fc.constantFrom(0, 5, 32, 140),
  load: fc.constantFrom(0, 5, 20),
  powerFactor: fc.constantFrom(0.8, 1),
  limit: fc.constant(0.05),
  resistivity: fc.constantFrom(0.9, 1.2, 2.5),
  temperature: fc.constantFrom(10, 20),
});
const anyHeld = fc.record({
  product: fc.constantFrom('fibre-12', 'data-copper', 'lv-3x6', 'lv-4x25', 'single-250'),
  count: fc.integer({ min: 1, max: 4 }),
  circuit: sometimes(anyCircuit),
});

/** A line beside the leading one, over or under it, for part of the way or all of it. */
const anyBeside = fc.record({
  product: fc.constantFrom('water-63', 'lv-4x25', 'data-duct-54', 'duct-110', 'drain-110'),
  circuit: sometimes(anyCircuit),
  holds: fc.array(anyHeld, { maxLength: 2 }),
  loops: fc.boolean(),
  owner: sometimes(fc.constantFrom(...ownerProfiles.map(({ id }) => id))),
  x: metres(-0.6, 0.6),
  up: metres(-0.5, 0.6),
  way: sometimes(part),
});

const moment = '2026-11-02T09:00:00Z';
const anyExposure = fc.oneof(
  fc.record({
    result: fc.constant('found' as const),
    at: fc.constant(moment),
    by: fc.constant('foreman'),
    share,
    cover: metres(0.1, 2),
    size: metres(0.02, 0.4),
    kind: fc.constantFrom(...utilityKinds),
    seen: metres(0.1, 3),
    note: fc.constant(''),
  }),
  fc.record({
    result: fc.constant('notFound' as const),
    at: fc.constant(moment),
    by: fc.constant('foreman'),
    depth: metres(0.5, 2),
    note: fc.constant(''),
  }),
);

const anyExisting = fc.record({
  kind: fc.constantFrom(...utilityKinds),
  size: metres(0.02, 0.5),
  coverMin: metres(0.1, 2),
  more: metres(0, 1),
  evidence: fc.constantFrom(...evidenceIds),
  way: part,
  angle: metres(0.2, Math.PI - 0.2),
  offset: metres(-3, 3),
  parallel: fc.boolean(),
  join: chance(8),
  exposures: fc.array(anyExposure, { maxLength: 2 }),
});

const anyStructure = fc.record({
  share,
  kind: fc.constantFrom(...structureKinds),
  diameter: metres(0, 1),
  tail: fc.constantFrom(0, 0, 2),
  pit: sometimes(anyPit),
});

const anyThing = fc.record({
  kind: fc.constantFrom<Beside['kind'][]>('footing', 'road', 'tree', 'boundary'),
  side: fc.constantFrom<Beside['side'][]>('left', 'right'),
  way: part,
  offset: metres(0.3, 8),
  depth: metres(0, 1.5),
});

const anyWay = fc.record({ way: part, side: fc.constantFrom('left' as const, 'right' as const, 'both' as const) });

/** Lines that fall, the slowest oftener than their share. */
const falling = [
  ...products()
    .filter(({ minFall }) => minFall > 0)
    .map(({ id }) => id),
  'land-drain-100',
  'land-drain-100',
];

/** Everything of a run but what depends on how long it is: places are shares of it. */
const anyParts = fc.record({
  product: fc.constantFrom(...products().map(({ id }) => id)),
  beside: fc.array(anyBeside, { maxLength: 3 }),
  owner: sometimes(fc.constantFrom(...ownerProfiles.map(({ id }) => id))),
  grounds: fc.array(metres(9, 11), { minLength: 2, maxLength: 10 }),
  steps: fc.array(metres(0.3, 1), { minLength: 9, maxLength: 9 }),
  spacing: metres(1, 30),
  start: fc.constantFrom(0, 0, 100),
  raise: fc.constantFrom(0, 0, 0.25, -0.02),
  reaches: fc.array(anyReach, { minLength: 1, maxLength: 3 }),
  inverts: fc.tuple(...[0, 1, 2].map(() => fc.oneof({ weight: 4, arbitrary: metres(6.5, 8) }, { weight: 1, arbitrary: metres(2, 8) }))),
  /** A line near the least fall of its kind, as a share of it, in place of the inverts. */
  gentle: seldom(5, fc.record({ product: fc.constantFrom(...falling), share: metres(0.9, 1.4) })),
  /** Cable on drums to hand. */
  drums: sometimes(fc.array(metres(5, 120), { minLength: 1, maxLength: 3 })),
  turns: sometimes(fc.array(fc.tuple(metres(0.2, 1), metres(-1.5, 1.5)), { minLength: 1, maxLength: 4 })),
  structures: fc.array(anyStructure, { maxLength: 3 }),
  existing: fc.array(anyExisting, { maxLength: 3 }),
  things: fc.array(anyThing, { maxLength: 2 }),
  ways: fc.tuple(fc.array(anyWay, { maxLength: 2 }), fc.array(anyWay, { maxLength: 2 }), fc.array(anyWay, { maxLength: 2 })),
  surface: fc.constantFrom(...surfaces),
  spoil: fc.record({
    ground: fc.constantFrom(...groundIds),
    side: fc.constantFrom('left' as const, 'right' as const, 'both' as const),
    setback: metres(0, 3),
    corridorLeft: metres(0, 14),
    corridorRight: metres(0, 14),
    reuse: fc.boolean(),
  }),
  access: fc.record({
    digFrom: fc.constantFrom('start' as const, 'end' as const),
    exit: fc.constantFrom('start' as const, 'end' as const, 'both' as const, 'side' as const),
  }),
  lift: sometimes(metres(100, 4000)),
  open: metres(1, 30),
  badAir: chance(5),
  water: sometimes(metres(6, 10.5)),
  culvert: sometimes(
    fc.record({
      crown: metres(0.5, 20),
      road: metres(7, 12),
      side: metres(0, 4),
      beyond: metres(0, 2),
      entrance: fc.constantFrom(...(Object.keys(entrances) as EntranceId[])),
      tail: sometimes(metres(5, 10)),
      freeboard: metres(0, 1),
      axle: fc.constantFrom('car' as const, 'lorry' as const, 'heavy' as const),
      rut: metres(0, 0.2),
    }),
  ),
  flow: sometimes(fc.record({ area: metres(0, 20_000), runoff: metres(0, 1), rain: fc.constant(50 / 3.6e6), extra: metres(0, 0.01) })),
  landDrain: sometimes(
    fc.record({
      solid: fc.array(part, { maxLength: 3 }),
      outlet: fc.constantFrom('daylight' as const, 'emitter' as const, 'soakaway' as const),
      pores: metres(0.2, 0.5),
      infiltration: sometimes(fc.constantFrom(0, 1e-7, 1e-5, 1e-3)),
      storm: fc.constantFrom(900, 3600, 86_400),
    }),
  ),
  house: sometimes(
    fc.record({
      end: fc.constantFrom('start' as const, 'end' as const),
      level: sometimes(metres(7, 11)),
      sleeve: metres(0.03, 0.3),
      onePiece: fc.boolean(),
      fittings: fc.array(fc.constantFrom(...fittingKinds), { maxLength: 4 }),
      drains: fc.array(fc.tuple(share, metres(0.1, 1)), { maxLength: 2 }),
    }),
  ),
  loops: sometimes(
    fc.record({
      layout: fc.constantFrom('bores' as const, 'trenches' as const),
      count: fc.integer({ min: 1, max: 24 }),
      each: metres(20, 200),
      pipe: fc.constantFrom('loop-32', 'loop-40', 'nowhere'),
      spacing: metres(1, 8),
      way: metres(0, 60),
      flow: metres(0.05, 0.6).map((litres) => litres / 1000),
      fluid: fc.constantFrom('water' as const, 'glycol' as const, 'ethanol' as const),
      returns: fc.constantFrom('direct' as const, 'reverse' as const),
      valves: fc.constantFrom('none' as const, 'pairs' as const, 'each' as const),
      purge: sometimes(metres(0.5, 8).map((litres) => litres / 1000)),
    }),
  ),
});
type AnyParts = typeof anyParts extends fc.Arbitrary<infer T> ? T : never;

/** A line on the plan as long as a run, that turns on its way. */
function routeOf(turns: readonly (readonly [number, number])[], length: number): Run['route'] {
  const whole = turns.reduce((sum, [long]) => sum + long, 0);
  const points = [{ x: 5, y: 5 }];
  let heading = 0.3;
  for (const [long, turn] of turns) {
    const last = points.at(-1) as { x: number; y: number };
    const leg = (length * long) / whole;
    points.push({ x: last.x + leg * Math.cos(heading), y: last.y + leg * Math.sin(heading) });
    heading += turn;
  }
  return points;
}

function existingOf(
  { way: [a, b], angle, offset, parallel, more, exposures, ...rest }: AnyParts['existing'][number],
  at: (share: number) => number,
): Omit<ExistingLine, 'id'> {
  return {
    ...rest,
    name: rest.kind,
    coverMax: rest.coverMin + more,
    exposures: exposures.map((one) => {
      if (one.result === 'notFound') return one;
      const { share: where, ...found } = one;
      return { ...found, station: at(where) };
    }),
    where: parallel ? { kind: 'parallel', from: at(a), to: at(b), offset } : { kind: 'crossing', station: at(a), angle },
  };
}

type AnyCircuit = typeof anyCircuit extends fc.Arbitrary<infer C> ? C : never;
function runOf(parts: AnyParts): Run {
  const { grounds, steps, spacing, start, raise, gentle } = parts;
  const product = gentle?.product ?? parts.product;
  const along = grounds.map((_, i) => start + spacing * steps.slice(0, i).reduce((sum, step) => sum + step, 0));
  const stations = grounds.map((ground, i) => ({ station: along[i] as number, ground, ...(raise ? { finished: ground + raise } : {}) }));
  const end = along.at(-1) as number;
  const length = end - start;
  const at = (where: number) => Math.min(end, start + where * length);
  const fed = ({ load, ...circuit }: AnyCircuit) => ({
    ...circuit,
    loads: parts.structures.map((_, i) => ({ id: `s${i + 1}`, amps: load })),
  });
  const stretch = ([a, b]: readonly [number, number]) => ({ from: at(a), to: at(b) });
  const laid = numbered<Omit<LaidLine, 'id'>>(
    [{ product, x: 0, up: 0, owner: parts.owner, way: null, circuit: null, holds: [], loops: false }, ...parts.beside].map(
      ({ way, circuit, holds, loops, ...line }, i) => ({
        ...line,
        name: `Line ${i + 1}`,
        circuit: circuit && fed(circuit),
        holds: numbered(
          holds.map((held) => ({ ...held, circuit: held.circuit && fed(held.circuit) })),
          'h',
        ),
        loops: loops ? parts.structures.map((_, k) => ({ id: `s${k + 1}` })) : [],
        ...(way ? stretch(way) : {}),
      }),
    ),
    'l',
  );
  const least = Math.max(0.05, ...laid.map((line) => findProduct(line.product).od));
  const reaches = numbered(
    parts.reaches.map((reach, i) => reachOf(i === 0 ? start : at(i / parts.reaches.length), least, reach)),
    'r',
  );
  const fall = gentle ? findProduct(product).minFall * gentle.share * length : 0;
  const [first, middle, last] = gentle ? [7.5, 7.5 - fall / 2, 7.5 - fall] : (parts.inverts as [number, number, number]);
  const levels = [first, ...(reaches.length > 1 ? [middle] : []), last];
  const inverts = reaches.some((reach) => reach.levels.kind === 'gravity')
    ? numbered(
        levels.map((invert, i) => ({ station: at(i / (levels.length - 1)), invert, keep: false })),
        'i',
      )
    : [];
  const [byHand, gaps, suspect] = parts.ways;
  const base = blankRun({ name: 'Any', length, product, cover: 1, ruleSet: 'US' });
  return {
    ...base,
    stations,
    inverts,
    route: parts.turns ? routeOf(parts.turns, length) : [],
    structures: numbered(
      parts.structures.map(({ share: where, ...structure }, i): Omit<Structure, 'id'> => ({
        ...structure,
        name: `S${i + 1}`,
        station: at(where),
      })),
      's',
    ),
    laid,
    surface: parts.surface,
    reaches,
    spoil: parts.spoil,
    existing: numbered(
      parts.existing.map((line) => existingOf(line, at)),
      'x',
    ),
    // Where machines do not get, hands find things.
    found: byHand.map(({ way }, i) => ({
      id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
      what: 'tiles' as const,
      ...stretch(way),
      depth: null,
      note: '',
      by: 'foreman',
    })),
    access: parts.access,
    flow: parts.flow,
    culvert: parts.culvert,
    landDrain: parts.landDrain && { ...parts.landDrain, solid: numbered(parts.landDrain.solid.map(stretch), 'o') },
    house: parts.house && {
      ...parts.house,
      fittings: numbered(
        parts.house.fittings.map((kind) => ({ kind })),
        'f',
      ),
      drains: numbered(
        parts.house.drains.map(([where, width]) => ({ station: at(where), width })),
        'd',
      ),
    },
    loops: parts.loops,
    water: parts.water === null ? [] : [{ station: start, level: parts.water }],
    conditions: {
      ...blankConditions(),
      beside: numbered(
        parts.things.map(({ way, ...thing }, i) => ({ ...thing, name: `Thing ${i + 1}`, ...stretch(way) })),
        'b',
      ),
      lift: parts.lift,
      open: parts.open,
      badAir: parts.badAir,
    },
    logistics: {
      ...blankLogistics(),
      drums: parts.drums ? [{ product, lengths: parts.drums }] : [],
      byHand: numbered(
        byHand.map(({ way }) => ({ ...stretch(way), why: 'wall' })),
        'h',
      ),
      gaps: numbered(
        gaps.map(({ way, side }) => ({ ...stretch(way), side, why: 'drain' })),
        'g',
      ),
      suspect: numbered(
        suspect.map(({ way }) => ({ ...stretch(way), what: 'tar' })),
        'u',
      ),
    },
  };
}

/** Any test of a layer by hand and eye, over the first 30 m. */
export const anySoilTest: fc.Arbitrary<SoilTest> = fc.record({
  kind: fc.constant('soil' as const),
  from: fc.constant(0),
  to: fc.constant(30),
  top: fc.constant(0),
  bottom: fc.constant(3),
  material: fc.constantFrom(...soilMaterialIds),
  thumb: fc.constantFrom(null, ...thumbIds),
  strength: fc.option(
    fc.record({
      tool: fc.constantFrom('penetrometer' as const, 'vane' as const),
      readings: fc.array(fc.integer({ min: 0, max: 300_000 }), { minLength: 1, maxLength: 5 }),
    }),
  ),
  ribbon: fc.option(fc.double({ min: 0, max: 0.2, noNaN: true })),
  dry: fc.constantFrom(null, ...dryStrengthIds),
  water: fc.constantFrom(null, 'dry' as const, 'seeping' as const, 'standing' as const),
  fissured: fc.constantFrom(null, true, false),
  disturbed: fc.constantFrom(null, true, false),
  vibration: fc.constantFrom(null, true, false),
  dipping: fc.constantFrom(null, true, false),
});

/** Any run the schema takes, dug or not, with what was observed of it. */
const anyObserved: fc.Arbitrary<Run> = anyParts.map(runOf).filter((run) => run.stations.length > 1 && runErrors(run).length === 0);
/** Any document of a run: every part of the format, its places anywhere. */
export const anyDocument: fc.Arbitrary<Run> = anyObserved.map(plainRun);

/** A machine of the job's own: one of the classes, made larger or smaller. */
export const anyMachine: fc.Arbitrary<Machine & { id: string }> = fc
  .record({ like: fc.constantFrom(...machineIds), by: metres(0.85, 1.2) })
  .map(({ like, by }) => {
    const { arm, outline, ...machine } = machines[like] as Machine;
    return {
      ...machine,
      id: 'own-machine',
      name: 'Yard machine',
      mass: machine.mass * by ** 3,
      lift: machine.lift * by ** 3,
      width: machine.width * by,
      widthOut: machine.widthOut * by,
      height: machine.height * by,
      reachUp: machine.reachUp * by,
      front: machine.front * by,
      blade: machine.blade * by,
      cog: machine.cog * by,
      tail: machine.tail * by,
      arm: { ...arm, foot: { x: arm.foot.x * by, z: arm.foot.z * by }, boom: arm.boom * by, stick: arm.stick * by, tip: arm.tip * by },
      outline: outline.map(({ y, z }) => ({ y: y * by, z: z * by })),
      buckets: [...machine.buckets],
    };
  });

export const anyPinch: fc.Arbitrary<Pinch> = fc.record({
  id: fc.constant('p1'),
  name: fc.constant('Gate'),
  gap: metres(0.5, 4),
  alongSlope: fc.boolean(),
  crossFall: metres(0, 0.3),
  barrier: sometimes(metres(0, 2)),
  overhead: sometimes(metres(1.5, 8)),
  live: fc.boolean(),
  surface: fc.constantFrom(...wayinSurfaces),
  tightTurn: fc.boolean(),
  bears: sometimes(metres(500, 20_000)),
});

/** Any job: every rule set, some with rules of their own, machines, buckets, tables and tight places. */
export const anyJob: fc.Arbitrary<Job> = fc
  .record({
    ruleSet: fc.constantFrom(...ruleSetIds),
    units: fc.constantFrom('metric' as const, 'us' as const),
    machine: fc.constantFrom(...machineIds),
    own: sometimes(anyMachine),
    buckets: fc.constantFrom<number[]>([], [0.3, 0.6], [0.9]),
    kit: fc.constantFrom<Kit[]>([], [ownKit], [ownKit, ownShores]),
    pinches: fc.array(anyPinch, { maxLength: 1 }),
    setback: sometimes(metres(0.3, 3)),
  })
  .map(({ ruleSet, units, machine, own, buckets, kit, pinches, setback }): Job => {
    const blank = blankJob('Any', ruleSet, units);
    return {
      ...blank,
      machine: own ? own.id : machine,
      machines: own ? [own as Job['machines'][number]] : [],
      buckets,
      kit: kit as Job['kit'],
      clearance: { ...blank.clearance, pinches },
      overrides:
        setback === null
          ? []
          : [{ rule: 'spoilSetback', value: setback, by: 'foreman', reason: 'as agreed on site' } as Job['overrides'][number]],
    };
  })
  .filter((job) => jobSchema.safeParse(job).success);

/** Any job with any run that can be dug in it, and its plan. */
export const anyDig: fc.Arbitrary<{ job: Job; run: Run; plan: Plan }> = fc
  .record({ job: anyJob, run: anyObserved })
  .map(({ job, run }) => ({ job, run, ...tryPlan(job, run) }))
  .filter((dig) => 'plan' in dig);

/** Any run that can be dug. */
export const anyRun: fc.Arbitrary<Run> = anyObserved.filter((run) => 'plan' in tryPlan(blankJob('Any', 'US'), run));

/** The largest run a document holds: a station every metre of 20 km, 200 reaches, 200 chambers, 100 crossings and eight lines, most of them part of the way. */
export function largestRun(): Run {
  const base = blankRun({ name: 'Largest', length: 19_999, product: 'drain-160', cover: 1.2, ruleSet: 'US' });
  const [reach] = base.reaches as [Reach];
  const list = <T>(count: number, of: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => of(i));
  const [batter, bench]: Wall[] = [
    { kind: 'batter', ratio: 1 },
    { kind: 'bench', riser: 0.5, tread: 0.6, count: 3 },
  ];
  return {
    ...base,
    stations: list(20_000, (i) => ({ station: i, ground: 10 + Math.sin(i / 50) + Math.sin(i * 7) * 0.05 })),
    reaches: list(200, (i) => ({
      ...reach,
      id: `r${i + 1}`,
      from: i * 100,
      bottomWidth: 1.2,
      soil: soilClasses[i % soilClasses.length] as Reach['soil'],
      left: (i % 2 ? batter : bench) as Wall,
      right: { kind: 'batter', ratio: 0.75, foot: 0.4 },
      restoration: [{ material: 'turf', thickness: 0.1 }],
    })),
    laid: list(8, (i) => ({
      ...blankLaidLine(`Line ${i + 1}`, 'drain-110'),
      id: `l${i + 1}`,
      x: (i - 3.5) * 0.14,
      up: (i % 3) * 0.2,
      ...(i > 0 ? { from: i * 1000 + 1, to: 19_000 - i * 50 } : {}),
    })),
    existing: list(100, (i) => ({ ...blankExisting(`Line ${i + 1}`, i * 150 + 20), id: `x${i + 1}` })),
    structures: list(200, (i) => ({
      id: `s${i + 1}`,
      name: `S${i + 1}`,
      kind: 'chamber',
      station: i * 99 + 10,
      diameter: 1,
      tail: 0,
      pit: blankPit(1.5, 1.5, 0.3),
    })),
  };
}
