import { machines } from '../catalogue';
import type { Job } from '../job';

/** A way to dig a width: the bucket of each pass, and how much each overlaps the one before. Metres. */
export interface Passes {
  buckets: number[];
  overlap: number;
  /** What they dig. */
  width: number;
}

/** Passes overlap by a tooth at least, metres. */
export const TOOTH = 0.05;
const MOST_PASSES = 6;
/** Changing the bucket takes about as long as half a pass along a short run. */
const CHANGE = 0.5;

/** Buckets to hand: the job's own, else those of its machine's class; narrowest first, metres. */
export const bucketsOf = (job: Pick<Job, 'buckets' | 'machine'>): number[] =>
  [...(job.buckets.length > 0 ? job.buckets : machines[job.machine].buckets)].sort((a, b) => a - b);

/**
 * Ways to dig at least `floor` and at most `ceiling` wide, best first: fewest passes, a change of bucket counting half of one, then least dug too wide.
 * Source: achieved width = w_b + (n − 1)(w_b − overlap), overlap at least one tooth; two buckets w₁ + w₂ − overlap.
 */
export function bucketPasses(buckets: readonly number[], floor: number, ceiling: number = Infinity): Passes[] {
  const ways: (Passes & { cost: number })[] = [];
  for (const [index, bucket] of buckets.entries()) {
    if (bucket > ceiling + 1e-9) continue;
    if (bucket >= floor - 1e-9) ways.push({ buckets: [bucket], overlap: 0, width: bucket, cost: 1 });
    else {
      const passes = Math.ceil((floor - TOOTH - 1e-9) / (bucket - TOOTH));
      if (bucket > TOOTH && passes <= MOST_PASSES)
        ways.push({
          buckets: Array<number>(passes).fill(bucket),
          overlap: (passes * bucket - floor) / (passes - 1),
          width: floor,
          cost: passes,
        });
    }
    for (const wider of buckets.slice(index + 1))
      if (bucket > TOOTH && wider < floor - 1e-9 && bucket + wider - TOOTH >= floor - 1e-9)
        ways.push({ buckets: [wider, bucket], overlap: bucket + wider - floor, width: floor, cost: 2 + CHANGE });
  }
  return ways
    .sort((a, b) => a.cost - b.cost || a.width - b.width)
    .map(({ buckets: used, overlap, width }) => ({ buckets: used, overlap, width }));
}
