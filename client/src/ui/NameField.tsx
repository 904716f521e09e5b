import { useState } from 'react';
import { FieldNote } from './FieldNote';
import { Input } from './Input';
import { View } from './View';
import { useStable } from './useStable';

interface Props {
  label: string;
  value: string;
  /** Takes the name; returns a sentence when it cannot be used. */
  onName: (name: string) => string | undefined;
}

/** A name edited in place. What cannot be used stays in the field with a sentence; the document keeps the last good one. */
export function NameField({ label, value, onName }: Props) {
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const type = useStable((text: string) => {
    setTyped(text);
    setFault(onName(text.trim()));
  });
  const leave = useStable(() => {
    if (!fault) setTyped(undefined);
  });
  return (
    <View>
      <Input label={label} value={typed ?? value} onText={type} onLeave={leave} wrong={!!fault} />
      <FieldNote wrong={fault} note={undefined} />
    </View>
  );
}
