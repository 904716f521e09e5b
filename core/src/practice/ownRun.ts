import type { GroundId, Machine } from '../catalogue';
import type { Range } from '../geometry';
import { windowOf } from '../machine/setUps';
import { deepestIn, type Exercise, type Hidden } from './arm';

/** A line that crosses the run, as the plan knows it: station, depth of its middle and size over all, metres. */
export interface CrossedLine {
  id: string;
  name: string;
  station: number;
  depth: number;
  size: number;
}

/** How much of a run is dug in one go: so many floors shaved from one place. */
const PLACES = 1.8;

/**
 * A stretch of a planned run as an exercise: its ground, its depth, the lines that cross it, with a machine. Undefined where the machine does not get down.
 * @param run where it is dug from, how deep at a station, and the stretches that hands dig; metres.
 */
export function runExercise(
  run: {
    from: number;
    to: number;
    depthAt: (station: number) => number;
    ground: GroundId;
    lines: readonly CrossedLine[];
    strips: readonly Range[];
  },
  machine: Machine,
): Exercise | undefined {
  const { from, to, ground } = run;
  const all = windowOf(machine, deepestIn(run));
  if (!all) return undefined;
  const length = Math.min(to - from, (all.to - all.from) * PLACES);
  const hidden = run.lines
    .filter(({ station }) => station > from && station < from + length)
    .map(({ id, name: called, station, depth, size }): Hidden => ({ id, name: called, x: station - from, z: -depth, size }));
  return {
    id: 'own',
    ground,
    floor: { from: 0, to: length, depthAt: (x) => run.depthAt(from + x) },
    tolerance: 0.03,
    hidden,
    strips: run.strips.map((strip) => ({ from: strip.from - from, to: strip.to - from })),
    sensors: undefined,
  };
}
