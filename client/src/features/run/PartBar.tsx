import { memo, useState } from 'react';
import { Text } from '../../ui/Text';
import type { Part } from '../../drawing/SectionDrawing';
import { Icon } from '../../theme/Icon';
import { colours, TARGET } from '../../theme/tokens';
import { Press } from '../../ui/Press';
import { View } from '../../ui/View';
import { editors, partGroups } from './editors';

interface Props {
  selected: Part | undefined;
  onSelect: (part: Part | undefined) => void;
}

/**
 * The parts of a run by name, for gloves and keyboards: the same inputs as touching the drawing.
 * Plain presses instead of the library's animated buttons: this bar stands through every key press.
 */
export const PartBar = memo(function PartBar({ selected, onSelect }: Props) {
  return (
    <View role="group" aria-label="Parts of the run" style={{ gap: 6 }}>
      {partGroups.map(({ title, parts }) => (
        <View key={title} style={{ gap: 2 }}>
          <Text variant="labelSmall" style={{ color: colours.faded }}>
            {title}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 6 }}>
            {parts.map((part) => (
              <PartButton key={part} part={part} on={part === selected} onSelect={onSelect} />
            ))}
          </View>
        </View>
      ))}
    </View>
  );
});

const PartButton = memo(function PartButton({ part, on, onSelect }: { part: Part; on: boolean; onSelect: Props['onSelect'] }) {
  return (
    <Press
      role="button"
      aria-pressed={on}
      onPress={() => onSelect(on ? undefined : part)}
      style={{
        minHeight: TARGET,
        justifyContent: 'center',
        paddingHorizontal: 14,
        borderRadius: 10,
        borderWidth: 1,
        borderColor: colours.clay,
        backgroundColor: on ? colours.clay : colours.paper,
      }}
    >
      <Text variant="labelLarge" style={{ color: on ? colours.onClay : colours.clay }}>
        {editors[part].title}
      </Text>
    </Press>
  );
});

/** Where there is no room for all parts: one button that says which is open, and shows them all when touched. */
export const PartChooser = memo(function PartChooser({ selected, onSelect }: Props) {
  const [open, setOpen] = useState(false);
  const choose = (part: Part | undefined) => {
    setOpen(false);
    onSelect(part);
  };
  return (
    <View style={{ gap: 8 }}>
      <Press
        role="button"
        aria-expanded={open}
        onPress={() => setOpen(!open)}
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          minHeight: TARGET,
          paddingHorizontal: 14,
          borderRadius: 10,
          borderWidth: 1,
          borderColor: colours.clay,
          backgroundColor: colours.paper,
        }}
      >
        <Text variant="labelLarge" style={{ flex: 1, color: colours.clay }}>
          {open ? 'Which part?' : selected ? 'Change another part' : 'Change a part, or touch it in the drawing'}
        </Text>
        <Icon name={open ? 'close' : 'down'} color={colours.clay} />
      </Press>
      {open ? <PartBar selected={selected} onSelect={choose} /> : null}
    </View>
  );
});
