import { opensByIssue } from '@tamper/core/gates';
import { router } from 'expo-router';
import { memo, type ComponentProps } from 'react';
import { Lamp, litBy } from '../../ui/GateLight';
import { Press } from '../../ui/Press';
import { useStable } from '../../ui/useStable';
import { useRoom } from '../../ui/useRoom';
import { jobPath, runPath } from './places';
import { useSafe, useSession } from './session';
import { useDigGate } from './useDigGate';

/** The gates of this run; touch one to see what it hangs on. */
export function Gates() {
  const { jobId, runId } = useSession();
  const { gate: safe } = useSafe();
  const gate = useDigGate();
  const { wide } = useRoom();
  const toDig = useStable(() =>
    router.navigate(gate && opensByIssue(gate) ? runPath(jobId, runId, 'site/issue') : `${jobPath(jobId)}/clear`),
  );
  const toEnter = useStable(() => router.push(runPath(jobId, runId, 'site/enter')));
  return (
    <>
      <Light about="What clear to dig hangs on" onPress={toDig} name="Clear to dig" short={wide ? undefined : 'Dig'} {...litBy(gate)} />
      <Light
        about="What safe to enter hangs on"
        onPress={toEnter}
        name="Safe to enter"
        short={wide ? undefined : 'Enter'}
        {...litBy(safe)}
      />
    </>
  );
}

/** A light that leads to what it hangs on. */
const Light = memo(function Light({ about, onPress, ...lamp }: ComponentProps<typeof Lamp> & { about: string; onPress: () => void }) {
  return (
    <Press role="link" aria-label={about} onPress={onPress}>
      <Lamp {...lamp} />
    </Press>
  );
});
