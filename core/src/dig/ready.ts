import {
  closureOf,
  dayPointIds,
  doubtOf,
  HOUR,
  knows,
  latest,
  lifts,
  momentOf,
  withdrawn,
  type DayPoint,
  type Kept,
  type KeptOf,
} from '../book';
import { EPSILON } from '../geometry';
import { bucketNow, ofMachine, sameBucket, type BucketLack, type Tried } from './bucket';
import { LONGEST_SHIFT } from '../protection/inspection';
import type { Rules } from '../rules';

/** Why a machine, or the sensors on its arm, is not to be dug with yet. */
export type ReadyLack =
  | { about: 'day'; why: 'never' }
  | { about: 'day'; why: 'wanting'; points: { id: DayPoint; note: string }[] }
  | { about: 'bucket'; why: BucketLack }
  /** `closure`: how far apart the poses came, metres. */
  | { about: 'sensors'; why: 'never' | 'day' | 'bucket' | 'knocked' | 'doubted' }
  | { about: 'sensors'; why: 'apart'; closure: number };

/** A machine as the book has it this shift. */
export interface Readiness {
  /** Width of the bucket it has on, metres; undefined while nobody knows. */
  bucket: number | undefined;
  /** The trial of its sensors that holds. */
  calibration: KeptOf<'calibration'> | undefined;
  /** What has to be done first; empty: it may dig. */
  lacks: ReadyLack[];
}

export interface ReadyInputs {
  /** Entries of the job. */
  book: readonly Kept[];
  /** Id of the machine. */
  machine: string;
  /** Are levels taken from the sensors on its arm? Without them nobody asks whether they were tried. */
  sensors: boolean;
  now: number;
  rules: Rules;
}

const TRIED: readonly string[] = ['machineDay', 'bucketOn', 'calibration', 'knock'] satisfies Tried[];
/** The entries of a book that say how a machine and its sensors are. */
export const trialsIn = (book: readonly Kept[]): Kept[] =>
  book.filter(({ entry }) => entry.corrects !== undefined || TRIED.includes(entry.fact.kind));

/**
 * Is a machine ready to dig? Looked over this shift, its bucket dropped and dragged since it was put on, and where it digs by its sensors, these tried with this
 * bucket this shift and since any knock. What is good counts only in the knowledge of what was bad before it; clocks have no say in that.
 */
export function machineReady({ book, machine, sensors, now, rules }: ReadyInputs): Readiness {
  const gone = withdrawn(book);
  const believed = (one: Kept): boolean => doubtOf(one, gone, now, rules) === undefined;
  const bucket = bucketNow(book, machine, now, rules);
  const tried = sensorsTried({ book, machine, now, rules });
  const lacks = [
    dayLack(ofMachine(book, 'machineDay', machine), believed, now),
    bucket.lack && { about: 'bucket' as const, why: bucket.lack },
    sensors ? tried.lack : undefined,
  ].filter((one) => one !== undefined);
  return { bucket: bucket.width, calibration: tried.kept, lacks };
}

/** No longer ago than a shift is at most; a clock that is behind its own past counts for nothing. */
const sameShift = (one: Kept, at: number): boolean => at - momentOf(one) <= LONGEST_SHIFT * HOUR;

/** Every point in order by a look of this shift; what was wanting in any shift counts until a look in the knowledge of it found all in order. */
function dayLack(looks: readonly KeptOf<'machineDay'>[], believed: (one: Kept) => boolean, now: number): ReadyLack | undefined {
  const whole = looks.filter(
    (one) => believed(one) && dayPointIds.every((id) => one.entry.fact.points.some((point) => point.id === id && point.ok)),
  );
  const unlifted = looks
    .filter(({ entry }) => entry.fact.points.some(({ ok }) => !ok))
    .filter((bad) => !whole.some((good) => lifts(good, bad)));
  if (unlifted.length > 0) {
    const points = unlifted.flatMap(({ entry }) => entry.fact.points.filter(({ ok }) => !ok).map(({ id, note }) => ({ id, note })));
    return { about: 'day', why: 'wanting', points };
  }
  return whole.some((one) => sameShift(one, now)) ? undefined : { about: 'day', why: 'never' };
}

interface TrialInputs extends Omit<ReadyInputs, 'sensors'> {
  /** What was read from the sensors; left out: they are to be read now. */
  read?: Kept;
}

/**
 * The trial of its sensors that held when something was read from them, or holds now; else what voids it: another bucket since, a knock, another shift, poses
 * that disagree. A trial counts where whoever read knew of it; what voids it also where they did not.
 */
export function sensorsTried({ book, machine, now, rules, read }: TrialInputs): {
  kept: KeptOf<'calibration'> | undefined;
  lack: ReadyLack | undefined;
} {
  const gone = withdrawn(book);
  const at = read ? momentOf(read) : now;
  const before = (one: Kept): boolean => !read || knows(read, one) || momentOf(one) <= at;
  const lack = (why: 'never' | 'day' | 'bucket' | 'knocked' | 'doubted') => ({ kept: undefined, lack: { about: 'sensors' as const, why } });
  const last = latest(ofMachine(book, 'calibration', machine).filter((one) => !read || knows(read, one)));
  const [kept] = last;
  if (!kept) return lack('never');
  if (last.some((one) => doubtOf(one, gone, now, rules) !== undefined)) return lack('doubted');
  if (!last.every((one) => sameShift(one, at))) return lack('day');
  const since = <T extends Kept>(list: readonly T[]): T[] => list.filter((one) => before(one) && !lifts(kept, one));
  const buckets = ofMachine(book, 'bucketOn', machine);
  const on = latest(buckets.filter((one) => lifts(kept, one)));
  if (since(buckets).length > 0 || on.some(({ entry }) => !sameBucket(entry.fact, kept.entry.fact))) return lack('bucket');
  if (since(ofMachine(book, 'knock', machine)).length > 0) return lack('knocked');
  const closure = Math.max(...last.map(({ entry }) => closureOf(entry.fact)));
  if (closure > (rules.returnsWithin.value ?? Infinity) + EPSILON)
    return { kept: undefined, lack: { about: 'sensors', why: 'apart', closure } };
  return { kept, lack: undefined };
}
