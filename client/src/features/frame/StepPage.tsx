import type { ReactNode } from 'react';
import { Conflict } from '../../ui/Conflict';
import { Faults } from '../../ui/Faults';
import { Page } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useHoldIdle } from '../../ui/whenIdle';
import { isStopped } from '../../workers/usePlan';
import { usePlanned, useSession } from './session';

/** A page of one run: what stands in the way of saving or planning it, and the page itself; nothing of it while there is no plan to show. */
export function StepPage({ above, roomy = false, children }: { above?: ReactNode; roomy?: boolean; children: ReactNode }) {
  const { run } = useSession();
  const { state } = usePlanned();
  const { errors, crash } = state;
  const coming = (children ?? null) === null && !isStopped(state);
  useHoldIdle(coming);
  return (
    <>
      {above}
      <Page roomy={roomy}>
        <Conflict document={run} what="this run" />
        <Faults title="These inputs cannot be dug" faults={[...errors.map(({ message }) => message), ...(crash ? [crash] : [])]} />
        {coming ? <Text role="status">Working it out…</Text> : children}
      </Page>
    </>
  );
}
