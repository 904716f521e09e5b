import { Faults } from './Faults';
import { Text } from './Text';

/** What a form says once something is kept, or why it was not entered. */
export function Told({ said, faults }: { said: string; faults: readonly string[] }) {
  return (
    <>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
    </>
  );
}
