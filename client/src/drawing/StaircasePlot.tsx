import { offWords } from '@tamper/core/dig';
import { formatStation, type UnitSystem } from '@tamper/core/units';
import { memo, useState } from 'react';
import { View as Box } from 'react-native';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import { fitStretched, pathThrough } from './fit';
import Svg, { Line, Path } from './svg';
import { ticks } from './ticks';

interface Props {
  /** How far off the design, by station, ascending, metres. */
  line: readonly { station: number; off: number }[];
  /** Where the machine was struck. */
  places: readonly number[];
  units: UnitSystem;
}

const HEIGHT = 150;
const PAD = { left: 44, right: 16, top: 24, bottom: 36 };
/** Least height shown either side of the design, metres. */
const LEAST = 0.02;

/** A cut held against its design as a straight line, with every place the machine dug from: a staircase shows as one. */
export const StaircasePlot = memo(function StaircasePlot({ line, places, units }: Props) {
  const [width, setWidth] = useState(0);
  const [first, last] = [line[0], line.at(-1)];
  const most = Math.max(LEAST, ...line.map(({ off }) => Math.abs(off))) * 1.15;
  const worst = line.reduce((a, b) => (Math.abs(b.off) > Math.abs(a.off) ? b : a), { station: 0, off: 0 });
  if (!first || !last) return null;
  const view =
    width > 0
      ? fitStretched({ left: first.station, right: last.station, bottom: -most, top: most }, { width, height: HEIGHT, pad: PAD })
      : undefined;
  return (
    <Box
      role="img"
      aria-label={`The made-up cut: furthest off ${offWords(worst.off, units)} at ${formatStation(worst.station, units)}`}
      style={{ minHeight: HEIGHT }}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
    >
      {view ? (
        <Svg width={width} height={HEIGHT} aria-hidden>
          {places.map((station) => (
            <Line key={station} x1={view.x(station)} x2={view.x(station)} y1={PAD.top} y2={HEIGHT - PAD.bottom} stroke={colours.line} />
          ))}
          <Line x1={PAD.left} x2={width - PAD.right} y1={view.y(0)} y2={view.y(0)} stroke={ground.panel} strokeWidth={2} />
          <Path
            d={pathThrough(line.map(({ station, off }) => ({ x: view.x(station), y: view.y(off) })))}
            fill="none"
            stroke={colours.stop}
            strokeWidth={2}
          />
          <Label x={6} y={PAD.top + 8} anchor="start" size={12} colour={colours.faded} text="high" />
          <Label x={6} y={view.y(0) + 4} anchor="start" size={12} colour={colours.faded} text="plan" />
          <Label x={6} y={HEIGHT - PAD.bottom} anchor="start" size={12} colour={colours.faded} text="deep" />
          <Label x={width - 6} y={14} anchor="end" size={12} colour={colours.stop} text={`furthest off: ${offWords(worst.off, units)}`} />
          {ticks(first.station, last.station, Math.max(2, Math.floor(width / 90))).map((station) => (
            <Label
              key={station}
              x={view.x(station)}
              y={HEIGHT - 14}
              anchor={station === first.station ? 'start' : 'middle'}
              size={12}
              colour={colours.faded}
              text={formatStation(station, units)}
            />
          ))}
        </Svg>
      ) : null}
    </Box>
  );
});
