import { drivenHour, estimateOf } from '../estimate';
import type { Job, Run } from '../job';
import { machineFits, setUpsOf, type MachineFit } from '../machine';
import type { Plan } from '../plan/plan';

/** A machine against a run, with how long it digs and moves there and what that costs with driver and fuel; the job's money. */
export interface MachineChoice extends MachineFit {
  hours: number;
  cost: number;
}

/** The job with another machine: with the buckets of its class, where it is not the one that is planned. */
export const withMachine = (job: Job, id: string): Job => (id === job.machine ? job : { ...job, machine: id, buckets: [] });

/** Every machine, the job's own first, with its share of the estimate: of the planned one what the order books. */
export function machineChoices(job: Job, run: Run, plan: Plan): MachineChoice[] {
  return machineFits(job, run, plan.profile, plan.supports).map((fit) => {
    const its = withMachine(job, fit.id);
    const placed = fit.id === job.machine ? plan : { ...plan, setUps: setUpsOf(run, plan.profile, fit.machine) };
    const { dig, move } = estimateOf(its, run, placed).hours;
    return { ...fit, hours: dig + move, cost: (dig + move) * drivenHour(its) };
  });
}
