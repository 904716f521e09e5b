import { clearToDig, knownLine, accessFindings, type Day, type Gate } from '../clearance';
import { InputError, machineOf, type Finding, type Job, type Run } from '../job';
import { planRun, type Plan } from '../plan/plan';
import { resolveRules } from '../rules';

/** Kinds of the lines entered on runs, as known now. */
export const kindsEntered = (runs: readonly Pick<Run, 'existing'>[]): ReadonlySet<string> =>
  new Set(runs.flatMap(({ existing: lines }) => lines.map((line) => knownLine(line).kind)));

/**
 * The gate **Clear to dig** of one run, from its plan.
 * @param others the other runs of the job: a marked line may be entered on any of them.
 */
export function runGate(job: Job, run: Run, plan: Plan, others: readonly Run[], today: Day): Gate {
  return gateOf(job, run.existing, kindsEntered([run, ...others]), plan.deepest.depth, plan.findings, today);
}

/** The gate **Clear to dig** of a whole job: of all its runs together. A run that cannot be planned yet keeps it shut. */
export function jobGate(job: Job, runs: readonly Run[], today: Day): Gate {
  const plans = runs.map((run) => planned(job, run));
  const findings = plans.flatMap((plan, i) =>
    'findings' in plan
      ? plan.findings.map((finding) => ({ ...finding, id: `${i}.${finding.id}`, what: `${runs[i]?.name}: ${finding.what}` }))
      : [cannotDig(runs[i] as Run, i, plan.why)],
  );
  const depth = plans.reduce((most, plan) => ('deepest' in plan ? Math.max(most, plan.deepest.depth) : most), 0);
  return gateOf(
    job,
    runs.flatMap(({ existing: lines }) => lines),
    kindsEntered(runs),
    depth,
    findings,
    today,
  );
}

function planned(job: Job, run: Run): Plan | { why: string } {
  try {
    return planRun(job, run);
  } catch (error) {
    if (error instanceof InputError) return { why: error.errors.map(({ message }) => message).join(' ') };
    throw error;
  }
}

const cannotDig = (run: Run, index: number, why: string): Finding => ({
  id: `${index}.plan`,
  severity: 'stop',
  chapter: 'clear',
  what: `${run.name} cannot be dug as it stands`,
  why,
  basis: '',
  fixes: [],
});

function gateOf(
  job: Job,
  lines: Run['existing'],
  entered: ReadonlySet<string>,
  depth: number,
  findings: readonly Finding[],
  today: Day,
): Gate {
  const rules = resolveRules(job.ruleSet, job.overrides);
  const way = accessFindings(job.clearance.pinches, machineOf(job), rules, job.units);
  return clearToDig({
    clearance: job.clearance,
    rules,
    units: job.units,
    lines,
    kindsEntered: entered,
    depth,
    findings: [...way, ...findings],
    today,
  });
}
