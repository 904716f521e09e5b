import { Slot, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { Loading } from '../../../../../ui/Loading';

// The router reads every layout when it starts: what a run's hangs on comes when a run is opened.
const RunFrame = lazy(async () => ({ default: (await import('../../../../../features/frame/RunFrame')).RunFrame }));

export default function RunLayout() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  return (
    <Suspense fallback={<Loading error={undefined} retry={() => undefined} what="the run" />}>
      <RunFrame key={runId} jobId={jobId} runId={runId}>
        <Slot />
      </RunFrame>
    </Suspense>
  );
}
