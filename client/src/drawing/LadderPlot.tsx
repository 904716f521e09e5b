import type { FillRung, FillSection } from '@tamper/core/fill';
import { formatLength, type UnitSystem } from '@tamper/core/units';
import { memo, useState } from 'react';
import { View as Box } from 'react-native';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import Svg, { Circle, Line, Path, Rect } from './svg';

interface Props {
  section: FillSection;
  rungs: readonly FillRung[];
  /** How far the fill stands, metres down. */
  filled: number;
  /** Heaped over the ground because it sinks, metres. */
  crown: number;
  units: UnitSystem;
}

const COLOURS: Record<FillRung['layer'], string> = { fine: ground.surround, fill: ground.fill, surface: ground.heap };
/** Room for the mark at the left and the thickness at the right, pixels. */
const SIDE = 92;
/** A rung is drawn no thinner than its figures are high. */
const LEAST = 18;

/** The ladder on the section: a rung for each lift with its mark on the wall, what is in already full, what comes next pale. */
export const LadderPlot = memo(function LadderPlot({ section, rungs, filled, crown, units }: Props) {
  const [width, setWidth] = useState(0);
  const bed = Math.max(section.bottom - section.bed, 0.02);
  const thinnest = Math.min(...rungs.map(({ thickness }) => thickness), bed);
  const scale = Math.min(420, Math.max(180, LEAST / Math.max(0.02, thinnest)));
  // A crown is drawn no lower than its figure is high.
  const heap = crown > 0 ? Math.max(crown, LEAST / scale) : 0;
  const top = Math.min(-heap, ...rungs.map((rung) => rung.top));
  const y = (down: number) => 14 + (down - top) * scale;
  const height = y(section.bottom) + 12;
  const [left, right] = [SIDE, width - SIDE];
  const middle = (left + right) / 2;
  const across = Math.max(1, right - left) / Math.max(0.3, section.width);
  const words = `${rungs.length} lifts, marks at ${rungs.map((rung) => formatLength(rung.top, units)).join(', ')} down${crown > 0 ? `, a crown of ${formatLength(crown, units, 'size')} over them` : ''}`;
  return (
    <Box role="img" aria-label={words} style={{ minHeight: height }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 2 * SIDE ? (
        <Svg width={width} height={height} aria-hidden>
          <Rect x={left} y={y(section.bed)} width={right - left} height={bed * scale} fill={ground.bedding} stroke={colours.line} />
          {rungs.map((rung, i) => {
            const done = rung.top >= filled - 0.026;
            return (
              <Rect
                key={i}
                x={left}
                y={y(rung.top)}
                width={right - left}
                height={rung.thickness * scale}
                fill={COLOURS[rung.layer]}
                fillOpacity={done ? 1 : 0.28}
                stroke={ground.soilLine}
                strokeDasharray={done ? undefined : '5 4'}
              />
            );
          })}
          {crown > 0 ? (
            <>
              <Path
                d={`M ${left} ${y(0)} Q ${middle} ${y(-2 * heap)} ${right} ${y(0)} Z`}
                fill={ground.heap}
                fillOpacity={filled <= 0.026 ? 1 : 0.28}
                stroke={ground.soilLine}
                strokeDasharray={filled <= 0.026 ? undefined : '5 4'}
              />
              <Label
                x={right + 8}
                y={y(-heap / 2) + 4}
                anchor="start"
                size={13}
                colour={colours.ink}
                text={`${formatLength(crown, units, 'size')} crown`}
              />
            </>
          ) : null}
          {section.lines.map(({ id, x, product }) => (
            <Circle
              key={id}
              cx={middle + x * across}
              cy={y(section.crown + (section.bed - section.crown) / 2)}
              r={Math.max(4, (product.od / 2) * scale)}
              fill={ground.void}
              stroke={ground.pipe}
              strokeWidth={3}
            />
          ))}
          {[left, right].map((x) => (
            <Line key={x} x1={x} x2={x} y1={y(0)} y2={y(section.bottom)} stroke={ground.soilLine} strokeWidth={3} />
          ))}
          {rungs.map((rung, i) => (
            <Label
              key={i}
              x={left - 8}
              y={y(rung.top) + 4}
              anchor="end"
              size={13}
              colour={colours.ink}
              text={
                rung.mark.from === 'bed' ? `${formatLength(rung.mark.at, units, 'size')} up` : formatLength(Math.max(0, rung.top), units)
              }
            />
          ))}
          {rungs.map((rung, i) => (
            <Label
              key={i}
              x={right + 8}
              y={y(rung.top + rung.thickness / 2) + 4}
              anchor="start"
              size={13}
              colour={colours.ink}
              text={`${formatLength(rung.thickness, units, 'size')}${rung.compactor ? ` · ${rung.passes}×` : ''}`}
            />
          ))}
        </Svg>
      ) : null}
    </Box>
  );
});
