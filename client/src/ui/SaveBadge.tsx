import { memo, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { Text } from './Text';
import type { SaveState } from '../data/autosave';
import { Icon, type IconName } from '../theme/Icon';
import { colours } from '../theme/tokens';

const LOOK: Record<SaveState<unknown>['kind'], { icon: IconName; word: string }> = {
  saved: { icon: 'saved', word: 'Saved' },
  saving: { icon: 'saving', word: 'Saving' },
  unsaved: { icon: 'unsaved', word: 'Not saved' },
  conflict: { icon: 'unsaved', word: 'Not saved' },
};

/** A document as far as its safety goes. */
interface Saved {
  subscribe: (listener: () => void) => () => void;
  saving: () => SaveState<unknown>;
}
/** The worse, the later it stands here. */
const KINDS: readonly SaveState<unknown>['kind'][] = ['saved', 'saving', 'unsaved', 'conflict'];

/** Whether the work is safe, in a word and a sign: all of these documents. It listens by itself, so that nothing round it is drawn anew for a save. */
export const SaveBadge = memo(function SaveBadge({ first, second = first }: { first: Saved; second?: Saved }) {
  const states = [useSyncExternalStore(first.subscribe, first.saving), useSyncExternalStore(second.subscribe, second.saving)];
  const { kind } = states.reduce((worst, state) => (KINDS.indexOf(state.kind) > KINDS.indexOf(worst.kind) ? state : worst));
  const unsaved = states.find((state) => state.kind === 'unsaved');
  return <Sign kind={kind} why={unsaved?.why} />;
});

const Sign = memo(function Sign({ kind, why }: { kind: SaveState<unknown>['kind']; why: string | undefined }) {
  const { icon, word } = LOOK[kind];
  return (
    <View
      role="status"
      aria-label={why === undefined ? word : `${word}: ${why}`}
      style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}
    >
      <Icon name={icon} color={colours.onClay} size={16} />
      <Text variant="labelSmall" style={{ color: colours.onClay }}>
        {word}
      </Text>
    </View>
  );
});
