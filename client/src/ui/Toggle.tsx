import { colours, TARGET } from '../theme/tokens';
import { Press } from './Press';
import { View } from './View';

/** On or off, big enough for a glove. */
export function Toggle({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <Press
      role="switch"
      aria-checked={on}
      aria-label={label}
      onPress={() => onChange(!on)}
      style={{ width: TARGET + 4, height: TARGET, alignItems: 'center', justifyContent: 'center' }}
    >
      <View
        style={{
          width: 44,
          height: 26,
          padding: 3,
          borderRadius: 13,
          borderWidth: 1,
          borderColor: on ? colours.clay : colours.faded,
          backgroundColor: on ? colours.clay : colours.paper,
          alignItems: on ? 'flex-end' : 'flex-start',
        }}
      >
        <View style={{ width: 18, height: 18, borderRadius: 9, backgroundColor: on ? colours.onClay : colours.faded }} />
      </View>
    </Press>
  );
}
