import { router } from 'expo-router';
import { Button } from '../../ui/Button';
import { runPath } from '../frame/places';
import { useSite } from './context';

/** Leads to where the plan is issued. */
export function ToIssue({ children = 'Issue the plan' }: { children?: string }) {
  const { jobId, runId } = useSite();
  return (
    <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, 'site/issue'))}>
      {children}
    </Button>
  );
}
