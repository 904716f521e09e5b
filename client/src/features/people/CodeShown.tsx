import { create } from 'qrcode';
import { useMemo } from 'react';
import Svg, { Path, Rect } from 'react-native-svg';
import { colours } from '../../theme/tokens';
import { showMoment } from '../../ui/moment';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import type { Code } from './peopleApi';

/** White round the square, in its dots: cameras need it. */
const RIM = 4;

/** A code to be typed, and as a square to be scanned: it leads here with the code filled in. It is shown this once. */
export function CodeShown({ code: { code, endsAt }, why }: { code: Code; why: string }) {
  const link = `${window.location.origin}/people?code=${code}`;
  const { size, dots } = useMemo(() => squareOf(link), [link]);
  return (
    <View style={{ gap: 6, alignItems: 'center', padding: 10, backgroundColor: colours.paper, borderRadius: 8 }}>
      <Text variant="headlineMedium" aria-label="Code" selectable style={{ fontVariant: ['tabular-nums'] }}>
        {code}
      </Text>
      <View role="img" aria-label="The code as a square to be scanned">
        <Svg width={196} height={196} viewBox={`0 0 ${size} ${size}`}>
          <Rect width={size} height={size} fill="#ffffff" />
          <Path d={dots} fill="#000000" />
        </Svg>
      </View>
      <Text
        variant="bodySmall"
        style={{ textAlign: 'center' }}
      >{`${why} Good once, until ${showMoment(endsAt)}. It is not shown again.`}</Text>
    </View>
  );
}

function squareOf(text: string): { size: number; dots: string } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const dots: string[] = [];
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++) if (modules.get(row, column)) dots.push(`M${column + RIM} ${row + RIM}h1v1h-1z`);
  return { size: modules.size + 2 * RIM, dots: dots.join('') };
}
