import { soilClasses } from '@tamper/core/catalogue';
import type { Reach } from '@tamper/core/job';
import { router, useLocalSearchParams } from 'expo-router';
import { Text } from '../../../ui/Text';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { runPath } from '../../frame/places';
import { useRunEdit } from '../context';
import { Held } from './Held';
import { SOILS } from './soils';

/** What the ground is and what holds it. */
export function ProtectionEditor() {
  const { run, reachIndex, apply } = useRunEdit();
  const { jobId, runId } = useLocalSearchParams<{ jobId: string; runId: string }>();
  const reach = run.reaches[reachIndex] as Reach;
  const path = ['reaches', reach.id];
  return (
    <>
      <Choice
        label="Soil class"
        value={reach.soil}
        options={soilClasses.map((value) => ({ value, label: SOILS[value] }))}
        onChange={(soil) => apply([{ path: [...path, 'soil'], value: soil }])}
      />
      <Held label="Protection" path={path} sides={reach} soil={reach.soil} width={reach.bottomWidth} widthKey="bottomWidth" />
      <Text variant="bodySmall">A competent person classes the soil on site; when in doubt, C.</Text>
      <Button mode="outlined" icon="compare" onPress={() => router.push(runPath(jobId, runId, 'protection/ways'))}>
        Compare every way to hold it
      </Button>
      <Button mode="outlined" icon="list" onPress={() => router.push(runPath(jobId, runId, 'protection/soil'))}>
        Test the soil
      </Button>
    </>
  );
}
