import { shutUnsaid } from '@tamper/core/cover';
import type { Range } from '@tamper/core/geometry';
import { formatStretch } from '@tamper/core/units';
import { router } from 'expo-router';
import { useEffect } from 'react';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { runPath } from '../frame/places';
import { useLayOf } from '../lay/context';
import { useCoverGate } from '../lay/useCoverGate';
import { useSite } from '../site/context';

/** May a stretch be covered? Where the gate is shut nothing is filled, unless somebody said that it is covered unseen, and why. */
export function MayCover({ range, onBarred }: { range: Range; onBarred: (why: string | undefined) => void }) {
  const { job, jobId, runId } = useSite();
  const lay = useLayOf();
  const gate = useCoverGate(lay);
  const shut = gate && lay ? shutUnsaid(gate, lay.report.unseen, range) : undefined;
  const where = shut?.map((one) => formatStretch(one, job.units)).join(', ');
  const why =
    where === undefined
      ? 'Still looking at whether it may be covered: try again in a moment.'
      : where === ''
        ? undefined
        : `Not ready to cover, ${where}. See what is missing, or say on Cover that it is covered unseen, and why.`;
  useEffect(() => onBarred(why), [onBarred, why]);
  if (!where || !gate) return null;
  const reasons = [...new Set(gate.reasons.filter(({ state }) => state === 'stop').map(({ what }) => what))];
  return (
    <Notice kind="stop" title={`Not ready to cover, ${where}`}>
      <Text variant="bodySmall">
        {reasons.slice(0, 3).join('; ')}
        {reasons.length > 3 ? `; and ${reasons.length - 3} more` : ''}
      </Text>
      <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, 'site/cover'))}>
        What is missing
      </Button>
    </Notice>
  );
}
