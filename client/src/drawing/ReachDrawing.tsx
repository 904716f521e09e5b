import { deepestReach, flatWindow, formatLength, jointsOf, machines, poseAt, reachAt, type MachineId, type UnitSystem } from '@tamper/core';
import { memo, useMemo } from 'react';
import { View as Box } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect } from 'react-native-svg';
import { colours, ground } from '../theme/tokens';
import { Dimension, Label } from './Dimension';
import { fitToScale, pathThrough } from './fit';

/** Levels at which the edge of the reach is looked for. */
const LEVELS = 14;

/** A machine from the side, to scale, at the deepest of a run: its reach below ground, the floor it shaves from one place, its arm on it. */
export const ReachDrawing = memo(function ReachDrawing({
  machine: id,
  depth,
  units,
  width,
  height,
}: {
  machine: MachineId;
  depth: number;
  units: UnitSystem;
  width: number;
  height: number;
}) {
  const { arm, height: tall, name } = machines[id];
  const { deepest, window, edge } = useMemo(() => {
    const most = deepestReach(arm);
    // The very bottom is one pose only: just above it the edge closes.
    const levels = Array.from({ length: LEVELS + 1 }, (_, i) => {
      const at = Math.min(0.998, i / LEVELS) * most;
      return { depth: at, span: reachAt(arm, at) };
    });
    const known = levels.flatMap(({ depth: at, span }) => (span ? [{ at, span }] : []));
    return {
      deepest: most,
      window: flatWindow(arm, depth),
      edge: [
        ...known.map(({ at, span }) => ({ x: span.to, y: -at })),
        ...known.toReversed().map(({ at, span }) => ({ x: span.from, y: -at })),
      ],
    };
  }, [arm, depth]);
  const front = arm.foot.x + arm.boom + arm.stick + arm.tip;
  const view = fitToScale(
    { left: -1.1 * tall * 0.6, right: front + 0.3, bottom: -Math.max(deepest, depth) - 0.6, top: tall + 0.2 },
    { width, height, pad: { left: 6, right: 6, top: 6, bottom: 6 } },
  );
  const { x, y, scale } = view;
  const middle = window && (window.from + window.to) / 2;
  // Whatever angle of the bucket gets there, hanging first.
  const pose = useMemo(() => {
    if (middle === undefined) return undefined;
    const angles = Array.from({ length: 13 }, (_, i) => -Math.PI / 2 + ((i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2) * Math.PI) / 36);
    for (const angle of angles) {
      const found = poseAt(arm, { x: middle, z: -depth }, angle);
      if (found) return found;
    }
    return undefined;
  }, [arm, middle, depth]);
  const joints = pose && jointsOf(arm, pose).map((joint) => ({ x: x(joint.x), y: y(joint.z) }));
  const start = window?.from ?? arm.foot.x + 0.6;
  return (
    <Box style={{ width, height }} role="img" aria-label={`${name} from the side, its reach at ${formatLength(depth, units)} deep`}>
      <Svg width={width} height={height} aria-hidden>
        <Rect x={0} y={y(0)} width={width} height={Math.max(0, height - y(0))} fill={ground.soil} />
        <Path
          d={pathThrough(
            [
              { x: x(start), y: y(0) },
              { x: width, y: y(0) },
              { x: width, y: y(-depth) },
              { x: x(start), y: y(-depth) },
            ],
            true,
          )}
          fill={ground.void}
        />
        <Path
          d={pathThrough(
            edge.map((point) => ({ x: x(point.x), y: y(point.y) })),
            true,
          )}
          fill={colours.clay}
          fillOpacity={0.12}
          stroke={colours.clay}
          strokeWidth={1.5}
          strokeDasharray="6 4"
        />
        <Line x1={0} x2={x(start)} y1={y(0)} y2={y(0)} stroke={ground.soilLine} strokeWidth={2} />
        <Line x1={x(start)} x2={width} y1={y(-depth)} y2={y(-depth)} stroke={ground.soilLine} strokeWidth={2} />
        <Body x={x} y={y} scale={scale} tall={tall} foot={arm.foot.z} />
        {joints ? (
          <G>
            <Path
              d={pathThrough(joints)}
              fill="none"
              stroke={colours.ink}
              strokeWidth={Math.max(4, 0.12 * scale)}
              strokeLinejoin="round"
              strokeLinecap="round"
            />
            {joints.slice(0, 3).map((joint, index) => (
              <Circle key={index} cx={joint.x} cy={joint.y} r={3} fill={colours.paper} />
            ))}
          </G>
        ) : null}
        {window ? (
          <Dimension
            from={{ x: x(window.from), y: y(-depth) + 12 }}
            to={{ x: x(window.to), y: y(-depth) + 12 }}
            label={formatLength(window.to - window.from, units)}
            place="below"
          />
        ) : (
          <Label x={width / 2} y={y(-depth) + 20} text="does not get there" colour={colours.stop} />
        )}
      </Svg>
    </Box>
  );
});

/** Tracks and house, as much of them as tells which way it faces. */
function Body({
  x,
  y,
  scale,
  tall,
  foot,
}: {
  x: (metres: number) => number;
  y: (metres: number) => number;
  scale: number;
  tall: number;
  foot: number;
}) {
  const long = tall * 0.55;
  return (
    <G>
      <Rect x={x(-long)} y={y(0.42)} width={1.25 * long * scale} height={0.42 * scale} rx={0.2 * scale} fill={colours.ink} />
      <Rect x={x(-long * 0.9)} y={y(foot + 0.35)} width={1.1 * long * scale} height={(foot - 0.1) * scale} rx={4} fill={colours.clay} />
      <Rect
        x={x(-long * 0.35)}
        y={y(tall)}
        width={0.5 * long * scale}
        height={(tall - foot - 0.3) * scale}
        rx={4}
        fill={colours.clayWash}
        stroke={colours.clay}
        strokeWidth={2}
      />
    </G>
  );
}
