import { memo, useMemo } from 'react';
import { keyOf, type Fix } from '@tamper/core/job';
import type { Mend } from '@tamper/core/plan';
import { say, sayFix, type Reader, type Sayable } from '@tamper/core/words';
import { Text } from '../../ui/Text';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { View } from '../../ui/View';
import { useSame } from '../../ui/useSame';
import { useStable } from '../../ui/useStable';

interface Props {
  finding: Sayable;
  mend: Mend<Sayable>;
  reader: Reader;
  onFix: (finding: Sayable, fix: Fix) => void;
}

/** A fix that was tried and mends; a stop it would bring is said on it. Tried on another run it is another fix, and says the same as a rule. */
export const FixButton = memo(function FixButton({ finding, mend: { fix, brings }, reader, onFix }: Props) {
  const label = sayFix(fix, reader);
  const take = useStable(() => onFix(finding, fix));
  const stops = useSame(brings);
  return useMemo(() => {
    if (stops.length === 0)
      return (
        <Button mode="contained" onPress={take}>
          {label}
        </Button>
      );
    return (
      <View style={{ gap: 2, maxWidth: '100%' }}>
        <Button mode="outlined" icon="stop" onPress={take}>
          {`${label}, and then: ${stops.length === 1 ? 'a stop' : `${stops.length} stops`}`}
        </Button>
        {stops.map((stop) => (
          <Text key={keyOf(stop)} variant="bodySmall" style={{ color: colours.stop }}>
            {say(stop, reader).what}
          </Text>
        ))}
      </View>
    );
  }, [label, take, stops, reader]);
});
