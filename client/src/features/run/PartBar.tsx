import { memo } from 'react';
import { Pressable, ScrollView } from 'react-native';
import { Text } from 'react-native-paper';
import type { Part } from '../../drawing/SectionDrawing';
import { colours, TARGET } from '../../theme/tokens';
import { editors, parts } from './editors';

interface Props {
  selected: Part | undefined;
  onSelect: (part: Part | undefined) => void;
  wide: boolean;
}

/**
 * The parts of a run by name, for gloves and keyboards: the same inputs as touching the drawing.
 * Plain presses instead of the library's animated buttons: this bar stands through every key press.
 */
export const PartBar = memo(function PartBar({ selected, onSelect, wide }: Props) {
  return (
    <ScrollView
      horizontal={!wide}
      showsHorizontalScrollIndicator={false}
      style={{ flexGrow: 0, flexShrink: 0 }}
      contentContainerStyle={{ gap: 8, padding: 8, ...(wide ? { flexDirection: 'row', flexWrap: 'wrap' } : {}) }}
    >
      {parts.map((part) => {
        const on = part === selected;
        return (
          <Pressable
            key={part}
            role="button"
            aria-pressed={on}
            onPress={() => onSelect(on ? undefined : part)}
            style={{
              minHeight: TARGET,
              justifyContent: 'center',
              paddingHorizontal: 16,
              borderRadius: 10,
              borderWidth: 1,
              borderColor: colours.clay,
              backgroundColor: on ? colours.clay : colours.paper,
            }}
          >
            <Text variant="labelLarge" style={{ color: on ? colours.onClay : colours.clay }}>
              {editors[part].title}
            </Text>
          </Pressable>
        );
      })}
    </ScrollView>
  );
});
