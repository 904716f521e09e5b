import { machines } from '../catalogue';
import type { Job } from './schema';

/** Buckets to hand: the job's own, else those of its machine's class; narrowest first, metres. */
export const bucketsOf = (job: Pick<Job, 'buckets' | 'machine'>): number[] =>
  [...(job.buckets.length > 0 ? job.buckets : machines[job.machine].buckets)].sort((a, b) => a - b);
