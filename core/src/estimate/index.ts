import { machineOf, machinePrice, type Job, type Run } from '../job';
import type { Plan } from '../plan/plan';
import { piecesOf, portionsOf, together, type Hours, type Portion, type WorkPiece } from './pieces';

export { usualRates, type Hours, type Portion, type WorkPiece } from './pieces';

/** The one estimate of a plan: every screen's figure of hours is a sum of these. */
export interface Estimate {
  /** Hole by hole. */
  portions: readonly Portion[];
  /** As they are worked on, in the order they are dug. */
  pieces: readonly WorkPiece[];
  /** Of the whole run. */
  hours: Hours;
}

const estimates = new WeakMap<Plan, { job: Job; run: Run; estimate: Estimate }>();

/** Hours by activity and stretch. Worked out once for a plan with the inputs it is of. */
export function estimateOf(job: Job, run: Run, plan: Plan): Estimate {
  const known = estimates.get(plan);
  if (known?.job === job && known.run === run) return known.estimate;
  const portions = portionsOf(job, run, plan);
  const estimate = { portions, pieces: piecesOf(run, plan, portions), hours: together(portions) };
  estimates.set(plan, { job, run, estimate });
  return estimate;
}

/** Hours of machine and crew. The crew works beside the machine: its hours are those of its own activities. */
export const workHours = ({ dig, move, protect, fill, hand, bed, lay, bore }: Hours): { machine: number; crew: number } => ({
  machine: dig + move + protect + fill,
  crew: hand + protect + bed + lay + fill + bore,
});

/** People beside the machine. */
export const besideMachine = ({ pace }: Pick<Job, 'pace'>): number => Math.max(1, pace.people - 1);

/** The price of an item: as typed for the job, else the usual one. */
export const priceOf = ({ rates }: Pick<Job, 'rates'>, id: string, usual: number): number =>
  rates.prices.find(({ item }) => item === id)?.price ?? usual;

/** What an hour of the machine costs with its driver and fuel, the job's money. */
export function drivenHour(job: Job): number {
  const machine = machineOf(job);
  const { crew, fuel } = job.rates;
  return machinePrice(job, job.machine, machine) + priceOf(job, 'labour.driver', crew) + machine.fuel * priceOf(job, 'labour.fuel', fuel);
}

/** What some hours cost: machine, driver, fuel and the crew beside it; the job's money. */
export function labourCost(job: Job, hours: Hours): number {
  const { machine, crew } = workHours(hours);
  return machine * drivenHour(job) + crew * besideMachine(job) * priceOf(job, 'labour.crew', job.rates.crew);
}

/** Hours people work for it: the driver's and those of everybody beside the machine. */
export function personHours(job: Pick<Job, 'pace'>, hours: Hours): number {
  const { machine, crew } = workHours(hours);
  return machine + crew * besideMachine(job);
}

/** Hours worked on one hole. */
export const hoursIn = ({ portions }: Estimate, place: string): Hours => together(portions.filter((one) => one.place === place));
