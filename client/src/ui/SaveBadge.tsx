import { memo, useMemo, useSyncExternalStore } from 'react';
import { Text } from './Text';
import { steady, type Safety, type SaveState } from '../data/safety';
import { Icon, type IconName } from '../theme/Icon';
import { colours } from '../theme/tokens';

/** Kept is on this device, sent is with the server. */
const LOOK: Record<SaveState<unknown>['kind'], { icon: IconName; word: string }> = {
  sent: { icon: 'saved', word: 'Sent' },
  kept: { icon: 'kept', word: 'Kept' },
  // The same sign: it is on its way there, and drawn at every key.
  keeping: { icon: 'kept', word: 'Keeping' },
  refused: { icon: 'unsaved', word: 'Not sent' },
  conflict: { icon: 'unsaved', word: 'Not sent' },
  unkept: { icon: 'unsaved', word: 'Not kept' },
};

/** Whether the work is safe, in a word and a sign. It listens by itself, so that nothing round it is drawn anew for a save. */
export const SaveBadge = memo(function SaveBadge({ of }: { of: Safety }) {
  const shown = useMemo(() => steady(of), [of]);
  const state = useSyncExternalStore(shown.subscribe, shown.saving);
  const { icon, word } = LOOK[state.kind];
  const why = 'why' in state ? state.why : undefined;
  return (
    <div>
      <Text variant="labelSmall" role="status" aria-label={why === undefined ? word : `${word}: ${why}`} style={BESIDE}>
        <Icon name={icon} color={colours.onClay} size={SIZE} />
        {word}
      </Text>
    </div>
  );
});

const SIZE = 16;
/** Another word is as large: the page is not laid out anew for it, which it would be at the first key of every pause. */
const ALONE = { contain: 'layout size style', width: '100%', height: SIZE } as object;
const BESIDE = { ...ALONE, display: 'flex', flexDirection: 'row', alignItems: 'center', gap: 6, color: colours.onClay } as const;
