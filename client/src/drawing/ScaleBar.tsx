import { formatLength, roundLength, type UnitSystem } from '@tamper/core/units';
import { memo } from 'react';
import { colours } from '../theme/tokens';
import { Label } from './Dimension';
import { G, Path } from './svg';

/** The longest a bar may be, pixels. */
const MOST = 90;

/** A bar of a round length, so that a drawing can be read by eye. `x` is its left end and `y` its line, pixels; `scale` pixels a metre. */
export const ScaleBar = memo(function ScaleBar({
  x,
  y,
  scale,
  units,
  most = MOST,
}: {
  x: number;
  y: number;
  scale: number;
  units: UnitSystem;
  most?: number;
}) {
  const length = roundLength(most / scale, units);
  const end = x + length * scale;
  return (
    <G>
      <Path d={`M${x} ${y - 4}V${y + 4}M${x} ${y}H${end}M${end} ${y - 4}V${y + 4}`} stroke={colours.ink} strokeWidth={2} fill="none" />
      <Label x={end + 5} y={y + 4} anchor="start" size={12} text={formatLength(length, units, length < 0.3 ? 'size' : 'span')} />
    </G>
  );
});
