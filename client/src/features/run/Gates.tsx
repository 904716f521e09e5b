import { runGate, type Run, type UnitSystem } from '@tamper/core';
import { router } from 'expo-router';
import { memo, useMemo } from 'react';
import { Pressable } from 'react-native';
import type { JobDocument } from '../../data/documents';
import { useBook } from '../../data/useBook';
import { useToday } from '../../data/useToday';
import { useSafeGate } from '../site/useSafeGate';
import { GateLight } from '../../ui/GateLight';
import type { PlanState } from '../../workers/usePlan';

/** What the lights are worked out from, and where they lead. */
interface Lights {
  job: JobDocument;
  good: PlanState['good'];
  others: readonly Run[];
  jobId: string;
  runId: string;
  wide: boolean;
}

/** The gates of this run; touch one to see what it hangs on. */
export const Gates = memo(function Gates({ job, good, others, jobId, runId, wide }: Lights) {
  const today = useToday();
  const gate = useMemo(() => good && runGate(job.doc, good.run, good.plan, others, today), [job.doc, good, others, today]);
  return (
    <>
      <Pressable role="link" aria-label="What clear to dig hangs on" onPress={() => router.navigate(`/jobs/${jobId}/clear`)}>
        <GateLight name="Clear to dig" short={wide ? undefined : 'Dig'} gate={gate} />
      </Pressable>
      <SafeLight units={job.doc.units} jobId={jobId} runId={runId} wide={wide} />
    </>
  );
});

/** The gate Safe to enter, from the issued plan and the book. */
function SafeLight({ units, jobId, runId, wide }: { units: UnitSystem; jobId: string; runId: string; wide: boolean }) {
  const { gate } = useSafeGate(useBook(runId), units);
  return (
    <Pressable role="link" aria-label="What safe to enter hangs on" onPress={() => router.push(`/jobs/${jobId}/runs/${runId}?site=enter`)}>
      <GateLight name="Safe to enter" short={wide ? undefined : 'Enter'} gate={gate} />
    </Pressable>
  );
}
