import { memo, type ReactNode } from 'react';
import { type StyleProp, type ViewStyle } from 'react-native';
import { Text } from './Text';
import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';
import { useStable } from './useStable';

interface Props {
  onPress: () => void;
  /** What it says; a long sentence takes as many lines as it needs. Null: its sign says it alone. */
  children: ReactNode;
  mode?: 'text' | 'outlined' | 'tonal' | 'contained';
  icon?: string | undefined;
  /** The sign behind the words instead of before them. */
  trailing?: boolean;
  /** What it says at the left, as a row of a list. */
  start?: boolean;
  disabled?: boolean;
  /** Of what it says, or of its ground where that is filled. */
  colour?: string;
  accessibilityLabel?: string;
  style?: StyleProp<ViewStyle>;
}

/** Something to press, big enough for a glove, drawn again only when what it says changes. */
export function Button({ onPress, ...props }: Props) {
  const press = useStable(onPress);
  return <Still {...props} onPress={press} />;
}

const Still = memo(function Still({
  onPress,
  children,
  mode = 'text',
  icon,
  trailing = false,
  start = false,
  disabled = false,
  colour = colours.clay,
  accessibilityLabel,
  style,
}: Props) {
  const filled = mode === 'contained';
  const front = disabled ? colours.faded : filled ? colours.onClay : colour;
  // Called, as it has nothing of its own: a component more for each button would be drawn.
  return Press({
    role: 'button',
    'aria-label': accessibilityLabel,
    'aria-disabled': disabled,
    disabled,
    onPress,
    style: [
      {
        flexDirection: trailing ? 'row-reverse' : 'row',
        alignItems: 'center',
        justifyContent: trailing ? 'space-between' : start ? 'flex-start' : 'center',
        gap: 8,
        minHeight: TARGET,
        minWidth: TARGET,
        paddingHorizontal: 14,
        paddingVertical: 6,
        borderRadius: 10,
        borderWidth: mode === 'outlined' || filled ? 1 : 0,
        borderColor: disabled ? colours.line : colour,
        backgroundColor: filled ? (disabled ? colours.line : colour) : mode === 'tonal' ? colours.clayWash : 'transparent',
      },
      style,
    ],
    children: (
      <>
        {icon ? <Icon name={icon} size={20} color={front} /> : null}
        {children === null ? null : (
          <Text variant="labelLarge" style={{ color: front, flexShrink: 1, textAlign: trailing || start ? 'left' : 'center' }}>
            {children}
          </Text>
        )}
      </>
    ),
  });
});
