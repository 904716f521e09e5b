import { useLocalSearchParams } from 'expo-router';
import { ProtectionScreen } from '../../../../../features/protection/ProtectionScreen';
import { RunScreen } from '../../../../../features/run/RunScreen';
import { SiteScreen } from '../../../../../features/site/SiteScreen';
import { LogisticsScreen } from '../../../../../features/logistics/LogisticsScreen';

/**
 * The run, with `?protection=` its ground and guard, with `?logistics=` what digs it, the spoil and the order, with `?site=` what stands and who may go in: one route, because all need the whole core, and what routes share loads
 * with the first screen.
 */
export default function RunRoute() {
  const { jobId, runId, protection, logistics, site } = useLocalSearchParams<{
    jobId: string;
    runId: string;
    protection?: string;
    logistics?: string;
    site?: string;
  }>();
  if (protection) return <ProtectionScreen key={`${runId}.protection`} jobId={jobId} runId={runId} tab={protection} />;
  if (logistics) return <LogisticsScreen key={`${runId}.logistics`} jobId={jobId} runId={runId} tab={logistics} />;
  if (site) return <SiteScreen key={`${runId}.site`} jobId={jobId} runId={runId} tab={site} />;
  return <RunScreen key={runId} jobId={jobId} runId={runId} />;
}
