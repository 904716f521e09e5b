import { View } from 'react-native';
import { IconButton } from '../ui/IconButton';
import { colours } from '../theme/tokens';

/** Zooming without a pinch. */
export function ZoomButtons({ onBy, onReset }: { onBy: (factor: number) => void; onReset: () => void }) {
  const button = (icon: string, label: string, onPress: () => void) => (
    <IconButton
      icon={icon}
      accessibilityLabel={label}
      onPress={onPress}
      style={{ backgroundColor: colours.paper, borderWidth: 1, borderColor: colours.line }}
    />
  );
  return (
    <View style={{ position: 'absolute', right: 6, bottom: 6, flexDirection: 'row', gap: 4 }}>
      {button('in', 'Zoom in', () => onBy(1.5))}
      {button('out', 'Zoom out', () => onBy(1 / 1.5))}
      {button('fit', 'Whole drawing', onReset)}
    </View>
  );
}
