import { router } from 'expo-router';
import { jobPath, runPath } from './places';

/** Opens a run from wherever one is, by way of its job: from one run's frame straight to another's the router sees no difference. */
export function openRun(jobId: string, runId: string): void {
  router.dismissTo(jobPath(jobId));
  router.push(runPath(jobId, runId));
}
