import { memo, useSyncExternalStore } from 'react';
import { Text } from './Text';
import type { SaveState } from '../data/liveDocument';
import { Icon, type IconName } from '../theme/Icon';
import { colours } from '../theme/tokens';

/** The worse, the later it stands here. Kept is on this device, sent is with the server. */
const LOOK: Record<SaveState<unknown>['kind'], { icon: IconName; word: string }> = {
  sent: { icon: 'saved', word: 'Sent' },
  kept: { icon: 'kept', word: 'Kept' },
  // The same sign: it is on its way there, and drawn at every key.
  keeping: { icon: 'kept', word: 'Keeping' },
  refused: { icon: 'unsaved', word: 'Not sent' },
  conflict: { icon: 'unsaved', word: 'Not sent' },
  unkept: { icon: 'unsaved', word: 'Not kept' },
};
const KINDS = Object.keys(LOOK) as SaveState<unknown>['kind'][];

/** A document as far as its safety goes. */
interface Safety {
  subscribe: (listener: () => void) => () => void;
  saving: () => SaveState<unknown>;
}

/** Whether the work is safe, in a word and a sign: all of these documents. It listens by itself, so that nothing round it is drawn anew for a save. */
export const SaveBadge = memo(function SaveBadge({ first, second = first }: { first: Safety; second?: Safety }) {
  const states = [useSyncExternalStore(first.subscribe, first.saving), useSyncExternalStore(second.subscribe, second.saving)];
  const worst = states.reduce((worst, state) => (KINDS.indexOf(state.kind) > KINDS.indexOf(worst.kind) ? state : worst));
  const { icon, word } = LOOK[worst.kind];
  const why = 'why' in worst ? worst.why : undefined;
  return (
    <Text variant="labelSmall" role="status" aria-label={why === undefined ? word : `${word}: ${why}`} style={BESIDE}>
      <Icon name={icon} color={colours.onClay} size={16} />
      {word}
    </Text>
  );
});

const BESIDE = { display: 'flex', flexDirection: 'row', alignItems: 'center', gap: 6, color: colours.onClay } as const;
