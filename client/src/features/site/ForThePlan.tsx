import type { PlanFor } from '@tamper/core/dig';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { useSession } from '../frame/session';
import { ToIssue } from './ToIssue';

/** What the plan may change for what was found, put into the draft by a touch: people work to it once it is issued. */
export function ForThePlan({ plans }: { plans: readonly PlanFor[] }) {
  const { apply } = useSession();
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
          <ToIssue>Issue it</ToIssue>
        </View>
      ) : null}
      <Faults title="Not put into the plan" faults={said?.fault ? [said.fault] : []} />
    </>
  );
}
