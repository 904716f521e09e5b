import type { ReactNode } from 'react';
import { Text } from './Text';
import { View } from './View';
import { colours } from '../theme/tokens';

/** A titled piece of a page. */
export function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <View
      role="region"
      aria-label={title}
      style={{ backgroundColor: colours.paper, padding: 12, gap: 10, borderRadius: 8, borderWidth: 1, borderColor: colours.line }}
    >
      <Text variant="titleMedium" role="heading" aria-level={2}>
        {title}
      </Text>
      {children}
    </View>
  );
}
