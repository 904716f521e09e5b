import { useLocalSearchParams } from 'expo-router';
import { ProtectionScreen } from '../../../../../features/protection/ProtectionScreen';
import { RunScreen } from '../../../../../features/run/RunScreen';
import { LogisticsScreen } from '../../../../../features/logistics/LogisticsScreen';

/**
 * The run, with `?protection=` its ground and guard, with `?logistics=` what digs it, the spoil and the order: one route, because all need the whole core, and what routes share loads
 * with the first screen.
 */
export default function RunRoute() {
  const { jobId, runId, protection, logistics } = useLocalSearchParams<{
    jobId: string;
    runId: string;
    protection?: string;
    logistics?: string;
  }>();
  if (protection) return <ProtectionScreen key={`${runId}.protection`} jobId={jobId} runId={runId} tab={protection} />;
  if (logistics) return <LogisticsScreen key={`${runId}.logistics`} jobId={jobId} runId={runId} tab={logistics} />;
  return <RunScreen key={runId} jobId={jobId} runId={runId} />;
}
