import type { Job } from '../job';

/** Inputs of a job that a plan hangs on. Papers, tasks, prices and the units it is read in are none. */
const KEYS = [
  'ruleSet',
  'overrides',
  'separations',
  'owners',
  'products',
  'kit',
  'machine',
  'machines',
  'buckets',
] as const satisfies (keyof Job)[];

/** What of a job a plan hangs on. */
export const plannedBy = (job: Job): Pick<Job, (typeof KEYS)[number]> =>
  Object.fromEntries(KEYS.map((key) => [key, job[key]])) as Pick<Job, (typeof KEYS)[number]>;

/** The job people on site work by: what its plans hang on as it was issued, and all else as it is now. A permit given since opens what it shut, one taken back shuts it. */
export const jobInForce = (issued: Job, now: Job): Job => ({ ...now, ...plannedBy(issued) });
