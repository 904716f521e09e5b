import { useLocalSearchParams } from 'expo-router';
import { ClearanceScreen } from '../../../features/clearance/ClearanceScreen';

export default function ClearRoute() {
  const { jobId } = useLocalSearchParams<{ jobId: string }>();
  return <ClearanceScreen key={jobId} jobId={jobId} />;
}
