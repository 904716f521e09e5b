import { normal, seeded, seedOf } from '../chance';
import type { SetUpFact } from '../book';
import type { Designs } from './design';
import { planeAt, planeOf, type Plane } from './plane';

/** What a device for levels says at a station: what its rod reads, or the level it takes it to be, metres; or why it says nothing. */
export type DeviceReading = { as: 'reading' | 'level'; value: number } | { none: string };

/** A device that tells levels, asked one station at a time: a real one, or what stands in for one. */
export interface LevelDevice {
  name: string;
  read: (station: number) => DeviceReading;
}

/** What may be wrong with stand-ins, each as it happens with real ones. Lengths in metres. */
export interface StandInFaults {
  /** The slope was not set in the machine: it cuts level from wherever it was struck. */
  slopeMissing: boolean;
  /** After every third move nobody struck the sensors again. */
  strikeForgotten: boolean;
  /** The teeth are shorter than the machine believes. */
  toothWorn: number;
  /** What the sensors lose from one place to the next. */
  drift: number;
  /** The fall was set on the wrong axis of the laser: its plane lies level along the run. */
  wrongAxis: boolean;
}
export const NO_FAULTS: StandInFaults = { slopeMissing: false, strikeForgotten: false, toothWorn: 0, drift: 0, wrongAxis: false };

/** A dig that is made up: the same seed digs the same trench. */
export interface StandIn {
  seed: number;
  /** Length dug from one place of the machine, metres. */
  place: number;
  /** How far a cut lies from where it was meant, one standard deviation, metres. */
  noise: number;
  faults: StandInFaults;
}

export interface StandInSite {
  designs: Designs;
  setUp: SetUpFact;
  /** Where the dig begins, and where the run ends both ways. */
  start: number;
  end: number;
}

/** The finest a receiver tells apart, metres: within it it says “on level”. */
export const DEAD_BAND = 0.002;
/** How far off a machine is that moved and was not struck again, one standard deviation, metres. */
const MOVED = 0.04;
/** After so many moves one strike is forgotten, where they are. */
const FORGETS = 3;

const chanceOf = (seed: number, what: string): number => normal(seeded(seedOf(`${seed} ${what}`)));

/** Places of the machine in order, where each was struck: a place begins at every one. */
export function placesOf({ place }: StandIn, { start, end }: Pick<StandInSite, 'start' | 'end'>): number[] {
  const way = end >= start ? 1 : -1;
  const count = Math.max(1, Math.ceil(Math.abs(end - start) / place - 1e-9));
  return Array.from({ length: count }, (_, i) => start + way * i * place);
}

/** The plane the laser really makes: level along the run where the fall went on the wrong axis. */
const truePlane = ({ faults }: StandIn, setUp: SetUpFact): Plane => ({ ...planeOf(setUp), ...(faults.wrongAxis ? { fall: 0 } : {}) });

/** What the sensors do not know of their own: worn teeth, drift, a strike forgotten, a plane that is not what it was said to be. Metres, positive too high. */
function hidden(one: StandIn, { setUp }: StandInSite, index: number, struckAt: number): number {
  const { toothWorn, drift, strikeForgotten } = one.faults;
  const forgot = strikeForgotten && index > 0 && index % FORGETS === 0 ? MOVED * chanceOf(one.seed, `move ${index}`) : 0;
  const plane = planeAt(truePlane(one, setUp), struckAt) - planeAt(planeOf(setUp), struckAt);
  return toothWorn + drift * index + forgot + plane;
}

const placeOf = (one: StandIn, site: StandInSite, station: number): number =>
  Math.max(0, Math.floor(Math.abs(station - site.start) / one.place + 1e-9));

/** The level the bottom was really dug to at a station, metres; undefined where nothing is dug open. By its sensors, or to a reading on the rod. */
export function dugLevel(one: StandIn, site: StandInSite, station: number): number | undefined {
  const { designs, setUp, start, end } = site;
  const design = designs(station, null);
  if (!design) return undefined;
  const noise = one.noise * chanceOf(one.seed, `cut ${station.toFixed(2)}`);
  if (setUp.means !== 'sensors') return design.bottom + planeAt(truePlane(one, setUp), station) - planeAt(planeOf(setUp), station) + noise;
  const index = placeOf(one, site, station);
  const struckAt = start + (end >= start ? 1 : -1) * index * one.place;
  const struck = designs(struckAt, null) ?? design;
  const set = one.faults.slopeMissing ? 0 : (setUp.set ?? 0);
  return struck.bottom - set * (station - struckAt) + hidden(one, site, index, struckAt) + noise;
}

/** A receiver on a rod, held on what was dug. */
export const receiver = (one: StandIn, site: StandInSite): LevelDevice => ({
  name: 'Receiver on the rod',
  read: (station) => {
    const level = dugLevel(one, site, station);
    if (level === undefined) return { none: 'Nothing is dug open there.' };
    const value = Math.round((planeAt(truePlane(one, site.setUp), station) - level) / DEAD_BAND) * DEAD_BAND;
    if (value < 0) return { none: 'The beam passes under the foot of the rod: move the instrument.' };
    return value > site.setUp.rod ? { none: 'The beam passes over the staff: move the instrument.' } : { as: 'reading', value };
  },
});

/** The sensors of the arm, the teeth on what they dug: they know nothing of what deceives them. */
export const armSensors = (one: StandIn, site: StandInSite): LevelDevice => ({
  name: 'Sensors on the arm',
  read: (station) => {
    const level = dugLevel(one, site, station);
    if (level === undefined) return { none: 'Nothing is dug open there.' };
    const index = placeOf(one, site, station);
    const struckAt = placesOf(one, site)[index] ?? station;
    return { as: 'level', value: Math.round((level - hidden(one, site, index, struckAt)) * 1000) / 1000 };
  },
});
