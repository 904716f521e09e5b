import type { Kit } from '../../catalogue';
import { largest } from '../../geometry';
import { heaviestOf, placingEffort } from '../../protection';
import { applyPatches, InputError, type Finding, type Fix, type Job, type Patch, type Reach, type Run } from '../../job';
import { isOpen, reachEnd, reachSpan } from '../../alignment';
import { digRate } from '../../machine';
import { planRun, type Plan } from '../../plan/plan';
import { resolveRules } from '../../rules';
import { lipAt, loosening } from '../../spoil';
import { candidates, optionIds, type Candidate, type OptionId } from './candidates';
import { optionWords } from './words';

export { benchFor, optionIds, type OptionId } from './candidates';
export { optionWords } from './words';

/** One way to hold a reach, worked out on the whole plan. SI; hours of one person; money in the job's own. */
export interface ProtectionOption {
  id: OptionId;
  name: string;
  kit: Kit | undefined;
  feasible: boolean;
  /** What stands against it, worst first, and the least changes that would mend that. */
  against: string[];
  mends: Fix[];
  designer: string | undefined;
  topWidth: number;
  /** Room left beside the lip on each side; below zero: short by so much. */
  spare: { left: number; right: number };
  dig: number;
  spoil: number;
  lift: number;
  list: { what: string; count: number }[];
  hireDays: number;
  crewHours: number;
  cost: number;
  must: string;
  mustNot: string;
  patches: Patch[];
}

/** Findings that say a way to hold the walls does not work. */
const AGAINST = /^(guard\.|makeup\.(width|conflict|supports))/;

/**
 * Every way to hold a reach, worked out by planning the run with it: what does not work says why, in the words of the findings. Of several tables
 * of supports the cheapest that works stands for its kind, else the one with least against it.
 */
export function protectionOptions(job: Job, run: Run, index: number): ProtectionOption[] {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const { profile } = planRun(job, run);
  if (!isOpen(run.reaches[index] as Reach)) return [];
  const tried = candidates(job, run, index, rules, profile).flatMap((candidate) => worked(job, run, index, candidate) ?? []);
  return optionIds.flatMap((id) => {
    const [best] = tried.filter((option) => option.id === id).sort((a, b) => a.against.length - b.against.length || a.cost - b.cost);
    return best ? [best] : [];
  });
}

function worked(job: Job, run: Run, index: number, candidate: Candidate): ProtectionOption | undefined {
  const next = applyPatches(run, candidate.patches);
  let plan: Plan;
  try {
    plan = planRun(job, next);
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
  const reach = next.reaches[index] as Reach;
  const range = { from: reach.from, to: reachEnd(next, index) };
  const here = ({ id, from = range.from, to = range.to }: Finding) => AGAINST.test(id) && from < range.to && to > range.from;
  const stops = plan.findings.filter((finding) => finding.severity === 'stop' && here(finding));
  const span = reachSpan(plan.profile, index);
  const depth = largest(plan.profile.depth, span);
  const dig = (plan.profile.dug[span.last] as number) - (plan.profile.dug[span.first] as number);
  const guard = plan.supports.find((one) => one.reach === index);
  const words = optionWords[candidate.id];
  const loaded = plan.findings.some((finding) => finding.id.startsWith('guard.beside') && finding.severity === 'caution' && here(finding));
  const effort = placingEffort(guard?.schedule);
  const digHours = dig / digRate(job, next.spoil.ground, reach.bottomWidth);
  const crewHours = (digHours + effort.hours) * job.pace.people;
  const hireDays = candidate.kit ? Math.ceil((digHours + effort.hours) / job.pace.shift) + 1 : 0;
  return {
    id: candidate.id,
    name: words.name,
    kit: candidate.kit,
    feasible: stops.length === 0,
    against: stops.map(({ what }) => what),
    mends: stops.flatMap(({ fixes }) => fixes.slice(0, 1)),
    designer: loaded ? 'An engineer: something heavy leans on it' : words.designer,
    topWidth: largest(plan.profile.topWidth, span),
    spare: { left: next.spoil.corridorLeft - lipAt(reach, 'left', depth), right: next.spoil.corridorRight - lipAt(reach, 'right', depth) },
    dig,
    spoil: dig * loosening(next.spoil),
    lift: guard?.schedule ? heaviestOf(guard.schedule) : 0,
    list: effort.list,
    hireDays,
    crewHours,
    cost: dig * job.rates.dig + crewHours * job.rates.crew + hireDays * effort.pieces * (candidate.kit?.hire ?? 0),
    must: words.must,
    mustNot: words.mustNot,
    patches: candidate.patches,
  };
}

/** What to say when nothing works. */
export const noneWorks = (options: readonly Pick<ProtectionOption, 'feasible'>[]): string | undefined =>
  options.some(({ feasible }) => feasible)
    ? undefined
    : 'Nothing standard works here. Call a licensed engineer or the support supplier’s designer before anybody digs.';
