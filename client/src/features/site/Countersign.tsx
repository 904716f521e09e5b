import type { Kept } from '@tamper/core/book';
import { useState } from 'react';
import { isOwn } from '../../data/isOwn';
import { useWho } from '../../data/who';
import type { Enter } from '../../data/write';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';

/** Somebody else who was there says that an entry is so, or not; nothing on one's own. @param says what it says, for who cannot see the line. */
export function Countersign({ entry, says, enter }: { entry: Kept['entry']; says: string; enter: Enter }) {
  const { who } = useWho();
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  const [fault, setFault] = useState<string>();
  if (isOwn(entry, who)) return null;
  if (!open)
    return (
      <Button mode="outlined" accessibilityLabel={`Countersign: ${says}`} onPress={() => setOpen(true)}>
        Countersign
      </Button>
    );
  const sign = (so: boolean) => {
    const refused = enter({ kind: 'countersigned', of: entry.id, so, note: note.trim() });
    setFault(refused);
    if (refused === undefined) setOpen(false);
  };
  return (
    <View style={{ gap: 6, flexBasis: '100%' }}>
      <TextField label="What you saw of it, if there is more to say" value={note} onText={setNote} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" onPress={() => sign(true)}>
          I was there: it is so
        </Button>
        <Button mode="outlined" onPress={() => sign(false)}>
          It is not so
        </Button>
        <Button onPress={() => setOpen(false)}>Leave it</Button>
      </View>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </View>
  );
}
