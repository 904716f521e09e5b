import type { Gate } from '@tamper/core/gates';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { Icon } from '../theme/Icon';
import { colours } from '../theme/tokens';

/** One gate in a word, a sign and a colour, never in colour alone. */
export function GateLight({
  name,
  gate,
  short,
}: {
  name: string;
  gate: Gate | undefined;
  /** Where there is little room: this instead of the name, and no count. */ short?: string | undefined;
}) {
  const small = short !== undefined;
  const stops = gate?.reasons.filter(({ state }) => state === 'stop').length ?? 0;
  const look = !gate
    ? { back: colours.line, front: colours.ink, icon: 'note', word: 'looking' }
    : gate.open
      ? { back: colours.good, front: colours.onClay, icon: 'check', word: stops > 0 ? 'OPEN IN PART' : 'OPEN' }
      : { back: colours.stop, front: colours.onClay, icon: 'stop', word: 'SHUT' };
  return (
    <View
      role="status"
      aria-label={`${name}: ${look.word}${stops > 0 ? `, ${stops} ${stops === 1 ? 'reason' : 'reasons'}` : ''}`}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: small ? 4 : 8,
        backgroundColor: look.back,
        borderRadius: 8,
        paddingHorizontal: small ? 5 : 10,
        minHeight: small ? 48 : 52,
      }}
    >
      <Icon name={look.icon} color={look.front} size={small ? 20 : 26} />
      <Text variant={small ? 'labelMedium' : 'titleMedium'} numberOfLines={1} style={{ color: look.front, flexShrink: 1 }}>
        {short ?? name}
      </Text>
      <Text variant={small ? 'labelMedium' : 'titleMedium'} style={{ color: look.front }}>
        {small && look.word === 'OPEN IN PART' ? 'PART' : look.word}
        {stops > 0 && !small ? ` (${stops})` : ''}
      </Text>
    </View>
  );
}
