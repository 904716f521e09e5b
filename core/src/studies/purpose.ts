import type { CulvertReport } from '../alignment/culvert';
import type { Job, Patch, Run } from '../job';
import { alternatives, type Alternative } from '../order/alternatives';
import { planRun } from '../plan';
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

/** What comes of what a run is for; of what it is not for nothing. */
export interface PurposeReport {
  culvert?: CulvertReport | undefined;
  landDrain?: { pipe: ReturnType<typeof pipeOf>; stone: ReturnType<typeof stoneAlong>; soakaway: SoakawayReport | undefined };
  house?: { report: HouseReport; choices: Alternative[] };
  /** `lay` puts both headers into the trench. Undefined where the pipe of the loops is in no catalogue. */
  loops?: { report: LoopsReport; lay: Patch[] } | undefined;
}

/** @throws InputError where the run cannot be planned. */
export function purposeReport(job: Job, run: Run, newId: () => string): PurposeReport {
  const { culvert, landDrain, house, loops } = run;
  const plan = culvert || landDrain ? planRun(job, run) : undefined;
  const report = loops ? loopsReport(job, loops) : undefined;
  return {
    ...(plan?.culvert ? { culvert: plan.culvert } : {}),
    ...(landDrain && plan
      ? {
          landDrain: {
            pipe: pipeOf(run, landDrain),
            stone: stoneAlong(job, run, plan.beds, landDrain),
            soakaway: soakawayReport(run, landDrain),
          },
        }
      : {}),
    ...(house ? { house: { report: houseReport(job, run, house), choices: alternatives(job, run) } } : {}),
    ...(loops && report ? { loops: { report, lay: headerPatches(run, loops, report, newId) } } : {}),
  };
}
