import type { Service } from '../catalogue';
import type { Reach, Run } from '../job';
import { extent, groundAt } from './ground';

/** Every level that matters at one station, metres. */
export interface Levels {
  ground: number;
  /** Inside bottom of the pipe; underside of a cable. */
  invert: number;
  /** Top outside of the line. */
  crown: number;
  /** Trench bottom: invert − wall − bedding. */
  bottom: number;
  /** Ground − bottom. */
  depth: number;
  /** Ground − crown. */
  cover: number;
}

/**
 * Levels where the line lies by constant cover (crown = ground − cover) or between inverts at the two ends.
 * Source: trench bottom = invert − wall thickness − bedding; depth = ground − bottom; cover = ground − top outside.
 * @param ground level at the station when the caller has it already.
 */
export function levelsAt(run: Run, service: Service, reach: Reach, station: number, ground = groundAt(run.stations, station)): Levels {
  const invert =
    run.profile.kind === 'cover' ? ground - run.profile.cover - service.od + service.wall : invertBetween(run, run.profile, station);
  const crown = invert - service.wall + service.od;
  const bottom = invert - service.wall - reach.bedding;
  return { ground, invert, crown, bottom, depth: ground - bottom, cover: ground - crown };
}

function invertBetween(run: Run, ends: { start: number; end: number }, station: number): number {
  const { start, length } = extent(run);
  return ends.start + ((ends.end - ends.start) * (station - start)) / length;
}

/** Fall of the line per metre from start to end (positive falls); undefined by constant cover, where it follows the ground. */
export const fallOf = (run: Run): number | undefined =>
  run.profile.kind === 'inverts' ? (run.profile.start - run.profile.end) / extent(run).length : undefined;

/** Index of the reach that holds at a station; at a boundary the one that begins there. */
export function reachIndexAt(run: Run, station: number): number {
  let index = 0;
  while (index + 1 < run.reaches.length && (run.reaches[index + 1] as Reach).from <= station) index++;
  return index;
}
