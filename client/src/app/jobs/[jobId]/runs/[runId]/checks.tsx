import { useLocalSearchParams } from 'expo-router';
import { ChecksScreen } from '../../../../../features/checks/ChecksScreen';

export default function ChecksRoute() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return <ChecksScreen key={runId} jobId={jobId} runId={runId} />;
}
