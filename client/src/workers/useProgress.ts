import type { Gate, IssuedHere, Job, Run, RunProgress } from '@tamper/core';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { StudyWorker } from './study.worker';
import type { Worked } from './worked';
import type { InForce } from '../data/api';
import { usePlansInForce } from '../data/issuedPlans';
import { useToday } from '../data/useToday';
import { studyWorker } from './studyWorker';
import { useLatest } from './useLatest';

/** A run as it is stored, and its plan in force. */
interface Listed {
  id: string;
  doc: Run;
  inForce: InForce | undefined;
}
interface Inputs {
  job: Job;
  runs: readonly Listed[];
  issued: readonly (IssuedHere | undefined)[];
  today: string;
}
type Answer = { gate: Gate; runs: RunProgress[] };

/** What the runs of a job are up to, by id, and the gate of them all, worked out in a worker; undefined until they are. @param heard when the server was heard last. */
export function useProgress(
  jobId: string,
  job: Job | undefined,
  runs: readonly Listed[] | undefined,
  heard: number | undefined,
): { gate: Gate; byId: ReadonlyMap<string, RunProgress> } | undefined {
  const today = useToday();
  const inForce = useMemo(() => runs?.map((run) => run.inForce), [runs]);
  const issued = usePlansInForce(jobId, inForce, heard);
  const inputs = useMemo(() => (job && runs && issued ? { job, runs, issued, today } : undefined), [job, runs, issued, today]);
  const { result } = useLatest(studyWorker, inputs, ask);
  return useMemo(() => {
    if (!result || !('value' in result.value)) return undefined;
    const { gate, runs: told } = result.value.value;
    return { gate, byId: new Map(result.inputs.runs.map(({ id }, i) => [id, told[i] as RunProgress])) };
  }, [result]);
}

const ask = (remote: Remote<StudyWorker>, { job, runs, issued, today }: Inputs): Promise<Worked<Answer>> =>
  remote.jobProgress(
    job,
    runs.map(({ doc }) => doc),
    issued,
    today,
  ) as Promise<Worked<Answer>>;
