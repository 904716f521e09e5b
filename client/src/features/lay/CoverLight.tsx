import { router } from 'expo-router';
import { GateLight } from '../../ui/GateLight';
import { Press } from '../../ui/Press';
import { runPath } from '../frame/places';
import { useSite } from '../site/context';
import { useLay } from './context';
import { useCoverGate } from './useCoverGate';

/** The gate Ready to cover over everything that is laid; touch it to see what it hangs on. */
export function CoverLight() {
  const { jobId, runId } = useSite();
  const gate = useCoverGate(useLay());
  return (
    <Press role="link" aria-label="What ready to cover hangs on" onPress={() => router.navigate(runPath(jobId, runId, 'site/cover'))}>
      <GateLight name="Ready to cover" gate={gate} />
    </Press>
  );
}
