import { Input } from './Input';
import { useStable } from './useStable';

interface Props {
  label: string;
  value: string;
  onText: (text: string) => void;
  placeholder?: string;
  multiline?: boolean;
  /** The keys a phone shows. */
  keys?: 'text' | 'decimal' | 'numeric';
  autoFocus?: boolean;
  secret?: 'current-password' | 'new-password' | 'off' | undefined;
}

/** Plain words. */
export function TextField({ label, value, onText, placeholder, multiline = false, keys = 'text', autoFocus = false, secret }: Props) {
  const type = useStable(onText);
  return (
    <Input
      label={label}
      value={value}
      onText={type}
      wrong={false}
      placeholder={placeholder}
      multiline={multiline}
      keys={keys}
      autoFocus={autoFocus}
      secret={secret}
    />
  );
}
