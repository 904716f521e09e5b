import { HelperText } from 'react-native-paper';

/** What stands below a field: what is wrong with it, else what was understood or how to fill it. */
export function FieldNote({ wrong, note }: { wrong: string | undefined; note: string | undefined }) {
  const text = wrong ?? note;
  if (text === undefined) return null;
  return (
    <HelperText type={wrong === undefined ? 'info' : 'error'} aria-live="polite" style={{ paddingVertical: 2 }}>
      {text}
    </HelperText>
  );
}
