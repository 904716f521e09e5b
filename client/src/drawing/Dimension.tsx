import { memo } from 'react';
import { G, Line, Path, Text } from './svg';
import { sans } from '../theme/fonts';
import { colours } from '../theme/tokens';
import { sameProps } from '../ui/sameProps';

interface Props {
  from: { x: number; y: number };
  to: { x: number; y: number };
  label: string;
  /** Where the label stands relative to the line. */
  place: 'above' | 'below' | 'left' | 'right';
  selected?: boolean;
}

const TICK = 5;

/** A dimension line with end ticks and its value; level or upright. Pixels. */
export const Dimension = memo(function Dimension({ from, to, label, place, selected = false }: Props) {
  const level = Math.abs(from.y - to.y) < 0.5;
  const colour = selected ? colours.paint : colours.ink;
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const at = {
    above: { x: middle.x, y: middle.y - 5, anchor: 'middle' },
    below: { x: middle.x, y: middle.y + 15, anchor: 'middle' },
    left: { x: middle.x - 6, y: middle.y + 4, anchor: 'end' },
    right: { x: middle.x + 6, y: middle.y + 4, anchor: 'start' },
  }[place] as { x: number; y: number; anchor: 'start' | 'middle' | 'end' };
  const tick = (point: { x: number; y: number }) =>
    level ? `M${point.x} ${point.y - TICK}V${point.y + TICK}` : `M${point.x - TICK} ${point.y}H${point.x + TICK}`;
  return (
    <G>
      <Line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke={colour} strokeWidth={selected ? 2.5 : 1.25} />
      <Path d={tick(from) + tick(to)} stroke={colour} strokeWidth={selected ? 2.5 : 1.25} />
      <Label x={at.x} y={at.y} anchor={at.anchor} text={label} colour={colour} />
    </G>
  );
}, sameProps);

/** Text on a drawing, with a chalk halo so that it reads over any fill. */
export const Label = memo(function Label({
  x,
  y,
  text,
  anchor = 'middle',
  colour = colours.ink,
  size = 14,
}: {
  x: number;
  y: number;
  text: string;
  anchor?: 'start' | 'middle' | 'end';
  colour?: string;
  size?: number;
}) {
  const shared = { x, y, fontSize: size, textAnchor: anchor, fontFamily: sans.semibold } as const;
  return (
    <G>
      <Text {...shared} stroke={colours.paper} strokeWidth={4} strokeLinejoin="round" fill={colours.paper}>
        {text}
      </Text>
      <Text {...shared} fill={colour}>
        {text}
      </Text>
    </G>
  );
});
