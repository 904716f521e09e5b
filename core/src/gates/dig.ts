import { accessChecks } from '../clearance/access';
import type { Day } from '../clearance';
import { knownLine } from '../existing/known';
import { findingsOf, machineOf, type Job, type Run } from '../job';
import type { Plan, Tried } from '../plan/plan';
import { readerOf } from '../words';
import { clearToDig } from './clear';
import { against, type Gate, type GateReason } from './reasons';

/** Kinds of the lines entered on runs, as known now. */
export const kindsEntered = (runs: readonly Pick<Run, 'existing'>[]): ReadonlySet<string> =>
  new Set(runs.flatMap(({ existing: lines }) => lines.map((line) => knownLine(line).kind)));

/**
 * The gate **Clear to dig** of one run, from its plan.
 * @param others the other runs of the job: a marked line may be entered on any of them.
 */
export function runGate(job: Job, run: Run, plan: Plan, others: readonly Run[], today: Day): Gate {
  return gateOf(job, run.existing, kindsEntered([run, ...others]), plan.deepestHole, against(plan.findings, 'dig', readerOf(job)), today);
}

/** The gate **Clear to dig** of a whole job: of all its runs together. A run that cannot be planned yet keeps it shut. @param tried what came of each, in their order. */
export function jobGateOf(job: Job, runs: readonly Run[], tried: readonly Tried[], today: Day): Gate {
  const depth = tried.reduce((most, one) => ('plan' in one ? Math.max(most, one.plan.deepestHole) : most), 0);
  return gateOf(
    job,
    runs.flatMap(({ existing: lines }) => lines),
    kindsEntered(runs),
    depth,
    tried.flatMap((one, i) => saidOf(job, runs[i] as Run, i, one)),
    today,
  );
}

/** What one run of a job says against digging, under its name. */
function saidOf(job: Job, { name }: Run, index: number, tried: Tried): GateReason[] {
  if ('plan' in tried)
    return against(tried.plan.findings, 'dig', readerOf(job)).map((reason) => ({
      ...reason,
      id: `${index}.${reason.id}`,
      what: `${name}: ${reason.what}`,
    }));
  const why = tried.errors.map(({ message }) => message).join(' ');
  return [{ id: `${index}.plan`, state: 'stop', what: `${name} cannot be dug as it stands`, why }];
}

function gateOf(
  job: Job,
  lines: Run['existing'],
  entered: ReadonlySet<string>,
  depth: number,
  ofPlans: readonly GateReason[],
  today: Day,
): Gate {
  const reader = readerOf(job);
  const { rules, units } = reader;
  const way = findingsOf(accessChecks, { pinches: job.clearance.pinches, machine: machineOf(job), rules });
  return clearToDig({
    clearance: job.clearance,
    rules,
    units,
    lines,
    kindsEntered: entered,
    depth,
    against: [...against(way, 'dig', reader), ...ofPlans],
    today,
  });
}
