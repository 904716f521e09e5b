import { useLocalSearchParams } from 'expo-router';
import { CompareScreen } from '../../../features/compare/CompareScreen';

export default function CompareRoute() {
  const { jobId, a, b } = useLocalSearchParams<{ jobId: string; a?: string; b?: string }>();
  return <CompareScreen key={`${jobId}.${a}.${b}`} jobId={jobId} a={a} b={b} />;
}
