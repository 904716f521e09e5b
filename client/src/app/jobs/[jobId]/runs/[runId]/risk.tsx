import { useLocalSearchParams } from 'expo-router';
import { RiskScreen } from '../../../../../features/risk/RiskScreen';

export default function RiskRoute() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return <RiskScreen key={runId} jobId={jobId} runId={runId} />;
}
