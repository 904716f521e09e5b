import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Text } from './Text';
import { Button } from './Button';
import { sentences } from '../data/api';
import { Notice } from './Notice';
import { useHoldIdle } from './whenIdle';

/** Says that something is coming: what can wait does, until it has come. */
export function Coming({ role, children }: { role?: 'status'; children: ReactNode }) {
  useHoldIdle();
  return <Text role={role}>{children}</Text>;
}

/** What a screen shows until its data is there: that it is coming, or why it is not. */
export function Loading({ error, retry, what }: { error: unknown; retry: () => void; what: string }) {
  if (!error)
    return (
      <View role="status" style={{ padding: 32, alignItems: 'center', gap: 12 }}>
        <Coming>Fetching {what}…</Coming>
      </View>
    );
  return (
    <View style={{ padding: 12 }}>
      <Notice kind="caution" role="alert" title={`Cannot show ${what} just now`}>
        {sentences(error).map((sentence) => (
          <Text key={sentence}>{sentence}</Text>
        ))}
        <Button icon="redo" mode="outlined" onPress={retry}>
          Try again
        </Button>
      </Notice>
    </View>
  );
}
