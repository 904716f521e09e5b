import { memo } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type { SaveState } from '../data/autosave';
import { Icon, type IconName } from '../theme/Icon';
import { colours } from '../theme/tokens';

const LOOK: Record<SaveState<unknown>['kind'], { icon: IconName; word: string }> = {
  saved: { icon: 'saved', word: 'Saved' },
  saving: { icon: 'saving', word: 'Saving' },
  unsaved: { icon: 'unsaved', word: 'Not saved' },
  conflict: { icon: 'unsaved', word: 'Not saved' },
};

/** Whether the work is safe, in a word and a sign. */
export const SaveBadge = memo(function SaveBadge({ save }: { save: SaveState<unknown> }) {
  const { icon, word } = LOOK[save.kind];
  return (
    <View
      role="status"
      aria-label={save.kind === 'unsaved' ? `${word}: ${save.why}` : word}
      style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}
    >
      <Icon name={icon} color={colours.onClay} size={16} />
      <Text variant="labelSmall" style={{ color: colours.onClay }}>
        {word}
      </Text>
    </View>
  );
});
