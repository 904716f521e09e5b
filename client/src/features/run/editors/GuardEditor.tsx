import { protectionIds, protections, soilClasses, type Reach, type SoilClass } from '@tamper/core';
import { Text } from 'react-native-paper';
import { Choice } from '../../../ui/Choice';
import { useRunEdit } from '../context';

const SOILS: Record<SoilClass, string> = { rock: 'Rock', A: 'A stiff', B: 'B firm', C: 'C weak' };

/** What the ground is and what holds it. */
export function GuardEditor() {
  const { run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const set = (key: 'soil' | 'protection') => (value: string) => apply([{ path: ['reaches', reachIndex, key], value }]);
  return (
    <>
      <Choice
        label="Soil class"
        value={reach.soil}
        options={soilClasses.map((value) => ({ value, label: SOILS[value] }))}
        onChange={set('soil')}
      />
      <Choice
        label="Protection"
        value={reach.protection}
        options={protectionIds.map((value) => ({
          value,
          label: protections[value].name.replace('Trench s', 'S').replace('Hydraulic s', 'S'),
        }))}
        onChange={set('protection')}
      />
      <Text variant="bodySmall">
        {protections[reach.protection].name}: {protections[reach.protection].basis}. A competent person classes the soil on site; when in
        doubt, C.
      </Text>
    </>
  );
}
