import { measured, type Point } from '@tamper/core/geometry';
import { formatGradient, formatLength, type LengthStyle, type UnitSystem } from '@tamper/core/units';
import { useMemo, useState, type ReactNode } from 'react';
import { colours } from '../theme/tokens';
import { Text } from '../ui/Text';
import { View as Box } from '../ui/View';
import type { View } from './fit';
import Svg, { Circle, Line } from './svg';
import { ToolButton } from './ToolButton';

interface Drawing {
  view: View;
  /** Pixels. */
  width: number;
  height: number;
  units: UnitSystem;
  /** What the drawing's axes are called: along or across it, and up it. A section's height is a height, a plan's a distance. */
  axes: { across: string; up: string };
  /** How finely a touch can tell along each axis. */
  across?: LengthStyle;
  up?: LengthStyle;
  /** Does a slope say something here? */
  slopes?: boolean;
}

/** The point of a drawing under a pixel; heights may be exaggerated. */
const pointAt = (view: View, pixel: { x: number; y: number }): Point => ({
  x: (pixel.x - view.x(0)) / view.scale,
  y: (view.y(0) - pixel.y) / (view.y(0) - view.y(1)),
});

/**
 * Measuring on a drawing: a button to begin and end it, and a layer over the drawing on which two points are touched. What was touched stays at its place in
 * the ground while the drawing is zoomed.
 */
export function useMeasure({ view, width, height, units, axes, across: style = 'depth', up: upStyle = 'depth', slopes = false }: Drawing): {
  button: ReactNode;
  layer: ReactNode;
} {
  const [points, setPoints] = useState<readonly Point[]>();
  const on = points !== undefined;
  const button = useMemo(
    () => (
      <ToolButton
        icon="measure"
        on={on}
        accessibilityLabel={on ? 'Stop measuring' : 'Measure on the drawing'}
        onPress={() => setPoints(on ? undefined : [])}
      />
    ),
    [on],
  );
  if (!points) return { button, layer: null };
  const touch = ({ nativeEvent: { offsetX = 0, offsetY = 0 } }: { nativeEvent: { offsetX?: number; offsetY?: number } }) => {
    const point = pointAt(view, { x: offsetX, y: offsetY });
    setPoints(points.length === 1 ? [...points, point] : [point]);
  };
  const [from, to] = points.map(({ x, y }) => ({ x: view.x(x), y: view.y(y) }));
  const layer = (
    <>
      <Box
        role="group"
        aria-label="Measuring: touch two points"
        style={{ position: 'absolute', left: 0, top: 0, width, height, cursor: 'crosshair', touchAction: 'none' } as object}
        {...({ onClick: touch } as object)}
      >
        <Svg width={width} height={height} aria-hidden pointerEvents="none">
          {from && to ? (
            <Line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke={colours.paint} strokeWidth={2.5} strokeDasharray="7 4" />
          ) : null}
          {[from, to].map((point, i) =>
            point ? <Circle key={i} cx={point.x} cy={point.y} r={6} fill={colours.paper} stroke={colours.paint} strokeWidth={3} /> : null,
          )}
        </Svg>
      </Box>
      <Text
        role="status"
        variant="titleSmall"
        style={{
          position: 'absolute',
          left: 6,
          top: 6,
          maxWidth: width - 12,
          backgroundColor: colours.paper,
          borderColor: colours.paint,
          borderWidth: 1,
          borderRadius: 6,
          paddingHorizontal: 8,
          paddingVertical: 4,
        }}
      >
        {points.length < 2
          ? points.length === 0
            ? 'Touch where to measure from.'
            : 'And where to.'
          : said(points[0] as Point, points[1] as Point)}
      </Text>
    </>
  );
  return { button, layer };

  function said(a: Point, b: Point): string {
    const { length, across, up, gradient } = measured(a, b);
    const slope = slopes && gradient !== undefined ? `, ${formatGradient(gradient, units)}` : '';
    return `${formatLength(length, units, style)}: ${formatLength(across, units, style)} ${axes.across}, ${formatLength(up, units, upStyle)} ${axes.up}${slope}`;
  }
}
