import type { Parsed } from '@tamper/core/units';
import { useRef, useState } from 'react';
import { tellScreen } from '../data/typing';
import { FieldNote } from './FieldNote';
import { Input } from './Input';
import { View } from './View';
import { useStable } from './useStable';

interface Props {
  label: string;
  value: number;
  /** How the value is shown when nobody is typing. */
  format: (value: number) => string;
  parse: (text: string) => Parsed;
  /** Takes the value into the document. Returns a sentence when it cannot be used; the document then stays as it was. */
  onValue: (value: number) => string | undefined;
  /** What is wrong with the value in the document, from the plan. */
  error?: string | undefined;
  hint?: string | undefined;
  autoFocus?: boolean;
  /** Least width, pixels. */
  basis?: number;
  /** The keys a phone shows: figures alone where nothing else is ever needed. */
  keys?: 'text' | 'decimal' | 'numeric';
}

/**
 * A number with its unit, as people type it. Text that is not (yet) understood stays in the field with a sentence below it;
 * the document keeps its last good value.
 */
export function QuantityField({ label, value, format, parse, onValue, error, hint, autoFocus = false, basis = 160, keys = 'text' }: Props) {
  const [typed, setTyped] = useState<{ text: string; value: number } | undefined>();
  const [fault, setFault] = useState<string>();
  const [understood, setUnderstood] = useState<string>();
  const last = useRef(value);
  const later = useRef((): void => undefined);

  // The value changed from outside (undo, a fix): what was typed no longer stands for it.
  if (last.current !== value) {
    last.current = value;
    if (typed && typed.value !== value) {
      setTyped(undefined);
      setFault(undefined);
      later.current();
      setUnderstood(undefined);
    }
  }

  const type = useStable((text: string) => {
    const parsed = parse(text);
    const refused = parsed.ok ? onValue(parsed.value) : parsed.error;
    setTyped({ text, value: parsed.ok && refused === undefined ? parsed.value : value });
    setFault(refused);
    // How it was understood stands in another line, for which the page is laid out: not before the letter is there.
    later.current();
    later.current = tellScreen(() => setUnderstood(parsed.ok && refused === undefined ? parsed.understood : undefined));
  });
  const leave = useStable(() => {
    if (fault === undefined) setTyped(undefined);
  });

  const wrong = fault ?? error;
  return (
    <View style={{ flexGrow: 1, flexBasis: basis, minWidth: 0 }}>
      <Input
        label={label}
        value={typed?.text ?? format(value)}
        onText={type}
        onLeave={leave}
        wrong={wrong !== undefined}
        autoFocus={autoFocus}
        keys={keys}
        select
      />
      <FieldNote wrong={wrong} note={understood ?? hint} />
    </View>
  );
}
