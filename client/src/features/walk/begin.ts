import { router } from 'expo-router';
import { allRuns } from '../../data/jobRuns';
import { runPath } from '../frame/places';
import { stops } from './steps';
import { walkTo } from './walk';

/** Leads to the first step of the walk through a job's first run; false where it has none. */
export async function begin(jobId: string): Promise<boolean> {
  const [run] = await allRuns(jobId);
  if (!run) return false;
  walkTo(run.id);
  router.navigate(runPath(jobId, run.id, stops[0].place));
  return true;
}
