import { isOpen, reachEnd } from '../alignment';
import { valueAt, without } from '../geometry';
import { bucketsOf, machineOf, type Job, type Run } from '../job';
import { bucketFor, deepestFor } from '../machine';
import { planRun } from '../plan/plan';
import { pitOf, type Exercise, type Pit } from './arm';
import { runExercise, type CrossedLine } from './ownRun';

/** A stretch of a planned run to be practised, or how deep the job's machine would have to get. */
export type Planned = { exercise: Exercise; pit: Pit; from: number; too?: undefined } | { too: { deepest: number; reaches: number } };

/**
 * The first stretch of a run that is dug open, as an exercise with the job's machine: its ground and depth by the plan, its lines where they are guessed to lie,
 * and what hands dig by it.
 * @returns undefined where no stretch is dug by machine. @throws InputError when the run's inputs make no plan.
 */
export function plannedExercise(job: Job, run: Run): Planned | undefined {
  const { profile, existing, handWindows, byHand } = planRun(job, run);
  const machine = machineOf(job);
  const index = run.reaches.findIndex(isOpen);
  const reach = run.reaches[index];
  if (!reach) return undefined;
  const [from, to] = [reach.from, reachEnd(run, index)];
  const depthAt = (station: number) => valueAt(profile.station, profile.depth, station);
  const lines = existing.flatMap((line): CrossedLine[] =>
    line.where.kind === 'crossing'
      ? [
          {
            id: line.id,
            name: line.name,
            station: line.where.station,
            depth: (line.coverMin + line.coverMax) / 2 + line.size / 2,
            size: line.size,
          },
        ]
      : [],
  );
  const { ground } = run.spoil;
  const exercise = runExercise({ from, to, depthAt, ground, lines, strips: [...handWindows, ...byHand] }, machine);
  if (!exercise) {
    const depths = profile.depth.filter((_, i) => profile.reach[i] === index);
    return { too: { deepest: Math.max(...depths), reaches: deepestFor(machine) } };
  }
  if (without(exercise.floor, exercise.strips).length === 0) return undefined;
  return { exercise, pit: pitOf(machine, bucketFor(machine, ground, bucketsOf(job), reach.bottomWidth), exercise), from };
}
