import { Slot, useLocalSearchParams } from 'expo-router';
import { RunFrame } from '../../../../../features/frame/RunFrame';

export default function RunLayout() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return (
    <RunFrame key={runId} jobId={jobId} runId={runId}>
      <Slot />
    </RunFrame>
  );
}
