import { Text } from './Text';
import { Button } from './Button';
import { sentences } from '../data/api';
import { Notice } from './Notice';
import { View } from './View';
import { useHoldIdle } from './whenIdle';

/** What a screen shows until its data is there: that it is coming, or why it is not. */
export function Loading({ error, retry, what }: { error: unknown; retry: () => void; what: string }) {
  useHoldIdle(!error);
  if (!error)
    return (
      <View role="status" style={{ padding: 32, alignItems: 'center', gap: 12 }}>
        <Text>Fetching {what}…</Text>
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
