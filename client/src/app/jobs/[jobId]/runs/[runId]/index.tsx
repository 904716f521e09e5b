import { useLocalSearchParams } from 'expo-router';
import { RunScreen } from '../../../../../features/run/RunScreen';

export default function RunRoute() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return <RunScreen key={runId} jobId={jobId} runId={runId} />;
}
