import { offWords, type AsDug, type LayerShape } from '@tamper/core/dig';
import { extent } from '@tamper/core/alignment';
import type { Run } from '@tamper/core/job';
import { formatStation, type UnitSystem } from '@tamper/core/units';
import { memo, useState } from 'react';
import { View as Box } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import { fitStretched, pathThrough, type View } from './fit';
import { ticks } from './ticks';

interface Props {
  shape: LayerShape;
  run: Run;
  units: UnitSystem;
  onStation: (station: number) => void;
}

const HEIGHT = 200;
const PAD = { left: 44, right: 24, top: 38, bottom: 58 };
/** From the foot of the plot to its stations, pixels. */
const AXIS = HEIGHT - 34;
/** Least height shown either side of the design, metres. */
const LEAST = 0.02;
/** How wide a letter of a label is at most, pixels: where there is no room for all of one, a point keeps it to itself. */
const LETTER = 6.5;

/** What was found along the run, held against the design as a straight line: the band is how far off it may be. */
export const DigPlot = memo(function DigPlot(props: Props) {
  const [width, setWidth] = useState(0);
  return (
    <Box style={{ minHeight: HEIGHT }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 ? <Plot {...props} width={width} /> : null}
    </Box>
  );
});

function Plot({ shape, run, units, width, onStation }: Props & { width: number }) {
  const { checks, parts, ponds, layer } = shape;
  const { start, end, length } = extent(run);
  const most = Math.max(LEAST, ...checks.map(({ off, within }) => Math.max(Math.abs(off), 1.5 * within))) * 1.15;
  const view = fitStretched({ left: start, right: end, bottom: -most, top: most }, { width, height: HEIGHT, pad: PAD });
  const touch = (event: { nativeEvent: { offsetX?: number } }) => {
    const at = start + (((event.nativeEvent.offsetX ?? 0) - PAD.left) / (width - PAD.left - PAD.right)) * length;
    onStation(Math.min(end, Math.max(start, at)));
  };
  const worst = checks.reduce<AsDug | undefined>(
    (most_, one) => (!most_ || Math.abs(one.off) > Math.abs(most_.off) ? one : most_),
    undefined,
  );
  return (
    <Box
      role="img"
      aria-label={`${checks.length === 1 ? 'One level' : `${checks.length} levels`} of the ${layer} held against the plan${worst ? `; furthest off at ${formatStation(worst.station, units)}, ${offWords(worst.off, units)}` : ''}`}
      style={{ width, height: HEIGHT, backgroundColor: colours.paper }}
      {...({ onClick: touch } as object)}
    >
      <Svg width={width} height={HEIGHT} aria-hidden pointerEvents="none">
        <Band checks={checks} view={view} start={start} end={end} />
        {ponds.map(({ from, to }) => (
          <Rect key={from} x={view.x(from)} width={Math.max(3, view.x(to) - view.x(from))} y={AXIS - 7} height={7} fill={colours.note} />
        ))}
        <Found parts={parts} view={view} units={units} width={width} />
        <Label x={6} y={PAD.top + 8} anchor="start" size={12} colour={colours.faded} text="high" />
        <Label x={6} y={view.y(0) + 4} anchor="start" size={12} colour={colours.faded} text="plan" />
        <Label x={6} y={HEIGHT - PAD.bottom} anchor="start" size={12} colour={colours.faded} text="deep" />
        <Label x={width - 6} y={16} anchor="end" size={12} colour={colours.faded} text="grey: what it may be off" />
        <Line x1={PAD.left} x2={width - PAD.right} y1={AXIS} y2={AXIS} stroke={colours.faded} />
        {ticks(start, end, Math.max(2, Math.floor(width / 80))).map((station) => (
          <G key={station}>
            <Line x1={view.x(station)} x2={view.x(station)} y1={AXIS} y2={AXIS + 5} stroke={colours.faded} />
            <Label
              x={view.x(station)}
              y={AXIS + 19}
              anchor={station === start ? 'start' : station === end ? 'end' : 'middle'}
              size={12}
              colour={colours.faded}
              text={formatStation(station, units)}
            />
          </G>
        ))}
      </Svg>
    </Box>
  );
}

/** The design as a line, and how far off it may be round it. */
function Band({ checks, view, start, end }: { checks: readonly AsDug[]; view: View; start: number; end: number }) {
  const within = checks[0]?.within ?? 0;
  return (
    <G>
      <Rect
        x={view.x(start)}
        width={view.x(end) - view.x(start)}
        y={view.y(within)}
        height={view.y(-within) - view.y(within)}
        fill={colours.line}
        fillOpacity={0.6}
      />
      <Line x1={view.x(start)} x2={view.x(end)} y1={view.y(0)} y2={view.y(0)} stroke={ground.panel} strokeWidth={2} />
    </G>
  );
}

/** A label beside a point: nearer the sides than half of it it runs inwards. @returns where it goes, and from where to where it reaches, pixels. */
function beside(x: number, width: number, text: string) {
  const long = text.length * LETTER;
  if (x < PAD.left + 30) return { x: x - 8, anchor: 'start', from: x - 8, to: x - 8 + long } as const;
  if (x > width - 50) return { x: x + 8, anchor: 'end', from: x + 8 - long, to: x + 8 } as const;
  return { x, anchor: 'middle', from: x - long / 2, to: x + long / 2 } as const;
}

/** What was found: a ring where it is good, a letter in a spot where it is not, and how far off as far as there is room. */
function Found({ parts, view, units, width }: { parts: readonly AsDug[][]; view: View; units: UnitSystem; width: number }) {
  let labelled = -Infinity;
  return (
    <G>
      <Path
        d={parts.map((part) => pathThrough(part.map(({ station, off }) => ({ x: view.x(station), y: view.y(off) })))).join('')}
        fill="none"
        stroke={colours.ink}
        strokeWidth={1.5}
      />
      {parts.flat().map(({ id, station, off, good }) => {
        const [x, y] = [view.x(station), view.y(off)];
        const text = offWords(off, units);
        const label = beside(x, width, text);
        const room = !good && label.from > labelled;
        if (room) labelled = label.to;
        return (
          <G key={id}>
            <Circle
              cx={x}
              cy={y}
              r={good ? 4 : 8}
              fill={good ? colours.paper : colours.stop}
              stroke={good ? colours.good : colours.stop}
              strokeWidth={2}
            />
            {good ? null : <Label x={x} y={y + 4} size={11} text={off < 0 ? 'D' : 'H'} colour={colours.stop} />}
            {room ? (
              <Label x={label.x} anchor={label.anchor} y={off > 0 ? y - 13 : y + 22} size={12} colour={colours.stop} text={text} />
            ) : null}
          </G>
        );
      })}
    </G>
  );
}
