import { Button } from './Button';
import { Dialog, Portal } from 'react-native-paper';
import { Text } from './Text';

/** Asks before something that cannot be undone. */
export function Confirm({
  open,
  title,
  text,
  action,
  onYes,
  onNo,
}: {
  open: boolean;
  title: string;
  text: string;
  action: string;
  onYes: () => void;
  onNo: () => void;
}) {
  if (!open) return null;
  return (
    <Portal>
      <Dialog visible onDismiss={onNo} style={{ maxWidth: 480, alignSelf: 'center', width: '90%' }}>
        <Dialog.Title>{title}</Dialog.Title>
        <Dialog.Content>
          <Text>{text}</Text>
        </Dialog.Content>
        <Dialog.Actions>
          <Button onPress={onNo}>Keep it</Button>
          <Button mode="contained" colour="#8f130c" onPress={onYes}>
            {action}
          </Button>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}
