import { instrumentWords } from '@tamper/core/dig';
import { router } from 'expo-router';
import { memo } from 'react';
import { Button } from '../../ui/Button';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSite } from '../site/context';
import { useDig } from './context';

/** What levels are read from now, and where that is changed. */
export const InstrumentLine = memo(function InstrumentLine() {
  const { job, jobId, runId } = useSite();
  const { levels } = useDig();
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
      <Text variant="bodySmall" style={{ flex: 1 }}>
        {instrumentWords(levels, job.units)}.
      </Text>
      <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, 'setout/setup'))}>
        {levels.inForce ? 'Change' : 'Set up'}
      </Button>
    </View>
  );
});
