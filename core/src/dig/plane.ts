import type { SetUpFact } from '../book';

/** A plane of sight over the run: its height at the station `from`, and how much it falls a metre in the direction of stations. Metres. */
export interface Plane {
  height: number;
  from: number;
  fall: number;
}

/** The plane of an instrument set up. Source: height of instrument = benchmark + backsight. */
export const planeOf = ({ benchmark, backsight, fall, from }: Pick<SetUpFact, 'benchmark' | 'backsight' | 'fall' | 'from'>): Plane => ({
  height: benchmark.level + backsight,
  from,
  fall,
});

/** Height of the plane over a station, metres. Source: P(s) = HI − g·(s − s₀). */
export const planeAt = ({ height, from, fall }: Plane, station: number): number => height - fall * (station - from);

/** What the rod reads when it stands on a level at a station, metres. Turned round it is the level a reading means: P − R. */
export const readingAt = (plane: Plane, station: number, level: number): number => planeAt(plane, station) - level;

/**
 * How far off the design the work goes if the reading that is right at one station is kept to another, metres, positive too high: what a plane that
 * falls otherwise than the line does to a crew that digs to one mark on the rod.
 * @param levelAt the design level of what is dug, by station.
 */
export const driftOf = (plane: Plane, levelAt: (station: number) => number, kept: number, at: number): number =>
  planeAt(plane, at) - readingAt(plane, kept, levelAt(kept)) - levelAt(at);

/** What the sensors of an arm step by at every move of the machine, metres: the slope of the plane less the one set in the machine, over one place. */
export const stepAtMove = (plane: Pick<Plane, 'fall'>, set: number, length: number): number => (plane.fall - set) * length;
