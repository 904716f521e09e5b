import type { PurposeReport } from '@tamper/core';
import type { Job, Run } from '@tamper/core/job';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { PlanWorker, Worked } from '../../../workers/plan.worker';
import { planWorker } from '../../../workers/planWorker';
import { useLatest } from '../../../workers/useLatest';
import { useRunEdit } from '../context';

/** What comes of what the run is for, worked out in the planning worker; undefined until it is, and while the run cannot be planned. */
export function usePurpose(): PurposeReport | undefined {
  const { job, run } = useRunEdit();
  const inputs = useMemo(() => ({ job, run }), [job, run]);
  const { result } = useLatest(planWorker, inputs, reported);
  return result && 'value' in result.value ? result.value.value : undefined;
}

const reported = (remote: Remote<PlanWorker>, { job, run }: { job: Job; run: Run }): Promise<Worked<PurposeReport>> =>
  remote.purpose(job, run) as Promise<Worked<PurposeReport>>;
