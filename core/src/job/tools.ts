import { kits, machines, protections, type Kit } from '../catalogue';
import type { Job, Reach } from './schema';

/** Buckets to hand: the job's own, else those of its machine's class; narrowest first, metres. */
export const bucketsOf = (job: Pick<Job, 'buckets' | 'machine'>): number[] =>
  [...(job.buckets.length > 0 ? job.buckets : machines[job.machine].buckets)].sort((a, b) => a - b);

/** What the supports of a reach take from the dig on each side, metres. */
export const panelOf = ({ protection, panel }: Pick<Reach, 'protection' | 'panel'>): number =>
  protection === 'none' ? 0 : (panel ?? protections[protection].panel);

/** Supports by id, the job's own tables among them. */
export const kitOf = (job: Pick<Job, 'kit'>, id: string | null): Kit | undefined =>
  id === null ? undefined : [...job.kit, ...kits].find((kit) => kit.id === id);
