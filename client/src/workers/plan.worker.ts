import type { Job, Run } from '@tamper/core/job';
import { planRun, type Plan } from '@tamper/core/planRun';
import { expose } from './wire';
import { worked, type Worked } from './worked';

/** Plans runs, and carries nothing else: a page of a run waits until it has read its program. */
const worker = {
  plan: (job: Job, run: Run): Worked<Plan> => worked(() => planRun(job, run)),
};
export type PlanWorker = typeof worker;

expose(worker);
