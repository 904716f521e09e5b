import { Button } from './Button';
import { ProgressBar } from 'react-native-paper';
import { Text } from './Text';
import { View } from './View';

/** Long work under way, and the way out of it. */
export function Progress({ share, what, onCancel }: { share: number; what: string; onCancel: () => void }) {
  return (
    <View role="status" aria-label={`${what}: ${Math.round(share * 100)} %`} style={{ gap: 8 }}>
      <Text>{what}…</Text>
      <View aria-hidden>
        <ProgressBar progress={share} />
      </View>
      <Button icon="close" onPress={onCancel}>
        Cancel
      </Button>
    </View>
  );
}
