import type { SoilVerdict } from '@tamper/core/ground';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { colours } from '../../theme/tokens';

/** A class with its reasons, weakest first. */
export function Verdict({ verdict }: { verdict: SoilVerdict }) {
  return (
    <View role="list" aria-label="Why this class" style={{ gap: 2 }}>
      {verdict.reasons.map(({ test, best, why }) => (
        <View key={test} role="listitem" style={{ flexDirection: 'row', gap: 8 }}>
          <Text style={{ width: 64, color: best === verdict.soil ? colours.stop : colours.ink }}>
            {best === 'rock' ? 'rock' : `at best ${best}`}
          </Text>
          <Text style={{ flex: 1 }}>
            {test}: {why}
          </Text>
        </View>
      ))}
    </View>
  );
}
