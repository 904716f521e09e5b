import { memo } from 'react';
import { colours } from '../theme/tokens';
import { Text } from './Text';

/** What stands below a field: what is wrong with it, else what was understood or how to fill it. */
export const FieldNote = memo(function FieldNote({ wrong, note }: { wrong: string | undefined; note: string | undefined }) {
  const text = wrong ?? note;
  if (text === undefined) return null;
  return (
    <Text
      variant="bodySmall"
      aria-live="polite"
      style={{ color: wrong === undefined ? colours.faded : colours.stop, paddingHorizontal: 12, paddingVertical: 2 }}
    >
      {text}
    </Text>
  );
});
