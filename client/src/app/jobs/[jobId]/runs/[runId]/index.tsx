import { useLocalSearchParams } from 'expo-router';
import { GuardScreen } from '../../../../../features/guard/GuardScreen';
import { MachineScreen } from '../../../../../features/machine/MachineScreen';
import { RunScreen } from '../../../../../features/run/RunScreen';

/**
 * The run, with `?guard=` its ground and guard, with `?machine=` what digs it: one route, because all need the whole core, and what routes share loads
 * with the first screen.
 */
export default function RunRoute() {
  const { jobId, runId, guard, machine } = useLocalSearchParams<{ jobId: string; runId: string; guard?: string; machine?: string }>();
  if (guard) return <GuardScreen key={`${runId}.guard`} jobId={jobId} runId={runId} tab={guard} />;
  if (machine) return <MachineScreen key={`${runId}.machine`} jobId={jobId} runId={runId} />;
  return <RunScreen key={runId} jobId={jobId} runId={runId} />;
}
