import { applyPatches, findingsOf, keyOf, machineOf, type Job, type Patch, type Run } from '../../job';
import { jobErrors, runErrors } from '../../job/observed';
import type { Solver } from '../../lp';
import { orderOf } from '../../order';
import { accessChecks } from '../../clearance';
import { planRun, tryPlan, type Plan } from '../../plan/plan';
import { resolveRules } from '../../rules';
import { lineChecks } from '../../trench/checks';
import { timelineOf, programmeInputs } from '../programme';
import type { Sayable } from '../../words';
import { tries, type AlternativeKind } from './candidates';

export { alternativeKinds, type AlternativeKind } from './candidates';

/** A plan in what decides between two: money in the job's own, hours of work, metres, m³ in the bank. */
export interface Outcome {
  cost: number;
  hours: number;
  topWidth: number;
  dig: number;
  stops: Sayable[];
  cautions: number;
}

/** Something that was tried, with what comes of it. */
export interface Alternative {
  kind: AlternativeKind;
  label: string;
  job: Patch[];
  run: Patch[];
  after: Outcome;
}

/** A plan with its order, its days as expected, and all that stands against it, the way in included. */
export function outcomeOf(job: Job, run: Run, plan: Plan = planRun(job, run)): Outcome {
  const order = orderOf(job, run, plan);
  // A machine that does not get in digs nothing.
  const rules = resolveRules(job.ruleSet, job.overrides);
  const way = findingsOf(accessChecks, { pinches: job.clearance.pinches, machine: machineOf(job), rules });
  const against: Sayable[] = [...way, ...plan.findings, ...order.findings];
  return {
    cost: order.total,
    hours: timelineOf(programmeInputs(job, run, plan, order), () => 1).hours,
    topWidth: plan.widestTop,
    dig: plan.dig.hand + plan.dig.machine,
    stops: against.filter(({ severity }) => severity === 'stop'),
    cautions: against.filter(({ severity }) => severity === 'caution').length,
  };
}

/** What to look for. */
export const aims = ['cost', 'hours', 'topWidth'] as const;
export type Aim = (typeof aims)[number];

/** Best first for an aim: fewest stops, then the least of it. */
export const ranked = (found: readonly Alternative[], aim: Aim): Alternative[] =>
  [...found].sort((a, b) => a.after.stops.length - b.after.stops.length || a.after[aim] - b.after[aim]);

/**
 * Tries the fixes on offer and every part of the plan another way, and plans each: what would make it cheaper, faster or narrower. What changes
 * nothing, cannot be dug, would be no valid input or lets a line fail a check of its own is left out. @param onProgress told the share done and what is tried.
 */
export function alternatives(
  job: Job,
  run: Run,
  solver: Solver | undefined,
  onProgress: (share: number, what: string) => void = () => undefined,
): { before: Outcome; found: Alternative[] } {
  const plan = planRun(job, run);
  const before = outcomeOf(job, run, plan);
  const steps = tries(job, run, plan, solver);
  const failing = failingChecks(job, run, plan);
  const seen = new Set<string>();
  const found: Alternative[] = [];
  steps.forEach((step, i) => {
    const list = step();
    list.forEach((one, k) => {
      onProgress((i + k / list.length) / steps.length, one.label);
      const key = JSON.stringify([one.job, one.run]);
      if (seen.has(key)) return;
      seen.add(key);
      const after = planned(job, run, one.job, one.run, failing);
      if (after && !same(after, before)) found.push({ ...one, after });
    });
  });
  return { before, found };
}

/** Checks of the lines that fail: by line and check. */
const failingChecks = (job: Job, run: Run, plan: Plan): ReadonlySet<string> =>
  new Set(
    lineChecks(job, run, plan).flatMap(({ line, checks }) =>
      checks.flatMap(({ id, state }) => (state === 'fails' ? [`${line.id} ${id}`] : [])),
    ),
  );

/** What comes of some changes; undefined where they cannot be, or a line would fail a check it holds now. */
function planned(job: Job, run: Run, jobPatches: Patch[], runPatches: Patch[], failing: ReadonlySet<string>): Outcome | undefined {
  const [nextJob, nextRun] = [applyPatches(job, jobPatches), applyPatches(run, runPatches)];
  if (jobErrors(nextJob).length > 0 || runErrors(nextRun).length > 0) return undefined;
  const tried = tryPlan(nextJob, nextRun);
  if (!('plan' in tried)) return undefined;
  const fails = [...failingChecks(nextJob, nextRun, tried.plan)].some((one) => !failing.has(one));
  return fails ? undefined : outcomeOf(nextJob, nextRun, tried.plan);
}

const same = (a: Outcome, b: Outcome): boolean =>
  a.stops.map(keyOf).join() === b.stops.map(keyOf).join() &&
  a.cautions === b.cautions &&
  (['cost', 'hours', 'topWidth', 'dig'] as const).every((key) => Math.abs(a[key] - b[key]) < 1e-6);
