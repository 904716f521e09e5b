import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';

/** A box to tick, big enough for a glove. */
export function Tick({
  label,
  done,
  disabled = false,
  onPress,
}: {
  label: string;
  done: boolean;
  disabled?: boolean;
  onPress: () => void;
}) {
  return (
    <Press
      role="checkbox"
      aria-checked={done}
      aria-disabled={disabled}
      aria-label={label}
      disabled={disabled}
      onPress={onPress}
      style={{ width: TARGET, height: TARGET, alignItems: 'center', justifyContent: 'center', opacity: disabled && !done ? 0.45 : 1 }}
    >
      <Icon name={done ? 'checkbox-marked' : 'checkbox-blank-outline'} color={done ? colours.good : colours.ink} size={26} />
    </Press>
  );
}
