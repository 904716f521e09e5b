import type { Machine } from '../catalogue';
import { machineOf, type Job, type Run } from '../job';
import { liftAt } from '../machine/lift';
import { payload } from '../machine/cycle';
import { pinned } from '../machine/pin';
import { windowOf } from '../machine/setUps';
import type { Pinned } from '../machine';
import { sectionAt } from '../plan/section';
import { loosening } from '../spoil/heap';
import { looseDensity } from '../spoil/loads';
import type { Design } from './design';

/** What a machine can do from where it stands at a station. Metres, kilograms. */
export interface StandNumbers {
  /** From its swing axis to the far end of the floor it shaves level at this depth. */
  reach: number;
  /** With the blade towards the dig and away from it, both down. */
  pinned: [Pinned, Pinned];
  /** A full bucket over the nearest heap, swung over the side: the worst way it is held. Undefined where no heap lies. */
  swing: { mass: number; radius: number; rated: number; fits: boolean } | undefined;
}

/**
 * Its numbers at a station; undefined where it does not get down there. @param bucket width of the one it has on, metres.
 */
export function standNumbers(job: Job, run: Run, design: Design, station: number, bucket: number): StandNumbers | undefined {
  const machine: Machine = machineOf(job);
  const window = windowOf(machine, Math.max(0.1, design.ground - design.bottom));
  if (!window) return undefined;
  const heaps = sectionAt(job, run, station).heaps;
  const radius = heaps.length > 0 ? Math.min(...heaps.map(({ inner, base }) => inner + base / 2)) : undefined;
  const mass = payload(machine, bucket, run.spoil.ground) * loosening(run.spoil) * looseDensity(run.spoil.ground);
  const rated = radius === undefined ? 0 : liftAt(machine, radius, Math.PI / 2).rated;
  return {
    reach: window.to,
    pinned: pinned(machine, window.to),
    swing: radius === undefined ? undefined : { mass, radius, rated, fits: mass <= rated },
  };
}
