import { jointsOf, type ArmPoint, type Machine } from '@tamper/core/catalogue';
import type { Point } from '@tamper/core/geometry';
import { envelope, poseAt } from '@tamper/core/machine';
import { formatLength, type UnitSystem } from '@tamper/core/units';
import { memo, useMemo } from 'react';
import Svg, { Circle, G, Line, Path, Rect } from './svg';
import { colours, ground as fills } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Dimension, Label } from './Dimension';
import { ScaleBar } from './ScaleBar';
import { fitToScale, outline, pathThrough } from './fit';

/** What the machine stands before, in the plane of its arm: metres forward of its swing axis and up from the ground it stands on. */
export interface Scene {
  /** The ground, left to right. */
  ground: readonly Point[];
  /** What is dug out or will be, and what is heaped. */
  voids: readonly (readonly Point[])[];
  heaps: readonly (readonly Point[])[];
  /** A stretch to measure, at a level. */
  measured?: { from: number; to: number; level: number };
}

interface Props {
  machine: Machine;
  scene: Scene;
  /** Where the teeth are to be; the arm is drawn there if it gets there. */
  point: ArmPoint;
  units: UnitSystem;
  width: number;
  height: number;
  label: string;
  /** Tracks seen from behind: it stands astride and has swung a quarter turn. */
  astride?: boolean;
}

/** A machine to scale before real ground: all its teeth reach, and its arm on one point. */
export const ReachDrawing = memo(function ReachDrawing({ machine, scene, point, units, width, height, label, astride = false }: Props) {
  const { arm } = machine;
  const edge = useMemo(() => envelope(arm).map(({ x, z }) => ({ x, y: z })), [arm]);
  const seen = useMemo(() => {
    const deepest = Math.min(...edge.map(({ y }) => y), ...scene.voids.flat().map(({ y }) => y));
    const far = Math.max(...edge.map(({ x }) => x), ...scene.heaps.flat().map(({ x }) => x));
    const back = -Math.max(machine.tail, machine.front) - 0.4;
    return { left: back, right: far + 0.2, bottom: deepest - 0.35, top: Math.max(machine.height, ...edge.map(({ y }) => y)) + 0.1 };
  }, [edge, scene, machine]);
  const view = useMemo(() => fitToScale(seen, { width, height, pad: { left: 4, right: 4, top: 4, bottom: 22 } }), [seen, width, height]);
  const pose = useMemo(() => poseOn(machine, point), [machine, point]);
  const joints = pose && jointsOf(arm, pose).map((joint) => ({ x: view.x(joint.x), y: view.y(joint.z) }));
  const at = { x: view.x(point.x), y: view.y(point.z) };
  const floor = [
    { x: seen.left - 50, y: scene.ground[0]?.y ?? 0 },
    ...scene.ground,
    { x: seen.right + 50, y: scene.ground.at(-1)?.y ?? 0 },
  ];
  return (
    <Box style={{ width, height, overflow: 'hidden' }} role="img" aria-label={label}>
      <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden>
        <Path d={outline([...floor, { x: seen.right + 50, y: -50 }, { x: seen.left - 50, y: -50 }], view)} fill={fills.soil} />
        {scene.voids.map((shape, i) => (
          <Path key={i} d={outline(shape, view)} fill={fills.void} stroke={fills.soilLine} strokeWidth={1.5} />
        ))}
        {scene.heaps.map((shape, i) => (
          <Path key={i} d={outline(shape, view)} fill={fills.heap} stroke={fills.soilLine} strokeWidth={1.5} />
        ))}
        <Path
          d={pathThrough(floor.map(({ x, y }) => ({ x: view.x(x), y: view.y(y) })))}
          fill="none"
          stroke={fills.soilLine}
          strokeWidth={2}
        />
        <Path d={outline(edge, view)} fill={colours.clay} fillOpacity={0.1} stroke={colours.clay} strokeWidth={1.5} strokeDasharray="6 4" />
        <Body machine={machine} x={view.x} y={view.y} scale={view.scale} astride={astride} />
        {joints ? (
          <G>
            <Path
              d={pathThrough(joints)}
              fill="none"
              stroke={colours.ink}
              strokeWidth={Math.max(4, 0.12 * view.scale)}
              strokeLinejoin="round"
              strokeLinecap="round"
            />
            {joints.slice(0, 3).map((joint, index) => (
              <Circle key={index} cx={joint.x} cy={joint.y} r={3} fill={colours.paper} />
            ))}
          </G>
        ) : (
          <G>
            <Circle cx={at.x} cy={at.y} r={7} fill="none" stroke={colours.stop} strokeWidth={3} />
            <Label x={Math.min(width - 60, at.x)} y={at.y - 12} text="not reached" colour={colours.stop} />
          </G>
        )}
        {scene.measured ? (
          <Dimension
            from={{ x: view.x(scene.measured.from), y: view.y(scene.measured.level) + 10 }}
            to={{ x: view.x(scene.measured.to), y: view.y(scene.measured.level) + 10 }}
            label={formatLength(scene.measured.to - scene.measured.from, units)}
            place="below"
          />
        ) : null}
        <ScaleBar x={8} y={height - 10} scale={view.scale} units={units} />
      </Svg>
    </Box>
  );
});

/** Whatever angle of the bucket gets there, hanging first. */
function poseOn({ arm }: Machine, point: ArmPoint) {
  for (let i = 0; i < 72; i++) {
    const angle = -Math.PI / 2 + ((i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2) * Math.PI) / 36;
    const found = poseAt(arm, point, angle);
    if (found) return found;
  }
  return undefined;
}

/** Tracks and house, as much of them as tells which way it faces. */
function Body({
  machine: { height, arm, front, tail, widthOut, track },
  x,
  y,
  scale,
  astride,
}: {
  machine: Machine;
  x: (metres: number) => number;
  y: (metres: number) => number;
  scale: number;
  astride: boolean;
}) {
  const under = 0.42;
  const tracks = astride ? [-widthOut / 2, widthOut / 2 - track] : [-front];
  return (
    <G>
      {tracks.map((left) => (
        <Rect
          key={left}
          x={x(left)}
          y={y(under)}
          width={(astride ? track : 2 * front) * scale}
          height={under * scale}
          rx={(astride ? 0.05 : 0.2) * scale}
          fill={colours.ink}
        />
      ))}
      {astride ? (
        <Line x1={x(-widthOut / 2)} x2={x(widthOut / 2)} y1={y(under)} y2={y(under)} stroke={colours.ink} strokeWidth={4} />
      ) : null}
      <Rect
        x={x(-tail)}
        y={y(arm.foot.z + 0.35)}
        width={(tail + arm.foot.x + 0.1) * scale}
        height={(arm.foot.z + 0.35 - under) * scale}
        rx={4}
        fill={colours.clay}
      />
      <Rect
        x={x(-tail * 0.45)}
        y={y(height)}
        width={tail * 0.85 * scale}
        height={(height - arm.foot.z - 0.3) * scale}
        rx={4}
        fill={colours.clayWash}
        stroke={colours.clay}
        strokeWidth={2}
      />
    </G>
  );
}
