import { memo, useState } from 'react';
import { View as Box } from 'react-native';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import { fitStretched, pathThrough } from './fit';
import Svg, { Line, Path } from './svg';
import { ticks } from './ticks';

interface Point {
  x: number;
  y: number;
}
interface Props {
  /** What is drawn, said in words. */
  label: string;
  points: readonly Point[];
  /** What it may not pass, and what that is called. */
  limit: readonly Point[];
  limitName: string;
  /** How the figures of the axes read. */
  sayX: (x: number) => string;
  sayY: (y: number) => string;
  /** A point that stands out. */
  worst?: Point | undefined;
}

const HEIGHT = 170;
const PAD = { left: 64, right: 18, top: 22, bottom: 34 };

/** A curve against its limit: what was read over time, or what is lifted along a swing. */
export const CurvePlot = memo(function CurvePlot({ label, points, limit, limitName, sayX, sayY, worst }: Props) {
  const [width, setWidth] = useState(0);
  const all = [...points, ...limit];
  const [left, right] = [Math.min(...all.map(({ x }) => x)), Math.max(...all.map(({ x }) => x))];
  const [low, high] = [Math.min(...all.map(({ y }) => y)), Math.max(...all.map(({ y }) => y))];
  const room = Math.max(1e-9, (high - low) * 0.12, Math.abs(high) * 1e-6);
  const view =
    width > 0 && right > left
      ? fitStretched({ left, right, bottom: low - room, top: high + room }, { width, height: HEIGHT, pad: PAD })
      : undefined;
  return (
    <Box role="img" aria-label={label} style={{ minHeight: HEIGHT }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {view ? (
        <Svg width={width} height={HEIGHT} aria-hidden>
          {[low, high].map((y) => (
            <Line key={y} x1={PAD.left} x2={width - PAD.right} y1={view.y(y)} y2={view.y(y)} stroke={colours.line} />
          ))}
          <Path
            d={pathThrough(limit.map(({ x, y }) => ({ x: view.x(x), y: view.y(y) })))}
            fill="none"
            stroke={ground.panel}
            strokeWidth={2}
            strokeDasharray="6 4"
          />
          <Path
            d={pathThrough(points.map(({ x, y }) => ({ x: view.x(x), y: view.y(y) })))}
            fill="none"
            stroke={colours.stop}
            strokeWidth={2}
          />
          {worst ? (
            <Line
              x1={view.x(worst.x)}
              x2={view.x(worst.x)}
              y1={view.y(worst.y) - 8}
              y2={view.y(worst.y) + 8}
              stroke={colours.ink}
              strokeWidth={3}
            />
          ) : null}
          <Label x={PAD.left - 6} y={view.y(high) + 4} anchor="end" size={12} colour={colours.faded} text={sayY(high)} />
          <Label x={PAD.left - 6} y={view.y(low) + 4} anchor="end" size={12} colour={colours.faded} text={sayY(low)} />
          <Label x={width - PAD.right} y={13} anchor="end" size={12} colour={colours.faded} text={`dashed: ${limitName}`} />
          {ticks(left, right, Math.max(2, Math.floor(width / 110))).map((x) => (
            <Label
              key={x}
              x={view.x(x)}
              y={HEIGHT - 12}
              anchor={x === left ? 'start' : right - x < (right - left) * 0.06 ? 'end' : 'middle'}
              size={12}
              colour={colours.faded}
              text={sayX(x)}
            />
          ))}
        </Svg>
      ) : null}
    </Box>
  );
});
