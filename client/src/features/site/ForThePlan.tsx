import type { PlanFor } from '@tamper/core/dig';
import { router } from 'expo-router';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSession } from '../frame/session';

/** What the plan may change for what was found, put into the draft by a touch: people work to it once it is issued. */
export function ForThePlan({ plans }: { plans: readonly PlanFor[] }) {
  const { apply, jobId, runId } = useSession();
  const [said, setSaid] = useState<{ fault?: string | undefined }>();
  return (
    <>
      {plans.map(({ id, says, patches }) => (
        <Button key={id} mode="outlined" icon="plus" onPress={() => setSaid({ fault: apply(patches) })}>
          {says}
        </Button>
      ))}
      {said && said.fault === undefined ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 }}>
          <Text role="status">In the draft. Whoever digs goes on by the issued plan.</Text>
          <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, 'site/issue'))}>
            Issue it
          </Button>
        </View>
      ) : null}
      <Faults title="Not put into the plan" faults={said?.fault ? [said.fault] : []} />
    </>
  );
}
