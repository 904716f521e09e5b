import {
  protectionOptions,
  InputError,
  groundFindings,
  jobGate,
  keyOf,
  lineChecks,
  linesFromMarks,
  mendsOf,
  planRun,
  resolveRules,
  jobProgress,
  tryPlan,
  withKnownProducts,
  type CheckedLine,
  type ExistingLine,
  type FieldError,
  type Gate,
  type Kept,
  type ProtectionOption,
  type Job,
  type JobDate,
  type Plan,
  type Mend,
  type Run,
  type Sayable,
  type RunProgress,
  type UnitSystem,
} from '@tamper/core';
import { type MachineChoice, machineChoices } from '@tamper/core/machineChoices';
import { type PlanSummary, type Sketch, sketchOf, summarise } from '@tamper/core/compare';
import { type Answers, beginRun } from '@tamper/core/begin';
import { orderOf, type Order } from '@tamper/core/order';
import { sensitiveDecisions } from '@tamper/core/sensitivity';
import { purposeReport, type PurposeReport } from '@tamper/core/purpose-report';
import {
  alongAlignment,
  alongDrawn,
  pricesFrom,
  readGeoJson,
  readLandXml,
  readOrderCsv,
  writeGeoJson,
  writeBookCsv,
  writeIcs,
  writeLandXml,
  writeLongSectionDxf,
  writeOrderCsv,
  writePlanDxf,
  type Alignment,
  type GeoJsonPlan,
} from '@tamper/core/formats';
import { expose } from 'comlink';
import type { MendsOf } from './useMends';

/** What the core made of some inputs, or the fields that stand in its way. */
export type Worked<T> = { value: T } | { errors: readonly FieldError[] };

function worked<T>(work: () => T): Worked<T> {
  try {
    return { value: work() };
  } catch (error) {
    if (error instanceof InputError) return { errors: error.errors };
    throw error;
  }
}

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

const planned = (job: Job, runs: readonly Run[]) => runs.map((run) => ({ run, plan: planRun(job, run) }));
const one = (job: Job, run: Run) => ({ run, plan: planRun(job, run) });

const worker = {
  plan: (job: Job, run: Run): Worked<Plan> => worked(() => planRun(job, run)),
  begin: (job: Job, answers: Answers): Worked<Run> => worked(() => beginRun(job, answers, () => crypto.randomUUID())),
  jobProgress: (job: Job, runs: Run[], issued: (number | undefined)[], today: string): Worked<{ gate: Gate; runs: RunProgress[] }> =>
    worked(() => jobProgress(job, runs, issued, today)),
  gate: (job: Job, runs: Run[], today: string): Worked<Gate> => worked(() => jobGate(job, runs, today)),
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

  geoJson: (job: Job, runs: Run[]): Worked<string> => worked(() => writeGeoJson(job, planned(job, runs))),
  landXml: (job: Job, runs: Run[], at: string): Worked<string> => worked(() => writeLandXml(job, runs, at)),
  planDxf: (job: Job, runs: Run[]): Worked<string> => worked(() => writePlanDxf(job, planned(job, runs))),
  sectionDxf: (job: Job, run: Run): Worked<string> => worked(() => writeLongSectionDxf(job, one(job, run))),
  orderCsv: (job: Job, run: Run): Worked<string> => worked(() => writeOrderCsv(job, orderOf(job, run, planRun(job, run)).items)),
  bookCsv: (book: Kept[], units: UnitSystem): Worked<string> => worked(() => writeBookCsv(book, units)),
  ics: (job: Job, jobId: string, now: string, more: readonly JobDate[] = []): Worked<string> =>
    worked(() => writeIcs(job, jobId, now, more)),

  readGeoJson: (text: string, origin: Job['origin']): Worked<GeoJsonPlan> => worked(() => readGeoJson(text, origin)),
  /** Prices of an order filled in elsewhere that differ from this one's. */
  readPrices: (job: Job, run: Run, text: string): Worked<Job['rates']['prices']> =>
    worked(() => pricesFrom(readOrderCsv(text), orderOf(job, run, planRun(job, run)).items)),
  readLandXml: (text: string): Worked<Alignment[]> => worked(() => readLandXml(text)),
  /** Lines drawn in a GeoJSON text, as existing lines of each run. */
  marksOn: (job: Job, runs: Run[], text: string): Worked<ExistingLine[][]> =>
    worked(() => {
      const { marks } = readGeoJson(text, job.origin);
      return runs.map((run) => linesFromMarks(run, marks, () => crypto.randomUUID()));
    }),
  alongDrawn: (run: Run, drawn: GeoJsonPlan['runs'][number]): Worked<ReturnType<typeof alongDrawn>> => worked(() => alongDrawn(run, drawn)),
  alongAlignment: (run: Run, alignment: Alignment): Worked<ReturnType<typeof alongAlignment>> =>
    worked(() => alongAlignment(run, alignment)),
};
export type PlanWorker = typeof worker;

expose(worker);
