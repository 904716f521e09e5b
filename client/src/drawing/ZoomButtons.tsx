import type { ReactNode } from 'react';
import { ToolButton } from './ToolButton';
import { View } from '../ui/View';

interface Props {
  onBy: (factor: number) => void;
  onReset: () => void;
  /** What one sees then. */
  whole?: string;
  children?: ReactNode;
}

/** Zooming without a pinch, and what else is done with a drawing. */
export function ZoomButtons({ onBy, onReset, whole = 'Whole drawing', children }: Props) {
  return (
    <View style={{ position: 'absolute', right: 6, bottom: 6, flexDirection: 'row', gap: 4 }}>
      {children}
      <ToolButton icon="in" accessibilityLabel="Zoom in" onPress={() => onBy(1.5)} />
      <ToolButton icon="out" accessibilityLabel="Zoom out" onPress={() => onBy(1 / 1.5)} />
      <ToolButton icon="fit" accessibilityLabel={whole} onPress={onReset} />
    </View>
  );
}
