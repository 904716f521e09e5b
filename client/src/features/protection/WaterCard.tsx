import { PERMEABILITY_BASIS } from '@tamper/core/catalogue';
import { SUCTION_MOST, WELLPOINT_BASIS, waterPlan, type WaterPlan } from '@tamper/core/ground';
import {
  bareUnit,
  figuresIn,
  formatFlow,
  formatLength,
  formatPermeability,
  formatRain,
  formatStation,
  formatStretch,
  parseLength,
  parsePermeability,
  parseRain,
} from '@tamper/core/units';
import { useMemo } from 'react';
import { Text } from '../../ui/Text';
import { Card } from '../../ui/Card';
import { OptionalField } from '../../ui/OptionalField';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import { WaterFields } from '../run/WaterFields';
import { useProtection } from './context';

const ADVICE: Record<WaterPlan['advice'], string> = {
  none: 'No water stands above the floor by the levels entered.',
  sump: 'A sump at the low end and a pump keep up. Pump it first, dig after; no laying in standing water.',
  wellpoints: 'Sand runs in with the water: wellpoints or a deeper well drawn down first, not a sump in the trench.',
  tight: 'The ground is tight: little comes, but what stands behind a wall pushes. Watch for blow-up of the floor over sand.',
};

/** Water in the ground along the run, and what keeps it out. */
export function WaterCard() {
  const { job, run, document, plan, apply } = useProtection();
  const water = useMemo(() => waterPlan(run, plan.profile), [run, plan]);
  const { units } = job;
  return (
    <Card title="Water">
      <WaterFields job={job} run={document} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <OptionalField
          label="Comes through at"
          value={run.conditions.permeability ?? undefined}
          format={(value) => formatPermeability(value, units)}
          parse={(text) => parsePermeability(text, units)}
          onValue={(value) => apply([{ path: ['conditions', 'permeability'], value: value ?? null }], 'guard.permeability')}
          hint={run.conditions.permeability === null ? `Usual here: ${formatPermeability(water.permeability, units)}` : undefined}
          basis={180}
        />
        <QuantityField
          label="Rain to pump"
          value={run.conditions.rain}
          format={(rain) => formatRain(rain, units)}
          parse={(text) => parseRain(text, units)}
          onValue={(rain) => apply([{ path: ['conditions', 'rain'], value: rain }], 'guard.rain')}
        />
        <QuantityField
          label="Outlet above ground"
          value={run.conditions.outlet}
          format={(metres) => formatLength(metres, units)}
          parse={(text) => parseLength(text, bareUnit(units))}
          onValue={(outlet) => apply([{ path: ['conditions', 'outlet'], value: outlet }], 'guard.outlet')}
        />
      </View>
      <Text role="status" variant="titleSmall">
        {ADVICE[water.advice]}
      </Text>
      {water.wellpoints ? (
        <Text>
          {water.wellpoints.count} wellpoints {formatLength(water.wellpoints.spacing, units)} apart on{' '}
          {water.wellpoints.rows === 2 ? 'both sides' : 'one side'} of what is open, {formatFlow(water.wellpoints.flow, units)} each,{' '}
          {water.wellpoints.ahead} days ahead of the dig. One stage draws down {formatLength(water.wellpoints.most, units)} at most.{' '}
          {figuresIn(WELLPOINT_BASIS, units)}.
        </Text>
      ) : null}
      {water.head > 0 ? (
        <Text>
          Up to {formatLength(water.head, units)} over the floor at {formatStation(water.station, units)}; wet{' '}
          {water.wet.map(({ from, to }) => formatStretch({ from, to }, units)).join(', ')}.
        </Text>
      ) : null}
      <Text>
        Pump for {formatFlow(water.seepage + water.rain, units)}: {formatFlow(water.seepage, units)} from the ground and{' '}
        {formatFlow(water.rain, units)} of rain on what is open, lifted {formatLength(water.lift, units)}, {Math.ceil(water.power)} W in the
        water.
      </Text>
      {water.suction ? null : (
        <Text>Too deep to suck: a pump on the surface lifts {formatLength(SUCTION_MOST, units)} at most. Put one in the sump.</Text>
      )}
      <Text variant="bodySmall">
        Dupuit from both sides down to the floor; {PERMEABILITY_BASIS}. An empty plastic pipe floats: see Checks of the lines.
      </Text>
    </Card>
  );
}
