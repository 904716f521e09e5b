import {
  doubtOf,
  inOrder,
  knows,
  momentOf,
  ofKind,
  withdrawn,
  type CheckedLayer,
  type CheckFact,
  type Doubt,
  type Kept,
  type KeptOf,
} from '../book';
import type { Rules } from '../rules';
import type { Design, Designs } from './design';
import { levelOf } from './design';
import { isWithin, levelWithin, offBy } from './offBy';
import type { Elsewhere } from './sameHole';
import { instrumentNamed, instrumentsOf, unclosed, type Instrument } from './instruments';
import { sensorsTried, trialsIn } from './ready';

/** Why a level is not relied on: of its entry, or of the set-up it was read from. */
export type CheckDoubt = Doubt | 'noSetUp' | 'notClosed' | 'notTried' | 'elsewhere';

/** A level as found, beside what is designed there. Metres; `off` is found − design, positive too high. */
export interface AsDug {
  /** Of its entry. */
  id: string;
  kept: KeptOf<'check'>;
  station: number;
  pit: string | null;
  layer: CheckedLayer;
  /** Of a further line by its id; undefined: the leading one, and everything but inverts. */
  line: string | undefined;
  level: number;
  design: Design;
  off: number;
  /** The most it may be off, up or down. */
  within: number;
  good: boolean;
  widthBottom: number | undefined;
  widthTop: number | undefined;
  instrument: Instrument | undefined;
  /** Read off the sensors of the arm that dug it: they agree with themselves, and prove less than a rod. */
  sensors: boolean;
  doubt: CheckDoubt | undefined;
  /** Read anew since, at the same station: shown, not worked with. */
  over: boolean;
}

/** A check no level can be told from: its set-up is not known, or nothing is designed where it was made. */
export interface Unplaced {
  kept: KeptOf<'check'>;
  why: 'noSetUp' | 'nothingThere';
}

/** What checks are worked out from: the design of the plan in force, and the book of the run. */
export interface AsDugInputs {
  rules: Rules;
  /** Id of what digs: its sensors may have been read. */
  machine: string;
  designs: Designs;
  book: readonly Kept[];
  now: number;
  /** Was what an entry of that plan says of a station said of another place? Nothing was, unless asked. */
  elsewhere?: Elsewhere;
}

/** Checks no further apart are of one station, metres: a rod is not put down closer. */
export const ONE_STATION = 0.1;

/** Was a level read off the sensors of the arm, rather than measured or on a rod? */
export const readBySensors = ({ found, setUp }: CheckFact, instrument: Instrument | undefined): boolean =>
  found.as === 'level' && setUp !== null && instrument?.kept.entry.fact.means === 'sensors';
/** The checks of a run beside its design, asked for one station at a time or all together. */
export interface ReadChecks {
  instruments: Instrument[];
  /** Every one, by station; those that were put right are left out. */
  all: () => { checks: AsDug[]; unplaced: Unplaced[] };
  /** Those of one station, in the same order and with the same said of them: a card in the cab does not wait for thousands of others. */
  near: (station: number) => AsDug[];
  /** The one made last, of those a level can be told from; undefined where there is none. */
  last: () => AsDug | undefined;
}

/** Reads the checks of a book. What they have in common is worked out once. */
export function readChecks({ rules, machine, designs, book, now, elsewhere = nowhereElse }: AsDugInputs): ReadChecks {
  const gone = withdrawn(book);
  const instruments = instrumentsOf(book, now, rules);
  const trials = trialsIn(book);
  const standing = ofKind(book, 'check').filter(({ entry }) => !gone.has(entry.id));
  const read = (kept: KeptOf<'check'>): AsDug | Unplaced => {
    const { fact, id } = kept.entry;
    const instrument = fact.setUp === null ? undefined : instrumentNamed(instruments, fact.setUp);
    const design = designs(fact.station, fact.pit);
    if (!design || levelOf(design, fact.layer, fact.line) === undefined) return { kept, why: 'nothingThere' };
    const found = offBy(fact, design, instrument);
    if (!found) return { kept, why: 'noSetUp' };
    const sensors = readBySensors(fact, instrument);
    const untried = sensors && sensorsTried({ book: trials, machine, now, rules, read: kept }).lack !== undefined;
    const within = levelWithin(fact.line === undefined ? design : (design.lines[fact.line] ?? design), rules);
    return {
      id,
      kept,
      station: fact.station,
      pit: fact.pit,
      layer: fact.layer,
      line: fact.line,
      ...found,
      design,
      within,
      good: isWithin(found.off, within),
      widthBottom: fact.widthBottom ?? undefined,
      widthTop: fact.widthTop ?? undefined,
      instrument,
      sensors,
      doubt:
        doubtOf(kept, gone, now, rules) ??
        doubtOfInstrument(instrument, fact.setUp, kept) ??
        (untried ? 'notTried' : elsewhere(fact.revision, fact.station) ? 'elsewhere' : undefined),
      over: false,
    };
  };
  const near = (station: number) => {
    // What one says of another hangs on no check further off than theirs.
    const about = standing.filter(({ entry }) => Math.abs(entry.fact.station - station) <= 3 * ONE_STATION);
    return byStation(about.map(read).filter(isPlaced)).filter((one) => Math.abs(one.station - station) <= ONE_STATION);
  };
  return {
    instruments,
    all: () => {
      const found = standing.map(read);
      return { checks: byStation(found.filter(isPlaced)), unplaced: found.filter((one): one is Unplaced => !isPlaced(one)) };
    },
    near,
    last: () => {
      const made = inOrder(standing.filter(({ entry }) => !entry.fact.again));
      const last = made.findLast((kept) => isPlaced(read(kept)));
      return last && near(last.entry.fact.station).find(({ id }) => id === last.entry.id);
    },
  };
}
const nowhereElse: Elsewhere = () => false;
const isPlaced = (one: AsDug | Unplaced): one is AsDug => !('why' in one);

/** Checks in order of stations, and of each whether another of its station stands in its place. */
function byStation(made: AsDug[]): AsDug[] {
  made.sort((a, b) => a.station - b.station || momentOf(a.kept) - momentOf(b.kept));
  const left = new Set(asLeft(made));
  for (const one of made) one.over = !left.has(one);
  return made;
}

/** Of checks in order of stations those that no other of them stands in the place of. */
export const asLeft = (made: readonly AsDug[]): AsDug[] => made.filter((one, i) => !nearIn(made, i).some((other) => replaces(other, one)));

/** The other checks of one station, of those in order of stations. */
function nearIn(checks: readonly AsDug[], index: number): AsDug[] {
  const { station } = checks[index] as AsDug;
  const near: AsDug[] = [];
  for (let i = index - 1; i >= 0 && station - (checks[i] as AsDug).station <= ONE_STATION; i--) near.push(checks[i] as AsDug);
  for (let i = index + 1; i < checks.length && (checks[i] as AsDug).station - station <= ONE_STATION; i++) near.push(checks[i] as AsDug);
  return near;
}

/** Why a level that was read from an instrument is not relied on. @param named the set-up its entry names; null: it was read from none. */
export function doubtOfInstrument(instrument: Instrument | undefined, named: string | null, read: Kept): CheckDoubt | undefined {
  if (named === null) return undefined;
  if (!instrument) return 'noSetUp';
  return instrument.doubt ?? (unclosed(instrument, read) ? 'notClosed' : undefined);
}

/**
 * Of two checks of one station, does this one stand in the place of the other? The one made in the knowledge of the other; of two that did not know of each other the
 * one further off. What the sensors say never stands in the place of a rod.
 */
function replaces(one: AsDug, other: AsDug): boolean {
  if (one.layer !== other.layer || one.pit !== other.pit || one.line !== other.line) return false;
  if (one.sensors !== other.sensors) return !one.sensors && (one.doubt === undefined || other.doubt !== undefined);
  if (knows(one.kept, other.kept)) return one.doubt === undefined || other.doubt !== undefined;
  if (knows(other.kept, one.kept)) return one.doubt === undefined && other.doubt !== undefined;
  const [a, b] = [Math.abs(one.off), Math.abs(other.off)];
  return a > b || (a === b && one.id > other.id);
}

/** The check that counts of a layer at a station, of the trench or of a pit, of the leading line or a further one; undefined where there is none. */
export const checkAt = (
  checks: readonly AsDug[],
  station: number,
  layer: CheckedLayer,
  pit: string | null,
  line?: string,
): AsDug | undefined =>
  checks.find(
    (one) => !one.over && one.layer === layer && one.pit === pit && one.line === line && Math.abs(one.station - station) <= ONE_STATION,
  );

/** The check nearest a station, no further off than anybody would take it to be of there; undefined where there is none. @param checks that count. */
export function nearestCheck(checks: readonly AsDug[], station: number): AsDug | undefined {
  const near = checks.filter((one) => Math.abs(one.station - station) <= OF_HERE);
  return near.sort((a, b) => Math.abs(a.station - station) - Math.abs(b.station - station))[0];
}
/** A section shows what was found so far off, metres. */
const OF_HERE = 0.5;
