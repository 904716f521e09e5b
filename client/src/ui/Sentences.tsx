import { Text } from './Text';
import { View } from './View';

/** Sentences one under the other. */
export const Sentences = ({ label, list }: { label: string; list: readonly string[] }) => (
  <View role="list" aria-label={label} style={{ gap: 2 }}>
    {list.map((sentence) => (
      <Text key={sentence} role="listitem">
        • {sentence}
      </Text>
    ))}
  </View>
);
