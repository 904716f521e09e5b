import { termsIn } from '@tamper/core/terms';
import { ScrollView } from 'react-native';
import { Dialog, Portal } from 'react-native-paper';
import { Button } from './Button';
import { Text } from './Text';
import { View } from './View';

/** The terms a text uses, each with what it means. */
export function TermsDialog({ text, onClose }: { text: string; onClose: () => void }) {
  const found = termsIn(text);
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={{ maxWidth: 560, maxHeight: '85%', alignSelf: 'center', width: '92%' }}>
        <Dialog.Title>Words on this screen</Dialog.Title>
        <Dialog.ScrollArea style={{ paddingHorizontal: 0 }}>
          <ScrollView
            tabIndex={0}
            aria-label="Words and their meanings"
            contentContainerStyle={{ paddingHorizontal: 24, paddingVertical: 8, gap: 10 }}
          >
            {found.map(({ name, meaning }) => (
              <View key={name}>
                <Text variant="titleSmall">{name}</Text>
                <Text>{meaning}</Text>
              </View>
            ))}
            {found.length === 0 ? <Text>There is no term of the trade on this screen.</Text> : null}
          </ScrollView>
        </Dialog.ScrollArea>
        <Dialog.Actions>
          <Button onPress={onClose}>Close</Button>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}
