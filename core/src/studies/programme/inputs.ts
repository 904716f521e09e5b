import { largest } from '../../geometry';
import { placingEffort } from '../../protection';
import { machineOf, machinePrice, productOf, type Job, type Run } from '../../job';
import type { Hours, WorkPiece } from '../../estimate';
import type { Order } from '../../order';
import type { Plan } from '../../plan/plan';

/** What a run of days depends on. Hours of work, metres, the job's money. */
export interface ProgrammeInputs {
  pieces: readonly WorkPiece[];
  /** Of the whole run, by activity. */
  hours: Hours;
  /** In the crew, the driver among them. */
  people: number;
  shift: number;
  /** Most of the trench open at once, and most of it supported at once. */
  open: number;
  supports: number;
  /** Working days until the line is on site; share of days lost to weather. */
  delivery: number;
  lost: number;
  /** Hours of testing after the last of the line is laid. */
  test: number;
  /** Cost of a day worked, of a day lost (the machine stands), of a day of the supports, and of everything bought. */
  day: number;
  idle: number;
  hire: number;
  bought: number;
}

/** A drain, main or cable is tested for about so long before the job is done, hours. */
const TEST = 2;

/** The days of a run, from its plan and its order. */
export function programmeInputs(job: Job, run: Run, plan: Plan, order: Order): ProgrammeInputs {
  const { pace, rates } = job;
  const machine = machinePrice(job, job.machine, machineOf(job));
  const lengths = plan.supports.flatMap(({ place, kit, schedule, from, to }) => {
    // A pit’s box stays in its pit: only those of the trench come to an end.
    if (!kit || !schedule || run.reaches.every(({ id }) => id !== place)) return [];
    // Boxes reach as far as they are long; of shores and sheets as many come as the reach takes.
    return [schedule.kind === 'shield' && kit.kind === 'shield' ? schedule.boxes * kit.length : to - from];
  });
  const bought = order.items.filter(({ group }) => group !== 'labour' && group !== 'supports').reduce((sum, { cost }) => sum + cost, 0);
  const hire = plan.supports.reduce((sum, { kit, schedule }) => sum + (kit ? placingEffort(schedule).pieces * kit.hire : 0), 0);
  return {
    pieces: order.estimate.pieces,
    hours: order.estimate.hours,
    people: pace.people,
    shift: pace.shift,
    open: run.conditions.open,
    supports: lengths.length > 0 ? largest(lengths) : Infinity,
    delivery: run.logistics.delivery,
    lost: run.logistics.lost,
    test: productOf(job, run).kind === 'duct' ? 0 : TEST,
    day: pace.shift * (pace.people * rates.crew + machine),
    idle: pace.shift * machine,
    hire,
    bought,
  };
}
