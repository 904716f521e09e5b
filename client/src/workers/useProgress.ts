import type { Gate, Job, Run, RunProgress } from '@tamper/core';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { StudyWorker } from './study.worker';
import type { Worked } from './worked';
import { studyWorker } from './studyWorker';
import { useLatest } from './useLatest';

/** A run as it is stored, and the number of its plan in force. */
interface Listed {
  id: string;
  doc: Run;
  issued: number | undefined;
}
interface Inputs {
  job: Job;
  runs: readonly Listed[];
  today: string;
}
type Answer = { gate: Gate; runs: RunProgress[] };

/** What the runs of a job are up to, by id, and the gate of them all, worked out in a worker; undefined until they are. */
export function useProgress(
  job: Job | undefined,
  runs: readonly Listed[] | undefined,
  today: string,
): { gate: Gate; byId: ReadonlyMap<string, RunProgress> } | undefined {
  const inputs = useMemo(() => (job && runs ? { job, runs, today } : undefined), [job, runs, today]);
  const { result } = useLatest(studyWorker, inputs, ask);
  return useMemo(() => {
    if (!result || !('value' in result.value)) return undefined;
    const { gate, runs: told } = result.value.value;
    return { gate, byId: new Map(result.inputs.runs.map(({ id }, i) => [id, told[i] as RunProgress])) };
  }, [result]);
}

const ask = (remote: Remote<StudyWorker>, { job, runs, today }: Inputs): Promise<Worked<Answer>> =>
  remote.jobProgress(
    job,
    runs.map(({ doc }) => doc),
    runs.map(({ issued }) => issued),
    today,
  ) as Promise<Worked<Answer>>;
