import { readyToCover } from '@tamper/core/cover';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { Pressable } from 'react-native';
import { deviceClock } from '../../data/deviceClock';
import { GateLight } from '../../ui/GateLight';
import { runPath } from '../frame/places';
import { useSafe } from '../frame/session';
import { useSite } from '../site/context';

/** The gate Ready to cover over everything that is laid; touch it to see what it hangs on. */
export function CoverLight() {
  const { jobId, runId, job, book } = useSite();
  const { revisions } = useSafe();
  const entries = book.book;
  const gate = useMemo(
    () => (revisions && entries ? readyToCover({ revisions, book: entries, now: deviceClock().now(), units: job.units }) : undefined),
    [revisions, entries, job.units],
  );
  return (
    <Pressable role="link" aria-label="What ready to cover hangs on" onPress={() => router.navigate(runPath(jobId, runId, 'site/cover'))}>
      <GateLight name="Ready to cover" gate={gate} />
    </Pressable>
  );
}
