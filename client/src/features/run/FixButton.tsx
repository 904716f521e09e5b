import { keyOf, type Fix } from '@tamper/core/job';
import type { Mend } from '@tamper/core/plan';
import { say, sayFix, type Reader, type Sayable } from '@tamper/core/words';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';

/** A fix that was tried and mends; a stop it would bring is said on it. */
export function FixButton({ mend: { fix, brings }, reader, onFix }: { mend: Mend<Sayable>; reader: Reader; onFix: (fix: Fix) => void }) {
  const label = sayFix(fix, reader);
  if (brings.length === 0)
    return (
      <Button mode="contained" onPress={() => onFix(fix)}>
        {label}
      </Button>
    );
  return (
    <View style={{ gap: 2, maxWidth: '100%' }}>
      <Button mode="outlined" icon="stop" onPress={() => onFix(fix)}>
        {`${label}, and then: ${brings.length === 1 ? 'a stop' : `${brings.length} stops`}`}
      </Button>
      {brings.map((stop) => (
        <Text key={keyOf(stop)} variant="bodySmall" style={{ color: colours.stop }}>
          {say(stop, reader).what}
        </Text>
      ))}
    </View>
  );
}
