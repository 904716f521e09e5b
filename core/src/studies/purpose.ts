import type { BeddingId } from '../catalogue';
import type { Job, NewId, Patch, Run } from '../job';
import { alternatives, type Alternative } from '../order/alternatives';
import {
  headerPatches,
  houseReport,
  loopsReport,
  pipeOf,
  soakawayReport,
  stoneAlong,
  type HouseReport,
  type LoopsReport,
  type SoakawayReport,
} from '../purposes';

/** What comes of what a run is for, besides what its plan tells; of what it is not for nothing. */
export interface PurposeReport {
  landDrain?: { pipe: ReturnType<typeof pipeOf>; stone: ReturnType<typeof stoneAlong>; soakaway: SoakawayReport | undefined };
  house?: { report: HouseReport; choices: Alternative[] };
  /** `lay` puts both headers into the trench. Undefined where the pipe of the loops is in no catalogue. */
  loops?: { report: LoopsReport; lay: Patch[] } | undefined;
}

/** @param beds bed and fine fill of the run by material, as planned, m³. */
export function purposeReport(job: Job, run: Run, beds: Readonly<Record<BeddingId, number>>, newId: NewId): PurposeReport {
  const { landDrain, house, loops } = run;
  const report = loops ? loopsReport(job, loops) : undefined;
  return {
    ...(landDrain
      ? {
          landDrain: {
            pipe: pipeOf(run, landDrain),
            stone: stoneAlong(job, run, beds, landDrain),
            soakaway: soakawayReport(run, landDrain),
          },
        }
      : {}),
    ...(house ? { house: { report: houseReport(job, run, house), choices: alternatives(job, run) } } : {}),
    ...(loops && report ? { loops: { report, lay: headerPatches(run, loops, report, newId) } } : {}),
  };
}
