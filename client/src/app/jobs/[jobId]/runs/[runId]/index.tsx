import { useLocalSearchParams } from 'expo-router';
import { GuardScreen } from '../../../../../features/guard/GuardScreen';
import { RunScreen } from '../../../../../features/run/RunScreen';

/** The run, or with `?guard=` its ground and guard: one route, because both need the whole core, and what two routes share loads with the first screen. */
export default function RunRoute() {
  const { jobId, runId, guard } = useLocalSearchParams<{ jobId: string; runId: string; guard?: string }>();
  return guard ? (
    <GuardScreen key={`${runId}.guard`} jobId={jobId} runId={runId} tab={guard} />
  ) : (
    <RunScreen key={runId} jobId={jobId} runId={runId} />
  );
}
