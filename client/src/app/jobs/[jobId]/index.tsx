import { useLocalSearchParams } from 'expo-router';
import { JobScreen } from '../../../features/job/JobScreen';

export default function JobRoute() {
  const { jobId } = useLocalSearchParams<{ jobId: string }>();
  return <JobScreen key={jobId} jobId={jobId} />;
}
