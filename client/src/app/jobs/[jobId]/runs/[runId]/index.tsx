import { Redirect, useLocalSearchParams } from 'expo-router';
import { runPath } from '../../../../../features/frame/places';

export default function Run() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return <Redirect href={runPath(jobId, runId, 'trench/section')} />;
}
