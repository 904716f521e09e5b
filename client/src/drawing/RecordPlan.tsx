import { routeOf, type PlanPoint } from '@tamper/core/alignment';
import type { Run } from '@tamper/core/job';
import type { AsLaidPoint, HeldPoint } from '@tamper/core/record';
import { formatLength, type UnitSystem } from '@tamper/core/units';
import { memo, useState } from 'react';
import { View as Box } from 'react-native';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import { fitToScale, pathThrough } from './fit';
import Svg, { Circle, Line, Path, Rect } from './svg';

interface Props {
  label: string;
  run: Run;
  /** What was measured; off its plan in another colour, with a cross. */
  points: readonly AsLaidPoint[];
  /** Points that stay. */
  held: readonly HeldPoint[];
  units: UnitSystem;
  height: number;
  /** On paper; else as wide as the page. */
  width?: number;
  /** Tapes to a point: what is drawn is fitted round them. */
  tapes?: { at: PlanPoint; from: readonly { point: Pick<HeldPoint, 'name' | 'at'>; length: number }[] } | undefined;
  /** Where two tapes may meet, the one taken first. */
  candidates?: readonly PlanPoint[];
}

const PAD = { left: 34, right: 34, top: 26, bottom: 26 };
/** Points this many metres beside the line are drawn as far off as they are; the rest is the drawing's. */
const LETTER: Record<AsLaidPoint['what'], string> = {
  along: '',
  end: 'E',
  bend: 'B',
  joint: 'J',
  structure: 'S',
  crossing: 'X',
  tail: 'T',
  met: 'M',
};

/** The record on the plan: the design in grey, what was measured in colour and letter, tapes from points that stay. North is up. */
export const RecordPlan = memo(function RecordPlan({
  label,
  run,
  points,
  held,
  units,
  height,
  width: fixed,
  tapes,
  candidates = [],
}: Props) {
  const [measured, setMeasured] = useState(0);
  const width = fixed ?? measured;
  const route = routeOf(run);
  const shown = tapes
    ? [tapes.at, ...tapes.from.map(({ point }) => point.at), ...candidates]
    : [...route, ...points.map(({ at }) => at), ...held.map(({ at }) => at)];
  const [xs, ys] = [shown.map(({ x }) => x), shown.map(({ y }) => y)];
  const room = Math.max(1, (Math.max(...xs) - Math.min(...xs) + Math.max(...ys) - Math.min(...ys)) * 0.06);
  const view =
    width > 0
      ? fitToScale(
          { left: Math.min(...xs) - room, right: Math.max(...xs) + room, bottom: Math.min(...ys) - room, top: Math.max(...ys) + room },
          { width, height, pad: PAD },
        )
      : undefined;
  const px = ({ x, y }: PlanPoint) => (view ? { x: view.x(x), y: view.y(y) } : { x: 0, y: 0 });
  const inside = ({ x, y }: { x: number; y: number }) => x > 4 && x < width - 4 && y > 4 && y < height - 4;
  return (
    <Box role="img" aria-label={label} style={{ minHeight: height }} onLayout={({ nativeEvent }) => setMeasured(nativeEvent.layout.width)}>
      {view ? (
        <Svg width={width} height={height} aria-hidden>
          <Rect x={0.5} y={0.5} width={width - 1} height={height - 1} fill={ground.void} stroke={colours.line} />
          <Path d={pathThrough(route.map(px))} fill="none" stroke={ground.panel} strokeWidth={4} strokeOpacity={0.5} />
          {points.length > 1 && !tapes ? (
            <Path
              d={pathThrough(points.filter(({ what }) => what !== 'met').map(({ at }) => px(at)))}
              fill="none"
              stroke={colours.note}
              strokeWidth={2}
            />
          ) : null}
          {tapes?.from.map(({ point, length }) => {
            const [a, b] = [px(point.at), px(tapes.at)];
            return (
              <Line
                key={point.name + String(length)}
                x1={a.x}
                y1={a.y}
                x2={b.x}
                y2={b.y}
                stroke={colours.clay}
                strokeWidth={1.5}
                strokeDasharray="7 4"
              />
            );
          })}
          {held
            .filter(({ at }) => inside(px(at)))
            .map(({ id, name, at }) => {
              const { x, y } = px(at);
              return <Rect key={id} x={x - 5} y={y - 5} width={10} height={10} fill={colours.ink} aria-label={name} />;
            })}
          {points
            .filter(({ at }) => inside(px(at)))
            .map((one) => {
              const { x, y } = px(one.at);
              const colour = one.good ? colours.good : colours.stop;
              return (
                <Circle
                  key={one.id}
                  cx={x}
                  cy={y}
                  r={one.good ? 6 : 7}
                  fill={one.good ? colour : ground.void}
                  stroke={colour}
                  strokeWidth={3}
                />
              );
            })}
          {candidates.map((at, i) => {
            const { x, y } = px(at);
            return (
              <Circle
                key={i}
                cx={x}
                cy={y}
                r={8}
                fill={i === 0 ? colours.paint : 'none'}
                stroke={colours.paint}
                strokeWidth={3}
                strokeDasharray={i === 0 ? undefined : '3 3'}
              />
            );
          })}
          {points
            .filter(({ at, what }) => LETTER[what] !== '' && inside(px(at)))
            .map((one) => {
              const { x, y } = px(one.at);
              return (
                <Label
                  key={one.id}
                  x={x}
                  y={y - 11}
                  size={13}
                  colour={one.good ? colours.ink : colours.stop}
                  text={one.name || LETTER[one.what]}
                />
              );
            })}
          {held
            .filter(({ at }) => inside(px(at)))
            .map(({ id, name, at }) => {
              const { x, y } = px(at);
              const right = x > width * 0.6;
              return (
                <Label
                  key={id}
                  x={right ? x - 9 : x + 9}
                  y={y + 4}
                  anchor={right ? 'end' : 'start'}
                  size={13}
                  colour={colours.faded}
                  text={name}
                />
              );
            })}
          {tapes?.from.map(({ point, length }) => {
            const [a, b] = [px(point.at), px(tapes.at)];
            return (
              <Label
                key={point.name + String(length)}
                x={a.x * 0.6 + b.x * 0.4}
                y={a.y * 0.6 + b.y * 0.4 + 4}
                size={13}
                colour={colours.clay}
                text={formatLength(length, units)}
              />
            );
          })}
        </Svg>
      ) : null}
    </Box>
  );
});
