import { bendsOf, besideLine, groundsAt, project, type PlanPoint } from '../alignment';
import { countedIn, inOrder, type AsLaidFact, type AsLaidThing, type Kept, type KeptOf } from '../book';
import {
  designsOf,
  doubtOfInstrument,
  instrumentNamed,
  instrumentsOf,
  levelWithin,
  planeAt,
  type CheckDoubt,
  type Designs,
  type Instrument,
} from '../dig';
import { tapesMeet } from '../dig/pegs';
import { placedLines, type Job, type PlacedLine, type Run } from '../job';
import type { Rules } from '../rules';
import { isPit, type Place } from '../trench';
import { isTie, tieOf, type TieFault } from './ties';

export interface RecordInputs {
  job: Pick<Job, 'products' | 'owners'>;
  run: Run;
  places: readonly Place[];
  rules: Rules;
  book: readonly Kept[];
  /** Server's moment, ms. */
  now: number;
}

/** A point as it was laid beside where the plan has it. Metres; off: found − plan. */
export interface AsLaidPoint {
  id: string;
  kept: KeptOf<'asLaid'>;
  what: AsLaidThing;
  line: PlacedLine | undefined;
  name: string;
  /** Where the plan has it. */
  station: number;
  at: PlanPoint;
  /** Where it lies by the run: its station and how far aside, right positive. */
  lies: { station: number; offset: number };
  /** Level of its top; undefined: not measured. */
  top: number | undefined;
  /** Why the instrument its level was read from is not relied on. */
  doubt: CheckDoubt | undefined;
  /** Off the plan along it, across it to the right, and up; undefined where the plan has nothing to compare. */
  along: number;
  across: number;
  up: number | undefined;
  /** `along`: of what has a place of its own on the plan. */
  within: { along: number; aside: number; up: number };
  good: boolean;
  /** How far off the measurement itself may be, and what a third tape says; of tapes only. */
  radius: number | undefined;
  residual: number | undefined;
  flat: boolean;
}

/** A point of the record that cannot be placed, and why. */
export interface UnplacedPoint {
  kept: KeptOf<'asLaid'>;
  fault: TieFault;
}

/** Further from the plan along the line than this it is not the point it was taken for, metres. */
const NEAR = 1;

/** Where an entry says its point lies; a fault where its tapes do not meet. */
export function placeOf(
  run: Run,
  { place }: Pick<AsLaidFact, 'place'>,
): (PlanPoint & { radius?: number; residual?: number | undefined; flat?: boolean }) | TieFault {
  switch (place.by) {
    case 'station':
      return besideLine(run, place.station, place.offset);
    case 'coordinates':
      return place.at;
    case 'tapes': {
      const [a, b] = place.points;
      const third = place.third ? { at: place.third.point.at, length: place.third.length } : undefined;
      const tie = tieOf(a.at, b.at, place.lengths[0], place.lengths[1], place.side, third);
      return isTie(tie) ? { ...tie.at, radius: tie.radius, residual: tie.residual, flat: tie.flat } : tie;
    }
  }
}

/** Every point of the record that counts beside the plan in force, by station. */
export function asLaidOf({ job, run, places, rules, book, now }: RecordInputs): { points: AsLaidPoint[]; unplaced: UnplacedPoint[] } {
  const laid = placedLines(job, run);
  const designs = designsOf(job, run, places);
  const instruments = instrumentsOf(book, now, rules);
  const points: AsLaidPoint[] = [];
  const unplaced: UnplacedPoint[] = [];
  for (const kept of inOrder(countedIn(book, 'asLaid'))) {
    const { fact, id } = kept.entry;
    const at = placeOf(run, fact);
    if ('code' in at) {
      unplaced.push({ kept, fault: at });
      continue;
    }
    const line = laid.find((one) => one.id === fact.line);
    const lies = fact.place.by === 'station' ? { station: fact.place.station, offset: fact.place.offset } : project(run, at);
    const met = fact.what === 'met';
    const top = topOf(fact, lies.station, run, instruments);
    const { design, up } = overPlan(top, lies.station, line, designs);
    const station = placeNamed(run, fact) ?? fact.station;
    const along = lies.station - station;
    const within = {
      along: PLACED.has(fact.what) ? NEAR : Infinity,
      aside: rules.asLaidAside.value ?? Infinity,
      up: design && line ? levelWithin(design.lines[line.id] ?? design, rules) : Infinity,
    };
    const across = lies.offset - (line?.x ?? 0);
    points.push({
      id,
      kept,
      what: fact.what,
      line: met ? undefined : line,
      name: fact.name,
      station,
      at: { x: at.x, y: at.y },
      lies: { station: lies.station, offset: lies.offset },
      top,
      doubt: doubtOf(kept, instruments),
      along,
      across,
      up: met ? undefined : up,
      within,
      good:
        met ||
        (Math.abs(along) <= within.along + 1e-9 &&
          Math.abs(across) <= within.aside + 1e-9 &&
          (up === undefined || Math.abs(up) <= within.up + 1e-9)),
      radius: at.radius,
      residual: at.residual,
      flat: at.flat ?? false,
    });
  }
  return { points: points.sort((a, b) => a.station - b.station || (a.id < b.id ? -1 : 1)), unplaced };
}

/** What has a place of its own on the plan; the rest is measured wherever it lies. */
const PLACED: ReadonlySet<AsLaidThing> = new Set(['end', 'tail', 'bend', 'structure', 'crossing']);
/** Where the plan has the structure or the line crossed that a point is of; undefined where it names none. */
const placeNamed = (run: Run, { what, of }: Pick<AsLaidFact, 'what' | 'of'>): number | undefined => {
  if (what === 'structure') return run.structures.find(({ id }) => id === of)?.station;
  const where = what === 'crossing' ? run.existing.find(({ id }) => id === of)?.where : undefined;
  return where?.kind === 'crossing' ? where.station : undefined;
};

/** The set-up a level was read from; null: it was typed, or nothing was measured. */
const setUpOf = ({ height }: Pick<AsLaidFact, 'height'>): string | null => (height?.as === 'level' ? height.setUp : null);
const doubtOf = (kept: KeptOf<'asLaid'>, instruments: readonly Instrument[]): CheckDoubt | undefined => {
  const named = setUpOf(kept.entry.fact);
  return doubtOfInstrument(named === null ? undefined : instrumentNamed(instruments, named), named, kept);
};

/** The level of a point’s top; undefined: not measured. Cover is down from the ground where it lies; a set-up put right since puts right what was read from it. */
function topOf(fact: AsLaidFact, lies: number, run: Run, instruments: readonly Instrument[]): number | undefined {
  const { height, station } = fact;
  if (height === null) return undefined;
  if (height.as === 'cover') return groundsAt(run.stations, lies).ground - height.value;
  const named = setUpOf(fact);
  const then = instruments.find(({ id }) => id === named);
  const since = then && instrumentNamed(instruments, then.id);
  return since ? height.value + planeAt(since.plane, station) - planeAt(then.plane, station) : height.value;
}

/** How far a top is over that of the plan where it lies. */
function overPlan(top: number | undefined, lies: number, line: PlacedLine | undefined, designs: Designs) {
  // What was measured past the end of its line is held against its end.
  const design = designs(line ? Math.min(line.to, Math.max(line.from, lies)) : lies, null);
  const invert = line && design?.lines[line.id]?.invert;
  const planned = invert === undefined || !line ? undefined : invert - line.product.wall + line.product.od;
  return { design, up: top === undefined || planned === undefined ? undefined : top - planned };
}

/** A point the record should have. */
export interface ExpectedPoint {
  id: string;
  what: AsLaidThing;
  line: string;
  name: string;
  of: string;
  station: number;
  /** The line’s name, where there are several. */
  several: string | undefined;
  /** The entry that gives it; undefined: missing. */
  by: AsLaidPoint | undefined;
}

/** What is measured of every line: its ends, bends, structures and crossings, and a point every so often between. */
export function pointsExpected(
  { job, run, places, rules }: Omit<RecordInputs, 'book' | 'now'>,
  points: readonly AsLaidPoint[],
): ExpectedPoint[] {
  const apart = rules.asLaidApart.value ?? Infinity;
  const open = places.filter((place) => !isPit(place));
  const dug = (at: number) => open.some(({ from, to }) => at >= from - 1e-6 && at <= to + 1e-6);
  const laid = placedLines(job, run);
  return laid.flatMap((line): ExpectedPoint[] => {
    const make = (what: AsLaidThing, station: number, name = '', of = ''): ExpectedPoint => ({
      id: `${line.id}.${what}.${of || station.toFixed(3)}`,
      what,
      line: line.id,
      name,
      of,
      station,
      several: laid.length > 1 ? line.name : undefined,
      by: undefined,
    });
    const on = (station: number) => station >= line.from - 1e-6 && station <= line.to + 1e-6;
    const fixed = [
      make(line.product.kind === 'cable' ? 'tail' : 'end', line.from),
      ...(line.leads
        ? run.structures.filter(({ station }) => on(station)).map(({ id, name, station }) => make('structure', station, name, id))
        : []),
      ...bendsOf(run)
        .filter(({ station }) => on(station))
        .map(({ station }) => make('bend', station)),
      ...run.existing.flatMap(({ id, name, where }) =>
        where.kind === 'crossing' && on(where.station) ? [make('crossing', where.station, name, id)] : [],
      ),
      make(line.product.kind === 'cable' ? 'tail' : 'end', line.to),
    ]
      // A line that ends in a structure is found by it.
      .filter(
        (one, _, all) =>
          one.what !== 'end' || !all.some(({ what, station }) => what === 'structure' && Math.abs(station - one.station) < NEAR),
      )
      .sort((a, b) => a.station - b.station);
    // Between two of these, evenly and no further apart than they may be.
    const between = fixed.slice(1).flatMap((next, i) => {
      const from = (fixed[i] as ExpectedPoint).station;
      const count = Math.ceil((next.station - from) / apart - 1e-6) - 1;
      return Array.from({ length: Math.max(0, count) }, (_, k) =>
        make('along', from + ((next.station - from) * (k + 1)) / (count + 1)),
      ).filter(({ station }) => dug(station));
    });
    const own = points.filter((one) => one.line?.id === line.id);
    const given = givenBy(fixed, own);
    const passes = (at: number) => nearestTo(own, at, ({ lies }) => lies.station, Math.min(NEAR * 2, apart / 2));
    return [...fixed, ...between]
      .sort((a, b) => a.station - b.station)
      .map((one) => ({ ...one, by: one.what === 'along' ? passes(one.station) : given.get(one) }));
  });
}

/**
 * Which point gives which thing that has a place on the plan: the one that names it, else one of its kind near it that names none. One point is one thing.
 */
function givenBy(things: readonly ExpectedPoint[], points: readonly AsLaidPoint[]): Map<ExpectedPoint, AsLaidPoint> {
  const pairs = things
    .flatMap((thing) =>
      points
        .filter(({ what }) => what === thing.what)
        .map((point) => ({
          thing,
          point,
          named: thing.of !== '' && namedBy(point) === thing.of,
          away: Math.abs(point.station - thing.station),
        })),
    )
    .filter(({ thing, point, named, away }) => named || (away <= NEAR && (thing.of === '' || namedBy(point) === '')))
    .sort((a, b) => Number(b.named) - Number(a.named) || a.away - b.away);
  const given = new Map<ExpectedPoint, AsLaidPoint>();
  const used = new Set<AsLaidPoint>();
  for (const { thing, point } of pairs)
    if (!given.has(thing) && !used.has(point)) {
      given.set(thing, point);
      used.add(point);
    }
  return given;
}
const namedBy = ({ kept }: AsLaidPoint): string => kept.entry.fact.of;

/** The one nearest a station, no further than so far. */
export function nearestTo<T>(all: readonly T[], at: number, stationOf: (one: T) => number, most: number): T | undefined {
  const away = (one: T) => Math.abs(stationOf(one) - at);
  return all.reduce<T | undefined>((best, one) => (away(one) <= most && !(best && away(best) <= away(one)) ? one : best), undefined);
}

/** What a point is of, by id, that was taken for something of the plan: the thing of its kind near where it was said to be. Empty where there is none. */
export const takenFor = (
  expected: readonly ExpectedPoint[],
  { what, line, station }: { what: AsLaidThing; line: string; station: number },
): string =>
  nearestTo(
    expected.filter((one) => one.what === what && one.line === line),
    station,
    (one) => one.station,
    NEAR,
  )?.of ?? '';

/** A point tapes are held at. */
export interface HeldPoint {
  id: string;
  name: string;
  at: PlanPoint;
  note: string;
}
/** Points that stay, in the order they were entered. */
export const tiePointsOf = (book: readonly Kept[]): HeldPoint[] =>
  inOrder(countedIn(book, 'tiePoint')).map(({ entry: { id, fact } }) => ({ id, name: fact.name, at: fact.at, note: fact.note }));

/** What is found again by tapes: what has an end, or is opened some day. */
const TIED: ReadonlySet<AsLaidThing> = new Set(['structure', 'end', 'tail', 'joint', 'bend']);
export const tiedPoints = (points: readonly AsLaidPoint[]): AsLaidPoint[] => points.filter(({ what }) => TIED.has(what));

export interface TapeTo {
  point: HeldPoint;
  length: number;
}
/**
 * A point's ties: for each point that stays how long a tape to it is, nearest first. What finds it again: two that do not meet too flat are among them, where
 * there are such, and the nearest besides.
 */
export function tiesTo(at: PlanPoint, points: readonly HeldPoint[], most = 3): TapeTo[] {
  const near = points
    .map((point) => ({ point, length: Math.hypot(point.at.x - at.x, point.at.y - at.y) }))
    .sort((a, b) => a.length - b.length);
  const [one, other] =
    pairsOf(near)
      .filter(([a, b]) => tapesMeet(at, a.point.at, b.point.at))
      .sort((a, b) => a[0].length + a[1].length - b[0].length - b[1].length)[0] ?? [];
  const first = near.filter((tape) => tape === one || tape === other);
  return [...first, ...near.filter((tape) => !first.includes(tape))].slice(0, most).sort((a, b) => a.length - b.length);
}
const pairsOf = (tapes: readonly TapeTo[]): [TapeTo, TapeTo][] =>
  tapes.flatMap((a, i) => tapes.slice(i + 1).map((b): [TapeTo, TapeTo] => [a, b]));
/** Do no two of the tapes say where a point is? */
export const tiedFlat = (at: PlanPoint, tapes: readonly TapeTo[]): boolean =>
  !pairsOf(tapes).some(([a, b]) => tapesMeet(at, a.point.at, b.point.at));
