import { router } from 'expo-router';
import type { ReactNode } from 'react';
import { Text } from './Text';
import { Icon } from '../theme/Icon';
import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';
import { View } from './View';

/** A line of a list that leads somewhere. */
export function Row({ title, detail, to, children }: { title: string; detail: string; to: string; children?: ReactNode }) {
  return (
    <Press
      role="link"
      onPress={() => router.navigate(to)}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        minHeight: TARGET + 16,
        paddingHorizontal: 14,
        paddingVertical: 8,
        backgroundColor: colours.paper,
        borderRadius: 8,
        borderWidth: 1,
        borderColor: colours.line,
      }}
    >
      <View style={{ flex: 1, minWidth: 0 }}>
        <Text variant="titleMedium">{title}</Text>
        <Text variant="bodySmall" style={{ color: colours.faded }}>
          {detail}
        </Text>
        {children}
      </View>
      <Icon name="next" color={colours.faded} />
    </Press>
  );
}
