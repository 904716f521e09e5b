import type { PurposeReport } from '@tamper/core';
import type { Remote } from 'comlink';
import type { PlanState } from '../../../workers/usePlan';
import type { StudyWorker } from '../../../workers/study.worker';
import type { Worked } from '../../../workers/worked';
import { useWorked } from '../../../workers/useWorked';
import { usePlanned } from '../../frame/session';

/** What comes of what the run is for, as it was planned last. */
export const usePurpose = (): PurposeReport | undefined => useWorked(usePlanned().state.good, reported);

const reported = (remote: Remote<StudyWorker>, { job, run, plan }: NonNullable<PlanState['good']>): Promise<Worked<PurposeReport>> =>
  remote.purpose(job, run, plan.beds) as Promise<Worked<PurposeReport>>;
