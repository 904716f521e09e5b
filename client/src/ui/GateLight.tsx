import type { Gate } from '@tamper/core/gates';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';

/** One gate in a word, a sign and a colour, never in colour alone. */
export function GateLight({
  name,
  gate,
  short,
}: {
  name: string;
  gate: Gate | undefined;
  /** Where there is little room: this below the sign instead of the name, and no count. */
  short?: string | undefined;
}) {
  const small = short !== undefined;
  const stops = gate?.reasons.filter(({ state }) => state === 'stop').length ?? 0;
  const look = !gate
    ? { back: colours.line, front: colours.ink, icon: 'note', word: 'looking' }
    : gate.open
      ? { back: colours.good, front: colours.onClay, icon: stops > 0 ? 'part' : 'check', word: stops > 0 ? 'OPEN IN PART' : 'OPEN' }
      : { back: colours.stop, front: colours.onClay, icon: 'stop', word: 'SHUT' };
  return (
    <View
      role="status"
      aria-label={`${name}: ${look.word}${stops > 0 ? `, ${stops} ${stops === 1 ? 'reason' : 'reasons'}` : ''}`}
      style={{
        flexDirection: small ? 'column' : 'row',
        alignItems: 'center',
        justifyContent: 'center',
        gap: small ? 0 : 8,
        backgroundColor: look.back,
        borderRadius: 8,
        ...(small ? { width: TARGET, height: TARGET } : { paddingHorizontal: 10, minHeight: 52 }),
      }}
    >
      <Icon name={look.icon} color={look.front} size={small ? 22 : 26} />
      <Text variant={small ? 'labelMedium' : 'titleMedium'} numberOfLines={1} style={{ color: look.front, flexShrink: 1 }}>
        {short ?? name}
      </Text>
      {small ? null : (
        <Text variant="titleMedium" style={{ color: look.front }}>
          {look.word}
          {stops > 0 ? ` (${stops})` : ''}
        </Text>
      )}
    </View>
  );
}
