import { deepestReach, type Machine } from '../catalogue';
import { pinchRoom } from '../clearance';
import { largest, type Range } from '../geometry';
import type { PlaceSupport } from '../protection';
import { machinesFor, type Job, type Reach, type Run } from '../job';
import { isOpen, type ProfileColumns } from '../alignment';
import { liftChecks, type LiftCheck } from './loads';
import { DEPTH_TO_SPARE, flatWindow, SHORT_WINDOW } from './reach';
import { setUpsOf } from './setUps';

type Columns = ProfileColumns & { topWidth: readonly number[] };

/** How a machine stands to a run. Metres. */
export interface MachineFit {
  id: string;
  machine: Machine;
  deepest: number;
  /** Share of its depth left over at the deepest of the run; below zero: it does not get there. */
  spare: number;
  /** Level floor it shaves at the deepest of the run from one place; undefined where it does not get there. */
  window: Range | undefined;
  /** Places it digs from. */
  setUps: number;
  /** Room left in the tightest gap on the way in; undefined where none is entered. */
  gap: number | undefined;
  /** The heaviest lift; undefined where nothing needs the machine. */
  lift: LiftCheck | undefined;
  /** What stands against it, in words; none: it does the run. */
  against: string[];
}

/** To shift from one place to the next, hours. Source: usual; log your own. */
export const MOVE_HOURS = 3 / 60;

const deepestOf = (run: Run, profile: ProfileColumns): number =>
  largest(profile.depth.map((depth, i) => (isOpen(run.reaches[profile.reach[i] as number] as Reach) ? depth : 0)));

/** Reach of an arm is the same all day: worked out once each. */
const reachesOf = new WeakMap<object, number>();
export function deepestFor({ arm }: Pick<Machine, 'arm'>): number {
  const known = reachesOf.get(arm) ?? deepestReach(arm);
  reachesOf.set(arm, known);
  return known;
}

/** Every machine, the job's own first, against a run: in, down and up. */
export function machineFits(job: Job, run: Run, profile: Columns, supports: readonly PlaceSupport[]): MachineFit[] {
  return machinesFor(job).map(({ id, machine }) => fitOf(job, run, profile, supports, id, machine));
}

function fitOf(job: Job, run: Run, profile: Columns, supports: readonly PlaceSupport[], id: string, machine: Machine): MachineFit {
  const deep = deepestOf(run, profile);
  const deepest = deepestFor(machine);
  const window = flatWindow(machine.arm, deep);
  const shaved = window ? window.to - window.from : 0;
  const gaps = job.clearance.pinches.map((pinch) => {
    const { needed, had } = pinchRoom(pinch, machine);
    return had - needed;
  });
  const gap = gaps.length > 0 ? Math.min(...gaps) : undefined;
  const { list: stands } = setUpsOf(run, profile, machine);
  const [lift] = liftChecks(job, run, profile, supports, machine);
  const spare = 1 - deep / deepest;
  return {
    id,
    machine,
    deepest,
    spare,
    window,
    setUps: stands.length,
    gap,
    lift,
    against: [
      ...(spare < 0 ? ['does not get down'] : spare < DEPTH_TO_SPARE ? ['little depth to spare'] : []),
      ...(spare >= 0 && shaved < SHORT_WINDOW ? ['short floor from one place'] : []),
      ...(gap !== undefined && gap < 0 ? ['too wide for the way in'] : []),
      ...(lift && !lift.fits ? ['cannot lift what is to be lifted'] : []),
    ],
  };
}
