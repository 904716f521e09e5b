import type { Gate, Job, Run } from '@tamper/core';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { StudyWorker } from './study.worker';
import type { Worked } from './worked';
import { useWorked } from './useWorked';

/** The gate of a whole job, worked out in a worker; undefined until it is. */
export function useGate(job: Job, stored: readonly { doc: Run }[] | undefined, today: string): Gate | undefined {
  const inputs = useMemo(() => (stored ? { job, runs: stored.map(({ doc }) => doc), today } : undefined), [job, stored, today]);
  return useWorked(inputs, makeGate);
}

const makeGate = (
  remote: Remote<StudyWorker>,
  { job, runs, today }: { job: Job; runs: readonly Run[]; today: string },
): Promise<Worked<Gate>> => remote.gate(job, [...runs], today) as Promise<Worked<Gate>>;
