import type { Machine } from '@tamper/core/catalogue';
import { radiusFor, type LiftCheck } from '@tamper/core/machine';
import { formatLength, formatMassOf, type UnitSystem } from '@tamper/core/units';
import { memo, useMemo } from 'react';
import Svg, { Circle, G, Line, Path, Rect } from './svg';
import { colours } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Label } from './Dimension';
import { fitToScale, outline } from './fit';

const BEARINGS = Array.from({ length: 73 }, (_, i) => (i * Math.PI) / 36);

/** Seen from above: how far out a load may be carried all round, its blade down and up, and where it is to be lifted. */
export const LiftPlot = memo(function LiftPlot({
  machine,
  check,
  units,
  width,
  height,
}: {
  machine: Machine;
  check: LiftCheck;
  units: UnitSystem;
  width: number;
  height: number;
}) {
  const load = check.hanging;
  const curve = useMemo(
    () => (blade: boolean) =>
      BEARINGS.map((bearing) => {
        const radius = radiusFor(machine, load, bearing, blade);
        return { x: radius * Math.cos(bearing), y: radius * Math.sin(bearing) };
      }),
    [machine, load],
  );
  const reach = machine.arm.foot.x + machine.arm.boom + machine.arm.stick;
  const most = Math.max(reach, ...check.places.map(({ radius }) => radius)) + 0.2;
  const view = fitToScale(
    { left: -most, right: most, bottom: -most, top: most },
    { width, height, pad: { left: 4, right: 4, top: 16, bottom: 4 } },
  );
  const { front, widthOut, track, blade } = machine;
  const { x, y, scale } = view;
  const words = check.places
    .map(
      ({ from, radius, rated }) =>
        `${from === 'astride' ? 'over the blade' : 'over the side'} ${formatMassOf(rated, units)} at ${formatLength(radius, units)}`,
    )
    .join(', ');
  return (
    <Box style={{ width, height }} role="img" aria-label={`Lifting ${formatMassOf(load, units)} from above: may lift ${words}`}>
      <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden>
        {[1, 2, 3, 4, 5, 6].map((ring) =>
          ring < most ? (
            <G key={ring}>
              <Circle cx={x(0)} cy={y(0)} r={ring * scale} fill="none" stroke={colours.line} strokeWidth={1} />
              <Label x={x(0)} y={y(ring) + 4} size={11} colour={colours.faded} text={formatLength(ring, units, 'span')} />
            </G>
          ) : null,
        )}
        <Path
          d={outline(curve(true), view)}
          fill={colours.good}
          fillOpacity={0.12}
          stroke={colours.good}
          strokeWidth={1.5}
          strokeDasharray="6 4"
        />
        <Path d={outline(curve(false), view)} fill={colours.good} fillOpacity={0.22} stroke={colours.good} strokeWidth={2} />
        {[-1, 1].map((side) => (
          <Rect
            key={side}
            x={x(-front)}
            y={y((side * (widthOut - track)) / 2 + track / 2)}
            width={2 * front * scale}
            height={track * scale}
            fill={colours.ink}
          />
        ))}
        <Line x1={x(blade)} x2={x(blade)} y1={y(widthOut / 2)} y2={y(-widthOut / 2)} stroke={colours.clay} strokeWidth={4} />
        <Circle cx={x(0)} cy={y(0)} r={4} fill={colours.clay} />
        {check.places.map(({ from, radius, rated }) => {
          const fits = load <= rated;
          const at = from === 'astride' ? { x: x(radius), y: y(0) } : { x: x(0), y: y(-radius) };
          return (
            <G key={from}>
              <Circle cx={at.x} cy={at.y} r={7} fill={fits ? colours.good : colours.stop} stroke={colours.paper} strokeWidth={2} />
              <Label
                x={Math.min(width - 52, at.x)}
                y={at.y - 12}
                size={12}
                colour={fits ? colours.good : colours.stop}
                text={from === 'astride' ? 'over the blade' : 'over the side'}
              />
            </G>
          );
        })}
      </Svg>
    </Box>
  );
});
