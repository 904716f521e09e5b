import { IconButton } from './IconButton';
import { TextField } from './TextField';
import { View } from './View';

/** A station, typed or stepped on and back with a thumb. */
export function StationStep({ value, onText, onMove }: { value: string; onText: (text: string) => void; onMove: (by: 1 | -1) => void }) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
      <IconButton icon="back" accessibilityLabel="A step back" onPress={() => onMove(-1)} />
      <View style={{ flex: 1 }}>
        <TextField label="At station" value={value} onText={onText} />
      </View>
      <IconButton icon="next" accessibilityLabel="A step on" onPress={() => onMove(1)} />
    </View>
  );
}
