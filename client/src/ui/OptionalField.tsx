import type { Parsed } from '@tamper/core';
import { useState } from 'react';
import { FieldNote } from './FieldNote';
import { Input } from './Input';
import { View } from './View';
import { useStable } from './useStable';

interface Props {
  label: string;
  value: number | undefined;
  format: (value: number) => string;
  parse: (text: string) => Parsed;
  /** Takes the value, or nothing for an emptied field; a sentence refuses it. */
  onValue: (value: number | undefined) => string | undefined;
  hint?: string | undefined;
  /** Least width, pixels: narrow ones stand three abreast on a phone. */
  basis?: number;
}

/** A quantity that may be left empty. */
export function OptionalField({ label, value, format, parse, onValue, hint, basis = 132 }: Props) {
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const type = useStable((text: string) => {
    setTyped(text);
    if (text.trim() === '') return setFault(onValue(undefined));
    const parsed = parse(text);
    setFault(parsed.ok ? onValue(parsed.value) : parsed.error);
  });
  const leave = useStable(() => {
    if (fault === undefined) setTyped(undefined);
  });
  return (
    <View style={{ flexGrow: 1, flexBasis: basis, minWidth: 0 }}>
      <Input
        label={label}
        value={typed ?? (value === undefined ? '' : format(value))}
        onText={type}
        onLeave={leave}
        wrong={fault !== undefined}
        select
      />
      <FieldNote wrong={fault} note={hint} />
    </View>
  );
}
