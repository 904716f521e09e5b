import type { Plan, Section } from '@tamper/core/plan';
import { formatArea, formatLength, formatMass, formatVolume, type UnitSystem } from '@tamper/core/units';
import { memo } from 'react';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { colours } from '../../theme/tokens';

export interface NumbersProps {
  plan: Plan;
  section: Section;
  units: UnitSystem;
}
type Named = [label: string, value: string];

const here = ({ section, units }: NumbersProps): Named[] => [
  ['Depth', formatLength(section.depth, units)],
  ['Top width', formatLength(section.topWidth, units)],
];
const dig = ({ plan, units }: NumbersProps): Named[] => [
  ['Dig (bank)', formatVolume(plan.dig.hand + plan.dig.machine, units)],
  ['Spoil (loose)', formatVolume(plan.balance.loose, units)],
];
const rest = ({ plan, units }: NumbersProps): Named[] => [
  ['Bed + surround', formatMass(plan.balance.beddingMass, units)],
  ['Surplus (loose)', formatVolume(plan.balance.surplusLoose, units)],
  ['Fill to bring', formatVolume(plan.balance.importFill, units)],
  ['Deepest', formatLength(plan.deepest.depth, units)],
];
const section = ({ section: { areas }, units }: NumbersProps): Named => ['Section', formatArea(areas.trench, units)];

/** The four numbers that stay in sight on a phone while editing. */
export const NumberLine = memo(function NumberLine(props: NumbersProps) {
  return (
    <View
      role="group"
      aria-label="Here and in all"
      style={{
        flexDirection: 'row',
        backgroundColor: colours.paper,
        borderBottomWidth: 1,
        borderColor: colours.line,
        paddingHorizontal: 10,
        paddingVertical: 4,
      }}
    >
      {[...here(props), ...dig(props)].map(([label, value]) => (
        <NumberCell key={label} label={label} value={value} width="25%" small />
      ))}
    </View>
  );
});

/** What the line leaves out, for below it on a phone. */
export const OtherNumbers = memo(function OtherNumbers(props: NumbersProps) {
  return <Group title="Whole run" numbers={[...rest(props), section(props)]} />;
});

/** All the numbers people ask for: at the cursor, and over the whole run. */
export const KeyNumbers = memo(function KeyNumbers(props: NumbersProps) {
  return (
    <View style={{ gap: 8 }}>
      <Group title="Here" numbers={[...here(props), section(props)]} />
      <Group title="Whole run" numbers={[...dig(props), ...rest(props)]} />
    </View>
  );
});

function Group({ title, numbers }: { title: string; numbers: Named[] }) {
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
          <NumberCell key={label} label={label} value={value} width="33.3%" />
        ))}
      </View>
    </View>
  );
}

const NumberCell = memo(function NumberCell({
  label,
  value,
  width,
  small = false,
}: {
  label: string;
  value: string;
  width: '25%' | '33.3%';
  small?: boolean;
}) {
  return (
    <View style={{ width, paddingRight: 6 }} testID={`number-${label}`}>
      <Text variant={small ? 'titleMedium' : 'titleLarge'} numberOfLines={1} style={{ fontVariant: ['tabular-nums'] }}>
        {value}
      </Text>
      <Text variant="bodySmall" numberOfLines={1} style={{ color: colours.faded }}>
        {label}
      </Text>
    </View>
  );
});
