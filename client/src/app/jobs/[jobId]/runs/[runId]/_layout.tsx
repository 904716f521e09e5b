import { Slot, useLocalSearchParams } from 'expo-router';
import { frameHere, runFrame } from '../../../../../features/frame/ahead';
import { later } from '../../../../../ui/later';
import { Loading } from '../../../../../ui/Loading';

// The router reads every layout when it starts: what a run's hangs on comes when a run is opened.
const RunFrame = later(runFrame, <Loading error={undefined} retry={() => undefined} what="the run" />, frameHere);

export default function RunLayout() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return (
    <RunFrame key={runId} jobId={jobId} runId={runId}>
      <Slot />
    </RunFrame>
  );
}
