import {
  protectionOptions,
  groundFindings,
  keyOf,
  lineChecks,
  mendsOf,
  planRun,
  resolveRules,
  jobProgress,
  tryPlan,
  withKnownProducts,
  type CheckedLine,
  type Gate,
  type IssuedHere,
  type ProtectionOption,
  type Job,
  type Plan,
  type Mend,
  type Run,
  type Sayable,
  type RunProgress,
} from '@tamper/core';
import { type MachineChoice, machineChoices } from '@tamper/core/machineChoices';
import { type PlanSummary, type Sketch, sketchOf, summarise } from '@tamper/core/compare';
import { type Answers, beginRun } from '@tamper/core/begin';
import { orderOf, type Order } from '@tamper/core/order';
import { sensitiveDecisions } from '@tamper/core/sensitivity';
import { purposeReport, type PurposeReport } from '@tamper/core/purpose-report';
import { expose } from './wire';
import type { MendsOf } from './useMends';
import { worked, type Worked } from './worked';

/** What is found of a run, of the kind whose fixes are asked for, and of its plan: a fix of one may bring a stop of the other. */
function found(job: Job, run: Run, of: MendsOf): { own: readonly Sayable[]; all: readonly Sayable[] } | undefined {
  const tried = tryPlan(job, run);
  if ('errors' in tried) return undefined;
  const { plan } = tried;
  if (of.kind === 'plan') return { own: plan.findings, all: plan.findings };
  const own: readonly Sayable[] =
    of.kind === 'ground'
      ? groundFindings(run, resolveRules(job.ruleSet, job.overrides), plan.places, of.tests)
      : orderOf(job, run, plan).findings;
  return { own, all: [...own, ...plan.findings] };
}
/** Counts the rounds of trying fixes: an earlier one ends when a later begins. */
let round = 0;

/** A run as it stands beside another. */
export interface Compared {
  sketch: Sketch;
  summary: Worked<PlanSummary>;
}

/** What is asked about runs besides their plans. Screens that ask have one each: what reads and weighs all this is twice as large as what plans. */
const worker = {
  begin: (job: Job, answers: Answers): Worked<Run> => worked(() => beginRun(job, answers, () => crypto.randomUUID())),
  jobProgress: (
    job: Job,
    runs: Run[],
    issued: readonly (IssuedHere | undefined)[],
    today: string,
  ): Worked<{ gate: Gate; runs: RunProgress[] }> => worked(() => jobProgress(job, runs, issued, today)),
  /** Tries the fixes of what is found, worst first, telling of each finding as it is done. */
  mends: async (job: Job, run: Run, of: MendsOf, heard: (key: string, mends: Mend<Sayable>[]) => void): Promise<void> => {
    const own = ++round;
    const now = found(job, run, of);
    if (!now) return;
    const look = (changed: Run) => found(job, changed, of)?.all;
    for (const finding of now.own) {
      if (finding.fixes.length === 0) continue;
      // Waiting for the answer lets a later round begin.
      await heard(keyOf(finding), mendsOf<Sayable>(finding, run, now.all, look));
      if (own !== round) return;
    }
  },
  options: (job: Job, run: Run, place: string): Worked<ProtectionOption[]> => worked(() => protectionOptions(job, run, place)),
  /** Decisions that change between the least and the greatest cover of an existing line. */
  sensitive: (job: Job, run: Run, line: string): Worked<string[]> => worked(() => sensitiveDecisions(job, run, line)),
  purpose: (job: Job, run: Run, beds: Plan['beds']): Worked<PurposeReport> =>
    worked(() => purposeReport(job, run, beds, () => crypto.randomUUID())),
  order: (job: Job, run: Run): Worked<Order> => worked(() => orderOf(job, run, planRun(job, run))),
  fits: (job: Job, run: Run): Worked<MachineChoice[]> => worked(() => machineChoices(job, run, planRun(job, run))),
  checks: (job: Job, run: Run): Worked<CheckedLine[]> => worked(() => lineChecks(job, run, planRun(job, run))),
  compare: (job: Job, runs: Run[]): Compared[] =>
    runs.map((run) => ({
      sketch: sketchOf(job, withKnownProducts(job, run)),
      summary: worked(() => summarise(job, run, planRun(job, run))),
    })),
};
export type StudyWorker = typeof worker;

expose(worker);
