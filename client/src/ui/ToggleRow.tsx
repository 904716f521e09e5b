import { Text } from './Text';
import { Toggle } from './Toggle';
import { View } from './View';

interface Props {
  label: string;
  on: boolean;
  onChange: (on: boolean) => void;
  /** What stands beside it, where that is more than its name. */
  words?: string;
}

/** On or off, with what it means beside it. */
export function ToggleRow({ label, on, onChange, words = label }: Props) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 10 }}>
      <Toggle on={on} onChange={onChange} label={label} />
      <Text style={{ flex: 1 }}>{words}</Text>
    </View>
  );
}
