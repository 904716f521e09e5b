import { fillReport, type FillInputs, type FillReport } from '../fill';
import { joined, type Range } from '../geometry';
import type { Job } from '../job';
import { isPit } from '../trench';
import { asLaidOf, pointsExpected, tiePointsOf, type AsLaidPoint, type ExpectedPoint, type HeldPoint, type UnplacedPoint } from './points';
import { recordTasks } from './wanting';

/** What was measured of what was laid and filled, and what is still owed. */
export interface RunRecord {
  points: AsLaidPoint[];
  /** Entered, and told by nothing where they are. */
  unplaced: UnplacedPoint[];
  expected: ExpectedPoint[];
  ties: HeldPoint[];
  fill: FillReport;
  tasks: ReturnType<typeof recordTasks>;
  /** Stretches of the trench itself, pits left out. */
  open: Range[];
}

/** The record of a run by its issued plan and its book. @param now server's moment, ms. */
export function recordOf(inputs: FillInputs & { job: Job }): RunRecord {
  const { job, run, places, book } = inputs;
  const fill = fillReport(inputs);
  const { points, unplaced } = asLaidOf(inputs);
  const expected = pointsExpected(inputs, points);
  const open = joined(places.filter((place) => !isPit(place)));
  const tasks = recordTasks({ fill, places: open, expected, surface: run.surface, book, units: job.units });
  return { points, unplaced, expected, ties: tiePointsOf(book), fill, tasks, open };
}
