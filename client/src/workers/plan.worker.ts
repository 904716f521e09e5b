import {
  protectionOptions,
  InputError,
  jobGate,
  lineChecks,
  linesFromMarks,
  machineFits,
  orderOf,
  planRun,
  sketchOf,
  summarise,
  withKnownProducts,
  type CheckedLine,
  type ExistingLine,
  type FieldError,
  type Gate,
  type ProtectionOption,
  type Job,
  type MachineFit,
  type Order,
  type Plan,
  type PlanSummary,
  type Run,
  type Sketch,
} from '@tamper/core';
import {
  alongAlignment,
  alongDrawn,
  pricesFrom,
  readGeoJson,
  readLandXml,
  readOrderCsv,
  writeGeoJson,
  writeIcs,
  writeLandXml,
  writeLongSectionDxf,
  writeOrderCsv,
  writePlanDxf,
  type Alignment,
  type GeoJsonPlan,
} from '@tamper/core/formats';
import { expose } from 'comlink';

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

/** A run as it stands beside another. */
export interface Compared {
  sketch: Sketch;
  summary: Worked<PlanSummary>;
}

const planned = (job: Job, runs: readonly Run[]) => runs.map((run) => ({ run, plan: planRun(job, run) }));
const one = (job: Job, run: Run) => ({ run, plan: planRun(job, run) });

const worker = {
  plan: (job: Job, run: Run): Worked<Plan> => worked(() => planRun(job, run)),
  gate: (job: Job, runs: Run[], today: string): Worked<Gate> => worked(() => jobGate(job, runs, today)),
  options: (job: Job, run: Run, reach: number): Worked<ProtectionOption[]> => worked(() => protectionOptions(job, run, reach)),
  order: (job: Job, run: Run): Worked<Order> => worked(() => orderOf(job, run, planRun(job, run))),
  fits: (job: Job, run: Run): Worked<MachineFit[]> =>
    worked(() => {
      const { profile, supports, dig } = planRun(job, run);
      return machineFits(job, run, profile, supports, dig.machine);
    }),
  checks: (job: Job, run: Run): Worked<CheckedLine[]> => worked(() => lineChecks(job, run, planRun(job, run))),
  compare: (job: Job, runs: Run[]): Compared[] =>
    runs.map((run) => ({ sketch: sketchOf(job, withKnownProducts(job, run)), summary: worked(() => summarise(planRun(job, run))) })),

  geoJson: (job: Job, runs: Run[]): Worked<string> => worked(() => writeGeoJson(job, planned(job, runs))),
  landXml: (job: Job, runs: Run[], at: string): Worked<string> => worked(() => writeLandXml(job, runs, at)),
  planDxf: (job: Job, runs: Run[]): Worked<string> => worked(() => writePlanDxf(job, planned(job, runs))),
  sectionDxf: (job: Job, run: Run): Worked<string> => worked(() => writeLongSectionDxf(job, one(job, run))),
  orderCsv: (job: Job, run: Run): Worked<string> => worked(() => writeOrderCsv(job, orderOf(job, run, planRun(job, run)).items)),
  ics: (job: Job, jobId: string, now: string): Worked<string> => worked(() => writeIcs(job, jobId, now)),

  readGeoJson: (text: string, origin: Job['origin']): Worked<GeoJsonPlan> => worked(() => readGeoJson(text, origin)),
  /** Prices of an order filled in elsewhere that differ from this one's. */
  readPrices: (job: Job, run: Run, text: string): Worked<Job['rates']['prices']> =>
    worked(() => pricesFrom(readOrderCsv(text), orderOf(job, run, planRun(job, run)).items)),
  readLandXml: (text: string): Worked<Alignment[]> => worked(() => readLandXml(text)),
  /** Lines drawn in a GeoJSON text, as existing lines of each run. */
  marksOn: (job: Job, runs: Run[], text: string): Worked<ExistingLine[][]> =>
    worked(() => {
      const { marks } = readGeoJson(text, job.origin);
      return runs.map((run) => linesFromMarks(run, marks));
    }),
  alongDrawn: (run: Run, drawn: GeoJsonPlan['runs'][number]): Worked<ReturnType<typeof alongDrawn>> => worked(() => alongDrawn(run, drawn)),
  alongAlignment: (run: Run, alignment: Alignment): Worked<ReturnType<typeof alongAlignment>> =>
    worked(() => alongAlignment(run, alignment)),
};
export type PlanWorker = typeof worker;

expose(worker);
