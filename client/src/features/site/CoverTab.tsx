import { readyToCover } from '@tamper/core/gates';
import { formatStretch } from '@tamper/core/units';
import { useMemo } from 'react';
import { Text } from '../../ui/Text';
import { GateLight } from '../../ui/GateLight';
import { Notice } from '../../ui/Notice';
import { useSite } from './context';

/** May it be filled in? What is still to be recorded, hole by hole. */
export function CoverTab() {
  const { plan, job } = useSite();
  const gate = useMemo(() => readyToCover(plan, job.units), [plan, job.units]);
  return (
    <>
      <GateLight name="Ready to cover" gate={gate} />
      {gate.reasons.map(({ id, what, why, where, who }) => (
        <Notice key={id} kind="caution" title={what}>
          <Text variant="bodySmall">{why}</Text>
          <Text variant="bodySmall">
            {where.map((one) => formatStretch(one, job.units)).join(', ')} · {who}
          </Text>
        </Notice>
      ))}
    </>
  );
}
