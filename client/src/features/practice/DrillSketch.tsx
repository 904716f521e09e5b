import type { DrillDrawing } from '@tamper/core/practiceDrills';
import Svg, { Circle, Line, Path, Rect } from '../../drawing/svg';
import { colours, ground } from '../../theme/tokens';

const HEIGHT = 130;

/** What a question is about, sketched to scale. Its words say the same: nothing has to be read off it. */
export function DrillSketch({ drawing, width }: { drawing: DrillDrawing; width: number }) {
  const shapes = {
    staff: () => drawing.kind === 'staff' && <Staff {...drawing} width={width} />,
    strip: () => drawing.kind === 'strip' && <StripOf {...drawing} width={width} />,
    sling: () => drawing.kind === 'sling' && <Sling {...drawing} width={width} />,
    sides: () => drawing.kind === 'sides' && <Sides {...drawing} width={width} />,
  };
  return (
    <Svg width={width} height={HEIGHT} aria-hidden>
      {shapes[drawing.kind]()}
    </Svg>
  );
}

type Of<K extends DrillDrawing['kind']> = Extract<DrillDrawing, { kind: K }> & { width: number };

/** The plane of sight over a floor, and the staff between. */
function Staff({ plane, level, ground: top, falls, width }: Of<'staff'>) {
  const scale = (HEIGHT - 24) / Math.max(0.5, plane - level);
  const y = (at: number) => 12 + (plane - at) * scale;
  const x = width * 0.62;
  const drop = falls === 0 ? 0 : 8;
  return (
    <>
      <Path
        d={`M0 ${y(top)} H${x - 40} V${y(level)} H${x + 40} V${y(top)} H${width} V${HEIGHT} H0 Z`}
        fill={ground.soil}
        stroke={ground.soilLine}
        strokeWidth={1.5}
      />
      <Line
        x1={width * 0.1}
        y1={y(plane) - drop}
        x2={width}
        y2={y(plane) + drop}
        stroke={colours.paint}
        strokeWidth={2}
        strokeDasharray="6 4"
      />
      <Rect x={x - 5} y={4} width={10} height={y(level) - 4} fill={colours.paper} stroke={colours.ink} strokeWidth={1.5} />
      <Circle cx={width * 0.1} cy={y(plane) - drop} r={7} fill={colours.ink} />
    </>
  );
}

/** A line across, and the strip machines keep out of. */
function StripOf({ half, size, angle, width }: Of<'strip'>) {
  const scale = (HEIGHT * 0.32) / half;
  const middle = { x: width / 2, y: HEIGHT / 2 };
  const far = width;
  const at = (away: number, along: number) => ({
    x: middle.x + along * Math.cos(angle) - away * Math.sin(angle),
    y: middle.y - along * Math.sin(angle) - away * Math.cos(angle),
  });
  const band = (one: number) => {
    const corners = [at(-one, -far), at(-one, far), at(one, far), at(one, -far)];
    return `M${corners.map(({ x, y }) => `${x} ${y}`).join(' L')} Z`;
  };
  return (
    <>
      <Rect x={0} y={middle.y - 22} width={width} height={44} fill={ground.void} stroke={ground.soilLine} strokeWidth={1.5} />
      <Path d={band(half * scale)} fill={ground.danger} fillOpacity={0.2} stroke={ground.danger} strokeDasharray="5 4" />
      <Path d={band(Math.max(2, (size / 2) * scale))} fill={ground.pipe} />
    </>
  );
}

/** A load on its sling, the legs at their angle. */
function Sling({ angle, legs, width }: Of<'sling'>) {
  const half = Math.min(width * 0.35, 80 / Math.tan(angle));
  const rise = half * Math.tan(angle);
  const [x, y] = [width / 2, 12];
  const feet = legs > 2 ? [-half, -half * 0.6, half * 0.6, half] : [-half, half];
  return (
    <>
      {feet.map((foot) => (
        <Line key={foot} x1={x} y1={y} x2={x + foot} y2={y + rise} stroke={colours.ink} strokeWidth={2} />
      ))}
      <Circle cx={x} cy={y} r={6} fill="none" stroke={colours.ink} strokeWidth={3} />
      <Rect x={x - half - 20} y={y + rise} width={2 * half + 40} height={16} fill={ground.pipe} />
    </>
  );
}

/** A trench with the room there is at its sides. */
function Sides({ depth, floor, ratio, room, width }: Of<'sides'>) {
  const scale = Math.min((HEIGHT - 24) / depth, (width - 20) / (floor + 2 * Math.max(room, ratio * depth)));
  const [x, top, foot] = [width / 2, 12, 12 + depth * scale];
  const half = (floor / 2) * scale;
  const batter = ratio * depth * scale;
  const edge = half + room * scale;
  return (
    <>
      <Path
        d={`M0 ${top} H${x - half} V${foot} H${x + half} V${top} H${width} V${HEIGHT} H0 Z`}
        fill={ground.soil}
        stroke={ground.soilLine}
        strokeWidth={1.5}
      />
      <Path
        d={`M${x - half} ${foot} L${x - half - batter} ${top} M${x + half} ${foot} L${x + half + batter} ${top}`}
        stroke={colours.paint}
        strokeWidth={2}
        strokeDasharray="6 4"
      />
      {[-edge, edge].map((at) => (
        <Line key={at} x1={x + at} y1={0} x2={x + at} y2={top + 30} stroke={colours.stop} strokeWidth={3} />
      ))}
    </>
  );
}
