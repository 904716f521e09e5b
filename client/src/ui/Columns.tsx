import type { ReactNode } from 'react';
import { View } from './View';

/** Pieces side by side where there is room for `basis` pixels each, one below the other on a phone. */
export const Columns = ({ children, basis = 360 }: { children: ReactNode[]; basis?: number }) => (
  <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'flex-start' }}>
    {children.map((child, index) =>
      child ? (
        <View key={index} style={{ flexGrow: 1, flexBasis: basis, minWidth: 0, maxWidth: '100%', gap: 12 }}>
          {child}
        </View>
      ) : null,
    )}
  </View>
);
