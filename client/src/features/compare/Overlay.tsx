import type { Sketch } from '@tamper/core/compare';
import { formatLength, formatStation, type UnitSystem } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Text } from '../../ui/Text';
import Svg, { G, Path } from '../../drawing/svg';
import { Label } from '../../drawing/Dimension';
import { fitStretched, pathThrough } from '../../drawing/fit';
import { colours, ground } from '../../theme/tokens';

const HEIGHT = 220;
const PAD = { left: 10, right: 10, top: 14, bottom: 24 };
const COLOURS = [colours.clay, colours.note] as const;
const DASHES = [undefined, '8 5'] as const;

/** Ground and trench bottom of two runs over each other, by their stations. */
export function Overlay({ sketches, units }: { sketches: readonly Sketch[]; units: UnitSystem }) {
  const [width, setWidth] = useState(320);
  const lines = sketches.map(({ points }) => points);
  const all = lines.flat();
  const view = fitStretched(
    {
      left: Math.min(...all.map(({ station }) => station)),
      right: Math.max(...all.map(({ station }) => station)),
      bottom: Math.min(...all.map(({ bottom }) => bottom)),
      top: Math.max(...all.map(({ ground: level }) => level)),
    },
    { width, height: HEIGHT, pad: PAD },
  );
  const through = (points: (typeof lines)[number], key: 'ground' | 'bottom') =>
    pathThrough(points.map((point) => ({ x: view.x(point.station), y: view.y(point[key]) })));
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)} style={{ gap: 6 }}>
      <View
        role="img"
        aria-label={sketches.map(({ name, points }) => `${name}: ${formatLength(deepest(points), units)} deep at most`).join('; ')}
      >
        <Svg width={width} height={HEIGHT} aria-hidden>
          {lines.map((points, index) => (
            <G key={index}>
              <Path d={through(points, 'ground')} fill="none" stroke={ground.soilLine} strokeWidth={2} strokeDasharray={DASHES[index]} />
              <Path d={through(points, 'bottom')} fill="none" stroke={COLOURS[index]} strokeWidth={3} strokeDasharray={DASHES[index]} />
            </G>
          ))}
          <Label
            x={PAD.left}
            y={HEIGHT - 6}
            anchor="start"
            size={12}
            text={formatStation(Math.min(...all.map(({ station }) => station)), units)}
          />
          <Label
            x={width - PAD.right}
            y={HEIGHT - 6}
            anchor="end"
            size={12}
            text={formatStation(Math.max(...all.map(({ station }) => station)), units)}
          />
        </Svg>
      </View>
      {sketches.map(({ name, points }, index) => (
        <Text key={index} variant="bodySmall" style={{ color: COLOURS[index] ?? colours.ink }}>
          {index === 0 ? '▬▬' : '▬ ▬'} {name}: trench bottom, deepest {formatLength(deepest(points), units)}
        </Text>
      ))}
    </View>
  );
}

const deepest = (points: Sketch['points']): number => points.reduce((most, { ground: level, bottom }) => Math.max(most, level - bottom), 0);
