import { resolveRules, runGate, safeToEnter, type Job, type Run } from '@tamper/core';
import { router } from 'expo-router';
import { memo, useDeferredValue, useMemo } from 'react';
import { Pressable } from 'react-native';
import { useBook } from '../../data/useBook';
import { useNow } from '../../data/useNow';
import { useToday } from '../../data/useToday';
import { GateLight } from '../../ui/GateLight';
import type { PlanState } from '../../workers/usePlan';

/** What the lights are worked out from, and where they lead. */
interface Light {
  job: Job;
  good: PlanState['good'];
  /** Does the plan belong to the inputs as they are? */
  planned: boolean;
  jobId: string;
  runId: string;
  wide: boolean;
}

/** The gates of this run; touch one to see what it hangs on. */
export const Gates = memo(function Gates({ job, good, planned, others, jobId, runId, wide }: Light & { others: readonly Run[] }) {
  const today = useToday();
  const gate = useMemo(() => good && runGate(job, good.run, good.plan, others, today), [job, good, others, today]);
  return (
    <>
      <Pressable role="link" aria-label="What clear to dig hangs on" onPress={() => router.navigate(`/jobs/${jobId}/clear`)}>
        <GateLight name="Clear to dig" short={wide ? undefined : 'Dig'} gate={gate} />
      </Pressable>
      <SafeLight job={job} good={good} planned={planned} jobId={jobId} runId={runId} wide={wide} />
    </>
  );
});

/** The gate Safe to enter, from the plan on screen and the book. */
function SafeLight({ job, good, planned, jobId, runId, wide }: Light) {
  const now = useNow();
  const { entries } = useBook(runId);
  // The drawing comes first: the light may lag a moment behind a key press.
  const shown = useDeferredValue(good);
  const gate = useMemo(
    () =>
      shown && entries
        ? safeToEnter({
            run: shown.run,
            rules: resolveRules(job.ruleSet, job.overrides),
            units: job.units,
            plan: shown.plan,
            book: entries,
            planned,
            now,
          })
        : undefined,
    [job, shown, entries, planned, now],
  );
  return (
    <Pressable role="link" aria-label="What safe to enter hangs on" onPress={() => router.push(`/jobs/${jobId}/runs/${runId}?guard=enter`)}>
      <GateLight name="Safe to enter" short={wide ? undefined : 'Enter'} gate={gate} />
    </Pressable>
  );
}
