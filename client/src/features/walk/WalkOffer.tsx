import { useState } from 'react';
import { sentences } from '../../data/api';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { stops } from './steps';
import { endWalk, useOffered } from './walk';

/** Offers the walk through the demonstration to who has not been led round yet. */
export function WalkOffer({ jobId }: { jobId: string }) {
  const offered = useOffered();
  const [fault, setFault] = useState<string>();
  if (!offered) return null;
  const begin = async () => {
    // The list of jobs does without what reads a run.
    const { begin: lead } = await import('./begin');
    if (!(await lead(jobId))) setFault('The demonstration has no run left to be led through.');
  };
  return (
    <Notice kind="note" title="New here?">
      <Text>A walk of {stops.length} steps over the boatyard’s own drawings. Leave it at any step.</Text>
      {fault ? <Text role="alert">{fault}</Text> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" onPress={() => void begin().catch((reason: unknown) => setFault(sentences(reason).join(' ')))}>
          Show me round
        </Button>
        <Button onPress={endWalk}>Not now</Button>
      </View>
    </Notice>
  );
}
