import { memo } from 'react';
import { type StyleProp, type ViewStyle } from 'react-native';
import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';
import { useStable } from './useStable';

export interface Props {
  icon: string;
  accessibilityLabel: string;
  onPress: () => void;
  disabled?: boolean;
  iconColor?: string;
  style?: StyleProp<ViewStyle>;
}

/** A sign to press, big enough for a glove; drawn again only when it changes. */
export function IconButton({ onPress, ...props }: Props) {
  const press = useStable(onPress);
  return <Still {...props} onPress={press} />;
}

const Still = memo(function Still({ icon, accessibilityLabel, onPress, disabled = false, iconColor = colours.ink, style }: Props) {
  // Called, as it has nothing of its own: a component more for each button would be drawn.
  return Press({
    role: 'button',
    'aria-label': accessibilityLabel,
    'aria-disabled': disabled,
    disabled,
    onPress,
    style: [
      {
        width: TARGET,
        height: TARGET,
        borderRadius: TARGET / 2,
        alignItems: 'center',
        justifyContent: 'center',
        opacity: disabled ? 0.45 : 1,
      },
      style,
    ],
    children: <Icon name={icon} size={24} color={iconColor} />,
  });
});
