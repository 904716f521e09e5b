import type { Day } from '../clearance';
import type { Job, Run } from '../job';
import { tryPlan } from '../plan/plan';
import { jobGateOf } from './dig';
import type { Gate } from './reasons';

/** The gate **Clear to dig** of a whole job, its runs planned for it. Apart from the gates, which plan nothing. */
export const jobGate = (job: Job, runs: readonly Run[], today: Day): Gate =>
  jobGateOf(
    job,
    runs,
    runs.map((run) => tryPlan(job, run)),
    today,
  );
