import { useLocalSearchParams } from 'expo-router';
import { GuardScreen } from '../../../../../features/guard/GuardScreen';
import { RunScreen } from '../../../../../features/run/RunScreen';
import { WorksScreen } from '../../../../../features/works/WorksScreen';

/**
 * The run, with `?guard=` its ground and guard, with `?works=` what digs it, the spoil and the order: one route, because all need the whole core, and what routes share loads
 * with the first screen.
 */
export default function RunRoute() {
  const { jobId, runId, guard, works } = useLocalSearchParams<{ jobId: string; runId: string; guard?: string; works?: string }>();
  if (guard) return <GuardScreen key={`${runId}.guard`} jobId={jobId} runId={runId} tab={guard} />;
  if (works) return <WorksScreen key={`${runId}.works`} jobId={jobId} runId={runId} tab={works} />;
  return <RunScreen key={runId} jobId={jobId} runId={runId} />;
}
