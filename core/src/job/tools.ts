import { kits, machineIds, machines, machineWith, protections, type Kit, type Machine } from '../catalogue';
import type { Job, Reach } from './schema';

/** The machine a job plans with. @throws RangeError for one that is nowhere; the schema lets no such job through. */
export function machineOf(job: Pick<Job, 'machine' | 'machines'>): Machine {
  const machine = machineWith(job.machine, job.machines);
  if (!machine) throw new RangeError(`No machine “${job.machine}”`);
  return machine;
}

/** Every machine a job may take: its own first, then the classes. */
export const machinesFor = (job: Pick<Job, 'machines'>): { id: string; machine: Machine }[] => [
  ...job.machines.map((machine) => ({ id: machine.id, machine })),
  ...machineIds.map((id) => ({ id, machine: machines[id] as Machine })),
];

/** What an hour of a machine costs without driver and fuel: as typed for the job, else its own. */
export const machinePrice = (job: Pick<Job, 'rates'>, id: string, machine: Machine): number =>
  job.rates.prices.find(({ item }) => item === `machine.${id}`)?.price ?? machine.hour;

/** Buckets to hand: the job's own, else those of its machine's class; narrowest first, metres. */
export const bucketsOf = (job: Pick<Job, 'buckets' | 'machine' | 'machines'>): number[] =>
  [...(job.buckets.length > 0 ? job.buckets : machineOf(job).buckets)].sort((a, b) => a - b);

/** What the supports of a reach take from the dig on each side, metres. */
export const panelOf = ({ protection, panel }: Pick<Reach, 'protection' | 'panel'>): number =>
  protection === 'none' ? 0 : (panel ?? protections[protection].panel);

/** Supports by id, the job's own tables among them. */
export const kitOf = (job: Pick<Job, 'kit'>, id: string | null): Kit | undefined =>
  id === null ? undefined : [...job.kit, ...kits].find((kit) => kit.id === id);
