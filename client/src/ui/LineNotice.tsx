import { memo } from 'react';
import { deviceClock } from '../data/deviceClock';
import { useLine } from '../store/line';
import { colours } from '../theme/tokens';
import { showMoment } from './moment';
import { Text } from './Text';
import { useKeeping } from './useKeeping';
import { View } from './View';

/** The hour of a moment of today, the whole moment else. */
const since = (at: number): string => {
  const text = showMoment(new Date(at).toISOString());
  const [day, hour] = text.split(', ');
  return day === showMoment(new Date().toISOString()).split(', ')[0] && hour !== undefined ? hour : text;
};

/** One line while the server is not heard: what is done goes on here, and how old the rest is. */
export const LineNotice = memo(function LineNotice() {
  const why = useLine();
  const keeping = useKeeping();
  if (why === undefined) return null;
  const { heardAt } = deviceClock();
  const age = heardAt === undefined ? 'the rest was never heard' : `the rest is as of ${since(heardAt)}`;
  return (
    <View role="status" style={{ backgroundColor: colours.clay, paddingHorizontal: 12, paddingBottom: 4 }}>
      <Text variant="labelSmall" style={{ color: colours.onClay }}>
        {why} {keeping ? 'Kept here' : 'Not kept here: leave the page open'}; {age}.
      </Text>
    </View>
  );
});
