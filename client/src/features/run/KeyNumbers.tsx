import { formatArea, formatLength, formatMass, formatVolume, type Plan, type Section, type UnitSystem } from '@tamper/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours } from '../../theme/tokens';

/** The numbers people ask for: here at the cursor, and over the whole run. */
export function KeyNumbers({ plan, section, units }: { plan: Plan; section: Section; units: UnitSystem }) {
  const { balance, volumes } = plan;
  return (
    <View style={{ gap: 8 }}>
      <Group
        title="Here"
        numbers={[
          ['Depth', formatLength(section.depth, units)],
          ['Top width', formatLength(section.topWidth, units)],
          ['Section', formatArea(section.areas.trench, units)],
        ]}
      />
      <Group
        title="Whole run"
        numbers={[
          ['Dig (bank)', formatVolume(volumes.trench, units)],
          ['Spoil (loose)', formatVolume(balance.loose, units)],
          ['Bed + surround', formatMass(balance.beddingMass, units)],
          ['Surplus (loose)', formatVolume(balance.surplusLoose, units)],
          ['Fill to bring', formatVolume(balance.importFill, units)],
          ['Deepest', formatLength(plan.deepest.depth, units)],
        ]}
      />
    </View>
  );
}

function Group({ title, numbers }: { title: string; numbers: [label: string, value: string][] }) {
  return (
    <View
      role="group"
      aria-label={title}
      style={{ backgroundColor: colours.paper, borderRadius: 8, borderWidth: 1, borderColor: colours.line, padding: 10 }}
    >
      <Text variant="labelSmall" style={{ color: colours.faded, marginBottom: 2 }}>
        {title}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', rowGap: 6 }}>
        {numbers.map(([label, value]) => (
          <View key={label} style={{ width: '33.3%', paddingRight: 6 }} testID={`number-${label}`}>
            <Text variant="titleLarge" style={{ fontVariant: ['tabular-nums'] }}>
              {value}
            </Text>
            <Text variant="bodySmall" style={{ color: colours.faded }}>
              {label}
            </Text>
          </View>
        ))}
      </View>
    </View>
  );
}
