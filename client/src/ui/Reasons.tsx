import type { Gate } from '@tamper/core/gates';
import { Text } from './Text';
import { Notice } from './Notice';

const KIND = { stop: 'stop', caution: 'caution', ok: 'note' } as const;

/** Why a gate stands as it does, what shuts it first. */
export function Reasons({ gate }: { gate: Gate | undefined }) {
  if (!gate) return null;
  const shown = gate.reasons.filter(({ state }) => state !== 'ok');
  const fine = gate.reasons.filter(({ state }) => state === 'ok');
  return (
    <>
      {shown.map((reason) => (
        <Notice key={reason.id} kind={KIND[reason.state]} title={reason.what}>
          <Text variant="bodySmall">{reason.why}</Text>
        </Notice>
      ))}
      {fine.length > 0 ? <Text variant="bodySmall">In order: {fine.map(({ what }) => what).join(' · ')}</Text> : null}
    </>
  );
}
