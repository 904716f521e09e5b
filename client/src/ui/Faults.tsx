import { Text } from './Text';
import { Notice } from './Notice';

/** What was refused and why, sentence by sentence; nothing while there is nothing to say. */
export function Faults({ title, faults }: { title: string; faults: readonly string[] }) {
  if (faults.length === 0) return null;
  return (
    <Notice kind="stop" role="alert" title={title}>
      {faults.map((fault) => (
        <Text key={fault}>{fault}</Text>
      ))}
    </Notice>
  );
}
