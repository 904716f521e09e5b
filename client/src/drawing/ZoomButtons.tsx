import type { ReactNode } from 'react';
import { View } from 'react-native';
import { IconButton } from '../ui/IconButton';
import { colours } from '../theme/tokens';

/** Zooming without a pinch, and what else is done with a drawing. */
export function ZoomButtons({ onBy, onReset, children }: { onBy: (factor: number) => void; onReset: () => void; children?: ReactNode }) {
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
      {children}
      {button('in', 'Zoom in', () => onBy(1.5))}
      {button('out', 'Zoom out', () => onBy(1 / 1.5))}
      {button('fit', 'Whole drawing', onReset)}
    </View>
  );
}
