import type { Finding, Fix } from '@tamper/core';
import { useEffect, useRef } from 'react';
import { useStable } from '../../ui/useStable';
import { isStopped, type PlanState } from '../../workers/usePlan';
import type { RunEdit } from './context';

/**
 * Takes a fix of a finding. Pressed while the plan on screen is behind the inputs, it waits for their plan and is taken from that, if that
 * still offers it: worked out for what was, it could miss what is.
 * @param fresh is the plan on screen that of the newest inputs?
 */
export function useFix(state: PlanState, fresh: boolean, apply: RunEdit['apply']): (finding: Finding, fix: Fix) => void {
  const waiting = useRef<{ id: string; label: string }>(undefined);
  const { good } = state;
  const stopped = isStopped(state);
  useEffect(() => {
    const wanted = waiting.current;
    if (!wanted || !(fresh || stopped)) return;
    waiting.current = undefined;
    const offered = good?.plan.findings.find(({ id }) => id === wanted.id)?.fixes.find(({ label }) => label === wanted.label);
    if (fresh && offered) apply(offered.patches);
  }, [fresh, stopped, good, apply]);
  return useStable((finding, fix) => {
    if (fresh || stopped) apply(fix.patches);
    else waiting.current = { id: finding.id, label: fix.label };
  });
}
