import { runGate, type Run } from '@tamper/core';
import { router } from 'expo-router';
import { memo, useDeferredValue, useMemo } from 'react';
import { Pressable } from 'react-native';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook } from '../../data/useBook';
import { useToday } from '../../data/useToday';
import { useSafeGate } from './useSafeGate';
import { GateLight } from '../../ui/GateLight';
import type { PlanState } from '../../workers/usePlan';

/** What the lights are worked out from, and where they lead. */
interface Light {
  job: JobDocument;
  run: RunDocument;
  good: PlanState['good'];
  /** Do the inputs as they are make a plan? */
  planned: boolean;
  jobId: string;
  runId: string;
  wide: boolean;
}

/** The gates of this run; touch one to see what it hangs on. */
export const Gates = memo(function Gates({ job, run, good, planned, others, jobId, runId, wide }: Light & { others: readonly Run[] }) {
  const today = useToday();
  const gate = useMemo(() => good && runGate(job.doc, good.run, good.plan, others, today), [job.doc, good, others, today]);
  return (
    <>
      <Pressable role="link" aria-label="What clear to dig hangs on" onPress={() => router.navigate(`/jobs/${jobId}/clear`)}>
        <GateLight name="Clear to dig" short={wide ? undefined : 'Dig'} gate={gate} />
      </Pressable>
      <SafeLight job={job} run={run} good={good} planned={planned} jobId={jobId} runId={runId} wide={wide} />
    </>
  );
});

/** The gate Safe to enter, from the plan on screen and the book. */
function SafeLight({ job, run, good, planned, jobId, runId, wide }: Light) {
  // The drawing comes first: the light may lag a moment behind a key press.
  const shown = useDeferredValue(good);
  const gate = useSafeGate({ job, run, good: shown, planned, book: useBook(runId) });
  return (
    <Pressable
      role="link"
      aria-label="What safe to enter hangs on"
      onPress={() => router.push(`/jobs/${jobId}/runs/${runId}?protection=enter`)}
    >
      <GateLight name="Safe to enter" short={wide ? undefined : 'Enter'} gate={gate} />
    </Pressable>
  );
}
