import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import type { Enter } from '../../data/write';

/** What puts an entry right from its own line. @param says what it says, for who cannot see which line the button stands in. */
export function PutRight({ id, says, enter }: { id: string; says: string; enter: Enter }) {
  const [putting, setPutting] = useState(false);
  if (putting) return <SayWrong id={id} enter={enter} onDone={() => setPutting(false)} />;
  return (
    <View style={{ flexDirection: 'row' }}>
      <Button mode="outlined" accessibilityLabel={`Put right: ${says}`} onPress={() => setPutting(true)}>
        Put right
      </Button>
    </View>
  );
}

/** Says that an entry was wrong. What is right is entered anew: stricter counts at once, milder only by a look made now. */
function SayWrong({ id, enter, onDone }: { id: string; enter: Enter; onDone: () => void }) {
  const [why, setWhy] = useState('');
  const [fault, setFault] = useState<string>();
  const say = () => {
    const refused = enter({ kind: 'wrong', why: why.trim() }, id);
    setFault(refused);
    if (refused === undefined) onDone();
  };
  return (
    <View style={{ gap: 6 }}>
      <Text variant="bodySmall">
        What was good in it counts no more from now on; what was bad in it stays until somebody looks. Then enter what is right.
      </Text>
      <TextField label="What is wrong with it" value={why} onText={setWhy} />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <Button mode="contained" onPress={say}>
          It was wrong
        </Button>
        <Button onPress={onDone}>Leave it</Button>
      </View>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </View>
  );
}
