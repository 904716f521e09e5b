import { grounds, type GroundId, type Machine } from '../catalogue';
import { bucketsOf, machineOf, type Activity, type Job } from '../job';
import { breaksOut } from './power';

/** How ground fills a bucket, heaped being 1, and slows a cycle. Source: usual earthmoving practice; log your own. */
const diggability: Record<GroundId, { fill: number; slow: number }> = {
  sand: { fill: 1, slow: 1 },
  loam: { fill: 1, slow: 1 },
  clay: { fill: 0.9, slow: 1.2 },
  rock: { fill: 0.6, slow: 1.6 },
};
/** Down to this share of its depth a machine digs at its best; at its deepest a cycle takes this much longer. */
const EASY = 0.4;
const DEEP = 0.5;
/** Half a turn more takes this much longer than a quarter. */
const SWING = 0.4;

export const CYCLE_BASIS = 'Usual cycle times of the class and a 47-minute hour; log your own and they rule';

/**
 * One cycle, seconds. Source: time = base × soil × depth × swing.
 * @param share depth over the machine's greatest. @param swing angle to the heap, radians.
 */
export function cycleTime(machine: Pick<Machine, 'cycle'>, ground: GroundId, share: number, swing = Math.PI / 2): number {
  const deep = 1 + (DEEP * Math.max(0, Math.min(1, share) - EASY)) / (1 - EASY);
  return machine.cycle * diggability[ground].slow * deep * (1 + (SWING * (swing - Math.PI / 2)) / Math.PI);
}

/** What a bucket brings up at once, m³ in the bank. Source: heaped × fill / (1 + swell). */
export const payload = (machine: Pick<Machine, 'bucketArea'>, bucket: number, ground: GroundId): number =>
  (machine.bucketArea * bucket * diggability[ground].fill) / (1 + grounds[ground].swell);

/** Widest bucket that goes into a trench and breaks out there, of those to hand; the narrowest where none does. Metres. */
export function bucketFor(machine: Pick<Machine, 'breakout'>, ground: GroundId, buckets: readonly number[], width: number): number {
  const most = Math.min(width, breaksOut(machine, ground).curl);
  const fits = buckets.filter((bucket) => bucket <= most + 1e-9);
  return fits.length > 0 ? Math.max(...fits) : Math.min(...buckets);
}

/** Rate a crew logged for an activity, amount an hour; undefined while nothing is. Of digging what was measured with the job's own machine. */
export function loggedRate(job: Pick<Job, 'pace' | 'machine'>, activity: Activity): number | undefined {
  const own = (job.pace.logged ?? []).filter(
    (entry) => entry.activity === activity && (activity !== 'dig' || (entry.machine ?? job.machine) === job.machine),
  );
  const hours = own.reduce((sum, entry) => sum + entry.hours, 0);
  return hours > 0 ? own.reduce((sum, entry) => sum + entry.amount, 0) / hours : undefined;
}

/** What one person digs by hand in an hour, m³ in the bank: what the crew logged, else what is usual in the ground. */
export const handRate = (job: Pick<Job, 'pace' | 'machine'>, ground: GroundId): number =>
  loggedRate(job, 'hand') ?? grounds[ground].handRate;

/**
 * What the job's machine digs in an hour, m³ in the bank: what the crew logged, else payload × cycles in the minutes worked.
 * @param width of the dig, metres. @param share depth over the machine's greatest; half when not given.
 */
export function digRate(job: Pick<Job, 'pace' | 'machine' | 'machines' | 'buckets'>, ground: GroundId, width: number, share = 0.5): number {
  const machine = machineOf(job);
  const cycles = (job.pace.minutes * 60) / cycleTime(machine, ground, share);
  return loggedRate(job, 'dig') ?? payload(machine, bucketFor(machine, ground, bucketsOf(job), width), ground) * cycles;
}
