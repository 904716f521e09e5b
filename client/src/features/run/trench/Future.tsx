import type { Addition } from '@tamper/core/trench';
import { formatArea, formatLength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../../ui/Text';
import { Button } from '../../../ui/Button';
import { Faults } from '../../../ui/Faults';
import { Notice } from '../../../ui/Notice';
import { Progress } from '../../../ui/Progress';
import { View } from '../../../ui/View';
import { useTask } from '../../../workers/useTask';
import { useRunEdit } from '../context';

/** What else could share this trench before it is closed, and what each would add. */
export function Future() {
  const { job, run, reachIndex, cursor } = useRunEdit();
  const { task, start, cancel } = useTask<Addition[]>();
  const [asked, setAsked] = useState<unknown>();
  const look = () => {
    setAsked(run);
    start((remote, onProgress) => remote.future(job, run, reachIndex, cursor, onProgress));
  };
  const more = (metres: number) => `${metres < -1e-6 ? '−' : '+'}${formatLength(Math.abs(metres), job.units, 'size')}`;
  const { currency } = job.rates;
  return (
    <View style={{ gap: 6 }}>
      {task.kind === 'running' ? (
        <Progress share={task.share} what={task.what} onCancel={cancel} />
      ) : (
        <Button mode="outlined" icon="list" onPress={look}>
          What else could share this trench?
        </Button>
      )}
      {task.kind === 'failed' ? <Faults title="Not worked out" faults={task.errors.map(({ message }) => message)} /> : null}
      {task.kind === 'done' && asked !== run ? <Notice kind="caution" title="The run has changed since: look again." /> : null}
      {task.kind === 'done' && asked === run ? (
        <View role="list" aria-label="What else could share this trench" style={{ gap: 6 }}>
          {task.value.map(({ name, why, width, depth, area, cost, fault }) => (
            <View key={name} role="listitem">
              <Text variant="titleSmall">{name}</Text>
              <Text variant="bodySmall">
                {fault ??
                  (area === 0 && width === 0
                    ? `No more digging; about ${Math.round(cost)} ${currency} along the run.`
                    : `${more(width)} wide, ${more(depth)} deep, ${formatArea(area, job.units)} more to dig; about ${Math.round(cost)} ${currency} along the run.`)}{' '}
                {why}.
              </Text>
            </View>
          ))}
        </View>
      ) : null}
    </View>
  );
}
