import { useLocalSearchParams } from 'expo-router';
import { NewRunScreen } from '../../../features/job/NewRunScreen';

export default function NewRunRoute() {
  const { jobId } = useLocalSearchParams<{ jobId: string }>();
  return <NewRunScreen jobId={jobId} />;
}
