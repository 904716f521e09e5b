import { useLocalSearchParams } from 'expo-router';
import { ClearScreen } from '../../../features/clear/ClearScreen';

export default function ClearRoute() {
  const { jobId } = useLocalSearchParams<{ jobId: string }>();
  return <ClearScreen key={jobId} jobId={jobId} />;
}
