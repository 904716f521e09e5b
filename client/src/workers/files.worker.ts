import { linesFromMarks, planRun, type ExistingLine, type Job, type JobDate, type Kept, type Run, type UnitSystem } from '@tamper/core';
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
import { orderOf } from '@tamper/core/order';
import { expose } from './wire';
import { worked, type Worked } from './worked';

const one = (job: Job, run: Run) => ({ run, plan: planRun(job, run) });
const planned = (job: Job, runs: readonly Run[]) => runs.map((run) => one(job, run));

/** Files out and in. They have a worker of their own: what reads and writes them is as large as all that plans. */
const worker = {
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
export type FilesWorker = typeof worker;

expose(worker);
