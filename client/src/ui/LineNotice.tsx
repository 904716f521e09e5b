import { memo } from 'react';
import { View } from 'react-native';
import { deviceClock } from '../data/deviceClock';
import { useLine } from '../store/line';
import { colours } from '../theme/tokens';
import { showMoment } from './moment';
import { Text } from './Text';

/** One line while the server is not heard: what is done goes on here, and how old the rest is. */
export const LineNotice = memo(function LineNotice() {
  const why = useLine();
  if (why === undefined) return null;
  const { heardAt } = deviceClock();
  const age = heardAt === undefined ? 'never heard before' : `the rest is as of ${showMoment(new Date(heardAt).toISOString())}`;
  return (
    <View role="status" style={{ backgroundColor: colours.clay, paddingHorizontal: 12, paddingBottom: 4 }}>
      <Text variant="labelSmall" style={{ color: colours.onClay }}>
        {why} Your work is kept on this device; {age}.
      </Text>
    </View>
  );
});
