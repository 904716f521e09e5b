import { machineIds, machines, type Machine, type MachineId } from '../catalogue';
import { squeeze } from '../clear';
import { between, EPSILON, hull, largest, rangesWhere, type Range } from '../geometry';
import type { Finding, Job, Reach, Run } from '../job';
import { isOpen, type ProfileColumns } from '../line';
import { formatLength, formatPercent, type UnitSystem } from '../units';
import { DEPTH_TO_SPARE, deepestReach, flatWindow, SHORT_WINDOW } from './reach';

/** How a machine stands to a run. Metres, hours. */
export interface MachineFit {
  id: MachineId;
  deepest: number;
  /** Share of its depth left over at the deepest of the run; below zero: it does not get there. */
  spare: number;
  /** Level floor it shaves at the deepest of the run from one place; undefined where it does not get there. */
  window: Range | undefined;
  /** Stations at which its reach from one place ends: how often it moves, and one more place. */
  setUps: number;
  /** Room left in the tightest gap on the way in; undefined where none is entered. */
  gap: number | undefined;
  hours: number;
}

const deepestOf = (run: Run, profile: ProfileColumns): number =>
  largest(profile.depth.map((depth, i) => (isOpen(run.reaches[profile.reach[i] as number] as Reach) ? depth : 0)));

/** Reach of a machine is the same all day: worked out once each. */
const reaches = new Map<Machine, number>();
function reachOf(machine: Machine): number {
  const known = reaches.get(machine) ?? deepestReach(machine.arm);
  reaches.set(machine, known);
  return known;
}

/** Every class against a run: does it get in, does it get down, how often does it move, how long does it dig. @param dig m³ in the bank. */
export function machineFits(job: Pick<Job, 'clearance'>, run: Run, profile: ProfileColumns, dig: number): MachineFit[] {
  const deep = deepestOf(run, profile);
  const length = (profile.station.at(-1) ?? 0) - (profile.station[0] ?? 0);
  return machineIds.map((id): MachineFit => {
    const machine = machines[id];
    const deepest = reachOf(machine);
    const window = flatWindow(machine.arm, deep);
    const gaps = job.clearance.pinches.map((pinch) => {
      const { needed, had } = squeeze(pinch, machine);
      return had - needed;
    });
    return {
      id,
      deepest,
      spare: 1 - deep / deepest,
      window,
      setUps: window ? Math.max(1, Math.ceil(length / Math.max(0.1, window.to - window.from) - EPSILON)) : 0,
      gap: gaps.length > 0 ? Math.min(...gaps) : undefined,
      hours: dig / machine.digRate,
    };
  });
}

/** Deeper than the machine reaches, or so near its limit that hardly any floor is left to shave. */
export function reachFindings(run: Run, profile: ProfileColumns, machine: Machine, units: UnitSystem): Finding[] {
  const deepest = reachOf(machine);
  const where = (limit: number) =>
    hull(
      rangesWhere(
        profile.station,
        (i) => isOpen(run.reaches[profile.reach[Math.floor(i)] as number] as Reach) && between(profile.depth, i) > limit + EPSILON,
      ),
    );
  const past = where(deepest);
  const common = { chapter: 'machine' as const, basis: `${machine.basis}; bucket and coupler change it`, fixes: [] };
  const length = (metres: number) => formatLength(metres, units);
  if (past)
    return [
      {
        ...common,
        id: 'machine.deep',
        severity: 'stop',
        ...past,
        what: `The ${machine.name} reaches ${length(deepest)} down, and ${length(deepestOf(run, profile))} is to be dug`,
        why: 'It does not get there. A larger machine, or less depth.',
      },
    ];
  const edge = where(deepest * (1 - DEPTH_TO_SPARE));
  if (!edge) return [];
  const deep = deepestOf(run, profile);
  const window = flatWindow(machine.arm, deep);
  const short = !window || window.to - window.from < SHORT_WINDOW;
  return [
    {
      ...common,
      id: 'machine.edge',
      severity: 'caution',
      ...edge,
      what: `The ${machine.name} is at the edge of its reach: ${formatPercent(Math.max(0, 1 - deep / deepest))} of its depth to spare`,
      why: short
        ? `It shaves ${window ? length(window.to - window.from) : 'no'} of level floor from one place; ${formatPercent(DEPTH_TO_SPARE)} to spare is advised.`
        : `${formatPercent(DEPTH_TO_SPARE)} to spare is advised: bucket, bed and a hollow all take from it.`,
    },
  ];
}
