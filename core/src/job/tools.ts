import { kits, machineIds, machines, machineWith, protections, type Kit, type Machine } from '../catalogue';
import type { Patch, PathStep } from './patch';
import { LEAST_APART } from './limits';
import type { Job, Reach, Run, Sides } from './schema';

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

/** What the supports of a hole take from the dig on each side, metres. */
export const panelOf = ({ protection, panel }: Pick<Sides, 'protection' | 'panel'>): number =>
  protection === 'none' ? 0 : (panel ?? protections[protection].panel);

/** Supports by id, the job's own tables among them. */
export const kitOf = (job: Pick<Job, 'kit'>, id: string | null): Kit | undefined =>
  id === null ? undefined : [...job.kit, ...kits].find((kit) => kit.id === id);

/** The changes that put supports of a table into a hole: which, what they take from the dig, the clear widths they allow. Without one: none of these. */
export function kitChosen(path: readonly PathStep[], kit: Kit | undefined): Patch[] {
  const at = (key: string, value: unknown): Patch => ({ path: [...path, key], value });
  return [
    at('kit', kit?.id ?? null),
    at('panel', kit?.panel ?? null),
    at('supportWidths', kit ? { least: kit.least, most: kit.most, source: `${kit.name}. ${kit.source}`.slice(0, 120) } : null),
  ];
}

/**
 * The changes that make a stretch of a reach a reach of its own, changed; what lies before and behind it stays as it was. Stations are held inside the
 * reach; pieces shorter than stations may be apart are not made.
 */
export function reachSplit(
  run: Pick<Run, 'reaches' | 'stations'>,
  id: string,
  within: { from: number; to: number },
  change: Partial<Reach>,
): Patch[] {
  const index = run.reaches.findIndex((reach) => reach.id === id);
  const reach = run.reaches[index];
  if (!reach) return [];
  const end = run.reaches[index + 1]?.from ?? run.stations.at(-1)?.station ?? reach.from;
  const from = within.from < reach.from + LEAST_APART ? reach.from : within.from;
  const to = within.to > end - LEAST_APART ? end : within.to;
  const free = (wanted: string) => {
    let name = wanted;
    for (let n = 2; run.reaches.some((other) => other.id === name); n++) name = `${wanted}-${n}`;
    return name;
  };
  const middle: Reach = {
    ...reach,
    ...change,
    id: from === reach.from ? reach.id : free(`${id.slice(0, 40)}-at-${Math.round(from * 1000)}`),
    from,
  };
  const behind: Reach[] = to < end ? [{ ...reach, id: free(`${id.slice(0, 40)}-past-${Math.round(to * 1000)}`), from: to }] : [];
  const pieces = [...(from > reach.from ? [reach] : []), middle, ...behind];
  return [{ path: ['reaches'], value: run.reaches.toSpliced(index, 1, ...pieces) }];
}
