import { Redirect, router, useLocalSearchParams, usePathname } from 'expo-router';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Page } from '../../ui/Screen';
import { firstOf, placeIn, runPath, steps, stepIds } from './places';

/** An address below a run that leads nowhere: a step without its tab goes to its first; anything else is said, with the nearest places to go. */
export function NoSuchPlace() {
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  const path = usePathname();
  const { step } = placeIn(path);
  if (step && path.split('/').length <= 6) return <Redirect href={runPath(jobId, runId, firstOf(step))} />;
  return (
    <Page terms={false}>
      <Notice kind="caution" title="There is no such screen of this run">
        {(step ? [step] : stepIds).map((id) => (
          <Button key={id} mode="outlined" onPress={() => router.replace(runPath(jobId, runId, firstOf(id)))}>
            To {steps[id].title}
          </Button>
        ))}
      </Notice>
    </Page>
  );
}
