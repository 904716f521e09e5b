import type { Gate, Job, Run } from '@tamper/core';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { PlanWorker, Worked } from './plan.worker';
import { planWorker } from './planWorker';
import { useLatest } from './useLatest';

/** The gate of a whole job, worked out in the planning worker; undefined until it is. */
export function useGate(job: Job, runs: readonly Run[] | undefined, today: string): Gate | undefined {
  const inputs = useMemo(() => (runs ? { job, runs, today } : undefined), [job, runs, today]);
  const { result } = useLatest(planWorker, inputs, makeGate);
  return result && 'value' in result.value ? result.value.value : undefined;
}

const makeGate = (
  remote: Remote<PlanWorker>,
  { job, runs, today }: { job: Job; runs: readonly Run[]; today: string },
): Promise<Worked<Gate>> => remote.gate(job, [...runs], today) as Promise<Worked<Gate>>;
