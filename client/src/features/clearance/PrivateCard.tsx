import { privateLineKinds, privateLineNames } from '@tamper/core/catalogue';
import type { Clearance } from '@tamper/core/job';
import { Text } from '../../ui/Text';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { useClear } from './edit';

type Answer = Clearance['privateLines'][number]['answer'];
const ANSWERS: { value: Answer; label: string }[] = [
  { value: 'open', label: 'Not asked' },
  { value: 'none', label: 'None here' },
  { value: 'entered', label: 'Entered' },
];

/** Lines nobody else marks: ask the owner about each. */
export function PrivateCard() {
  const { job, put } = useClear();
  const { privateLines } = job.clearance;
  const answerOf = (kind: (typeof privateLineKinds)[number]): Answer => privateLines.find((line) => line.kind === kind)?.answer ?? 'open';
  return (
    <Card title="Private lines">
      <Text variant="bodySmall">Public locators do not mark them. Ask the owner, and enter what there is on the run it comes near.</Text>
      {privateLineKinds.map((kind) => (
        <Choice
          key={kind}
          label={privateLineNames[kind]}
          value={answerOf(kind)}
          options={ANSWERS}
          onChange={(answer) =>
            void put({
              privateLines: privateLineKinds.map((other) => ({ kind: other, answer: other === kind ? answer : answerOf(other) })),
            })
          }
        />
      ))}
    </Card>
  );
}
