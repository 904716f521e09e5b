import { bendsOf, besideLine, groundsAt, project, type PlanPoint } from '../alignment';
import { countedIn, inOrder, type AsLaidFact, type AsLaidThing, type Kept, type KeptOf } from '../book';
import { designsOf, levelWithin, type Designs } from '../dig';
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
  /** Off the plan along it, across it to the right, and up; undefined where the plan has nothing to compare. */
  along: number;
  across: number;
  up: number | undefined;
  within: { aside: number; up: number };
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
export function asLaidOf({ job, run, places, rules, book }: RecordInputs): { points: AsLaidPoint[]; unplaced: UnplacedPoint[] } {
  const laid = placedLines(job, run);
  const designs = designsOf(job, run, places);
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
    const { design, top, up } = heightOf(fact, line, designs, run);
    const within = {
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
      station: fact.station,
      at: { x: at.x, y: at.y },
      lies: { station: lies.station, offset: lies.offset },
      top,
      along: lies.station - fact.station,
      across,
      up: met ? undefined : up,
      within,
      good: met || (Math.abs(across) <= within.aside + 1e-9 && (up === undefined || Math.abs(up) <= within.up + 1e-9)),
      radius: at.radius,
      residual: at.residual,
      flat: at.flat ?? false,
    });
  }
  return { points: points.sort((a, b) => a.station - b.station || (a.id < b.id ? -1 : 1)), unplaced };
}

/** The level of a point’s top, and how far it is over that of the plan. Cover is down from the ground. */
function heightOf({ station, height }: AsLaidFact, line: PlacedLine | undefined, designs: Designs, run: Run) {
  const design = designs(station, null);
  const top = height === null ? undefined : height.as === 'level' ? height.value : groundsAt(run.stations, station).ground - height.value;
  const invert = line && design?.lines[line.id]?.invert;
  const planned = invert === undefined || !line ? undefined : invert - line.product.wall + line.product.od;
  return { design, top, up: top === undefined || planned === undefined ? undefined : top - planned };
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
export function pointsExpected({ job, run, places, rules }: Omit<RecordInputs, 'book'>, points: readonly AsLaidPoint[]): ExpectedPoint[] {
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
    return [...fixed, ...between]
      .sort((a, b) => a.station - b.station)
      .map((one) => {
        const near = own.filter(
          (point) =>
            Math.abs(point.station - one.station) <= (one.what === 'along' ? Math.min(NEAR * 2, apart / 2) : NEAR) &&
            (one.what === 'along' || point.what === one.what),
        );
        return { ...one, by: near.sort((a, b) => Math.abs(a.station - one.station) - Math.abs(b.station - one.station))[0] };
      });
  });
}

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

/** A structure's ties: for each point that stays how long a tape to it is, nearest first. What finds it again. */
export function tiesTo(at: PlanPoint, points: readonly HeldPoint[], most = 3): { point: HeldPoint; length: number }[] {
  return points
    .map((point) => ({ point, length: Math.hypot(point.at.x - at.x, point.at.y - at.y) }))
    .sort((a, b) => a.length - b.length)
    .slice(0, most);
}
