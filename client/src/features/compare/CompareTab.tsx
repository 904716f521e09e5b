import { useLocalSearchParams } from 'expo-router';
import { useRuns } from '../../data/jobRuns';
import { Loading } from '../../ui/Loading';
import { useSession } from '../frame/session';
import { Comparison } from './CompareScreen';

/** A run beside another of its job. */
export function CompareTab() {
  const { jobId, runId, job, duplicate } = useSession();
  const { b } = useLocalSearchParams<{ b?: string }>();
  const { runs, error, refresh } = useRuns(jobId);
  if (!runs) return <Loading error={error} retry={() => void refresh()} what="the runs" />;
  return <Comparison job={job.doc} jobId={jobId} runs={runs} a={runId} b={b} onDuplicate={duplicate} />;
}
