import { runGate, type Job, type Run, type SafeGate } from '@tamper/core';
import { router } from 'expo-router';
import { memo, useMemo } from 'react';
import { Pressable } from 'react-native';
import { useToday } from '../../data/useToday';
import { GateLight } from '../../ui/GateLight';
import { useRoom } from '../../ui/useRoom';
import type { PlanState } from '../../workers/usePlan';
import { jobPath, runPath } from './places';

/** What the lights are worked out from, and where they lead. */
interface Lights {
  job: Job;
  good: PlanState['good'];
  safe: SafeGate | undefined;
  others: readonly Run[];
  jobId: string;
  runId: string;
}

/** The gates of this run; touch one to see what it hangs on. */
export const Gates = memo(function Gates({ job, good, safe, others, jobId, runId }: Lights) {
  const { wide } = useRoom();
  const today = useToday();
  const gate = useMemo(() => good && runGate(job, good.run, good.plan, others, today), [job, good, others, today]);
  return (
    <>
      <Pressable role="link" aria-label="What clear to dig hangs on" onPress={() => router.navigate(`${jobPath(jobId)}/clear`)}>
        <GateLight name="Clear to dig" short={wide ? undefined : 'Dig'} gate={gate} />
      </Pressable>
      <Pressable role="link" aria-label="What safe to enter hangs on" onPress={() => router.push(runPath(jobId, runId, 'site/enter'))}>
        <GateLight name="Safe to enter" short={wide ? undefined : 'Enter'} gate={safe} />
      </Pressable>
    </>
  );
});
