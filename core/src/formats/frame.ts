import { largest, smallest } from '../geometry';
import { MAX_COORDINATE, type Job } from '../job';
import type { PlanPoint } from '../alignment';
import { refuse } from './refuse';

/** Mean radius of the earth, metres. */
const EARTH = 6_371_008.8;
const radians = (degrees: number) => (degrees * Math.PI) / 180;
/** Past this a flat plan is no good any more, metres: a trench is never this far from its own job. */
const FAR = 50_000;

export type Origin = NonNullable<Job['origin']>;

/**
 * Longitude and latitude as metres east and north of an origin, on the plane that touches the earth there. Within a job (a few
 * kilometres) it is true to a few millimetres.
 */
export const toPlan = (origin: Origin, [lon, lat]: readonly [number, number]): PlanPoint => ({
  x: radians(lon - origin.lon) * Math.cos(radians(origin.lat)) * EARTH,
  y: radians(lat - origin.lat) * EARTH,
});
export const fromPlan = (origin: Origin, { x, y }: PlanPoint): [number, number] => [
  origin.lon + (x / (EARTH * Math.cos(radians(origin.lat))) / Math.PI) * 180,
  origin.lat + (y / EARTH / Math.PI) * 180,
];

/** Coordinates from a file as plan points, and the origin they were laid out from when the job had none. */
export interface Placed {
  place: (position: readonly [number, number]) => PlanPoint;
  origin: Job['origin'];
}

/**
 * Decides what a file's coordinates are. Metres when it says so or when they cannot be degrees; else degrees, laid out from the job's
 * origin or, where it has none, from the first position.
 */
export function frameOf(positions: readonly (readonly [number, number])[], origin: Job['origin'], saysMetres: boolean): Placed {
  const [first] = positions;
  if (!first) refuse('There is not a single position in the file. Nothing was read.');
  const xs = positions.map(([x]) => x);
  const ys = positions.map(([, y]) => y);
  const [left, right, bottom, top] = [smallest(xs), largest(xs), smallest(ys), largest(ys)];
  const size = Math.max(right - left, top - bottom);
  // A line of whole metres spans more than half a unit; one in degrees never does.
  const degrees = !saysMetres && left >= -180 && right <= 180 && bottom >= -90 && top <= 90 && size < 0.5;
  if (!degrees) {
    if (Math.max(Math.abs(left), Math.abs(right), Math.abs(bottom), Math.abs(top)) > MAX_COORDINATE)
      refuse('Coordinates lie more than 10,000 km from the origin: not metres, and no degrees either. Nothing was read.');
    return { place: ([x, y]) => ({ x, y }), origin };
  }
  const laid: Origin = origin ?? { lat: first[1], lon: first[0] };
  const away = Math.hypot(toPlan(laid, first).x, toPlan(laid, first).y);
  if (away > FAR)
    refuse(
      `The file lies ${Math.round(away / 1000).toLocaleString('en')} km from the job’s origin. Are its coordinates degrees (not radians), longitude first?`,
    );
  return { place: (position) => toPlan(laid, position), origin: laid };
}
