import type { Gate } from '@tamper/core/gates';
import { memo } from 'react';
import { Text } from './Text';
import { View } from './View';
import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';

const LOOK = {
  looking: { back: colours.line, front: colours.ink, icon: 'note', word: 'looking' },
  open: { back: colours.good, front: colours.onClay, icon: 'check', word: 'OPEN' },
  part: { back: colours.good, front: colours.onClay, icon: 'part', word: 'OPEN IN PART' },
  shut: { back: colours.stop, front: colours.onClay, icon: 'stop', word: 'SHUT' },
} as const;

/** What a gate shows at a glance: its state, and how many reasons stand against it. */
export interface Lit {
  state: keyof typeof LOOK;
  stops: number;
}
export function litBy(gate: Gate | undefined): Lit {
  const stops = gate?.reasons.filter(({ state }) => state === 'stop').length ?? 0;
  return { state: !gate ? 'looking' : !gate.open ? 'shut' : stops > 0 ? 'part' : 'open', stops };
}

/** One gate in a word, a sign and a colour, never in colour alone. */
export const GateLight = ({ name, gate }: { name: string; gate: Gate | undefined }) => <Lamp name={name} {...litBy(gate)} />;

/** A gate's light, drawn again only when it says something else. */
export const Lamp = memo(function Lamp({
  name,
  state,
  stops,
  short,
}: Lit & {
  name: string;
  /** Where there is little room: this below the sign instead of the name, and no count. */
  short?: string | undefined;
}) {
  const small = short !== undefined;
  const look = LOOK[state];
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
});
