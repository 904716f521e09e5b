import { useState } from 'react';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';

/** A passphrase, hidden as it is typed unless somebody wants to see what their thumbs wrote. @param fresh a new one: the device may offer to keep it. */
export function PassphraseField({
  label,
  value,
  onText,
  fresh,
  autoFocus = false,
}: {
  label: string;
  value: string;
  onText: (text: string) => void;
  fresh: boolean;
  autoFocus?: boolean;
}) {
  const [shown, setShown] = useState(false);
  return (
    <>
      <TextField
        label={label}
        value={value}
        onText={onText}
        autoFocus={autoFocus}
        secret={shown ? undefined : fresh ? 'new-password' : 'current-password'}
      />
      <ToggleRow label={`Show it: ${label.toLowerCase()}`} words="Show what is typed" on={shown} onChange={setShown} />
    </>
  );
}
