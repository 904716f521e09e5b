import type { Job, Run } from '@tamper/core/job';
import { sectionAt } from '@tamper/core/section';
import type { Stage } from '@tamper/core/protection';
import type { Place } from '@tamper/core/trench';
import { memo, useMemo } from 'react';
import Svg, { Circle, ClipPath, Defs, G, Line, Path, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Label } from './Dimension';
import { fitToScale, outline, type View } from './fit';
import { ScaleBar } from './ScaleBar';
import { Supports } from './Supports';

/** The section of a hole at one step of the work: dug so far, supports so far down, what lies in it, who is in it. */
export const StageDrawing = memo(function StageDrawing({
  job,
  run,
  place,
  stage,
  width,
  height,
}: {
  job: Job;
  run: Run;
  place: Place;
  stage: Stage;
  width: number;
  height: number;
}) {
  const section = useMemo(() => sectionAt(job, run, place.deepest.station, place), [job, run, place]);
  const top = Math.max(section.ground + 1.9, ...section.panels.flat().map(({ y }) => y)) + 0.1;
  const half = Math.max(section.topWidth, section.digWidth) / 2 + 0.8;
  const view = fitToScale(
    { left: -half, right: half, bottom: section.bottom - 0.3, top },
    { width, height, pad: { left: 2, right: 2, top: 2, bottom: 2 } },
  );
  const level = view.y(section.ground);
  const dugTo = view.y(section.ground - stage.dug * section.depth);
  const fillTo = view.y(section.bottom + stage.fill * section.depth);
  // Supports on their way down stand as much higher as they have still to go.
  const lifted = stage.support === undefined ? 0 : (1 - stage.support) * section.depth;
  const shift = <T extends { y: number }>(points: readonly T[]) => points.map((point) => ({ ...point, y: point.y + lifted }));
  const supports = {
    panels: section.panels.map(shift),
    braces: stage.braced ? section.braces.map((y) => y + lifted) : [],
    joints: section.joints.map((y) => y + lifted),
  };
  return (
    <Box style={{ width, height }} role="img" aria-label={words(stage)}>
      <Svg width={width} height={height} aria-hidden>
        <Defs>
          <ClipPath id="dug">
            <Rect x={0} y={0} width={width} height={Math.max(0, dugTo)} />
          </ClipPath>
          <ClipPath id="filled">
            <Rect x={0} y={fillTo} width={width} height={height} />
          </ClipPath>
        </Defs>
        <Rect x={0} y={level} width={width} height={Math.max(0, height - level)} fill={ground.soil} />
        <G clipPath="url(#dug)">
          <Path d={outline(section.trench, view)} fill={ground.void} stroke={ground.soilLine} strokeWidth={2} />
        </G>
        {stage.bed ? <Path d={outline(section.bedding, view)} fill={ground.bedding} /> : null}
        {stage.fill > 0 ? (
          <G clipPath="url(#filled)">
            <Path d={outline(section.trench, view)} fill={ground.fill} />
          </G>
        ) : null}
        {stage.line
          ? section.lines.map((line) => (
              <Circle
                key={line.id}
                cx={view.x(line.centre.x)}
                cy={view.y(line.centre.y)}
                r={Math.max(4, line.radius * view.scale)}
                fill={ground.pipe}
                stroke={colours.ink}
              />
            ))
          : null}
        {stage.support === undefined ? null : <Supports section={supports} view={view} selected={false} />}
        {stage.ladder ? <Ladder view={view} x={section.digWidth / 2 - 0.15} from={section.bottom} to={section.ground + 1} /> : null}
        {stage.people ? (
          <Person view={view} x={-section.digWidth / 8} y={section.bottom} />
        ) : (
          <Person view={view} x={half - 0.35} y={section.ground} />
        )}
        <Line x1={0} x2={view.x(-section.topWidth / 2)} y1={level} y2={level} stroke={ground.soilLine} strokeWidth={2} />
        <Line x1={view.x(section.topWidth / 2)} x2={width} y1={level} y2={level} stroke={ground.soilLine} strokeWidth={2} />
        {stage.fill > 0 && stage.fill < 1 ? <Label x={8} y={Math.min(height - 6, fillTo)} anchor="start" size={12} text="fill" /> : null}
        <ScaleBar x={8} y={height - 12} scale={view.scale} units={job.units} />
      </Svg>
    </Box>
  );
});

const words = ({ dug, support, braced, line, fill, people }: Stage): string =>
  [
    dug === 0 ? 'nothing dug' : dug < 1 ? 'partly dug' : 'dug to depth',
    support === undefined ? 'no supports' : braced ? 'supports bearing' : 'supports in, not bearing',
    line ? 'line laid' : 'no line',
    fill === 0 ? 'no fill' : fill < 1 ? 'partly filled' : 'filled',
    people ? 'people inside' : 'nobody inside',
  ].join(', ');

/** Somebody 1.75 m tall, to scale. */
function Person({ view, x, y }: { view: View; x: number; y: number }) {
  const [cx, foot, s] = [view.x(x), view.y(y), view.scale];
  return (
    <G>
      <Circle cx={cx} cy={foot - 1.62 * s} r={Math.max(2.5, 0.13 * s)} fill={colours.paint} />
      <Path
        d={`M${cx} ${foot - 1.48 * s}V${foot - 0.8 * s}M${cx - 0.22 * s} ${foot - 0.95 * s}L${cx} ${foot - 1.4 * s}L${cx + 0.22 * s} ${foot - 0.95 * s}M${cx - 0.16 * s} ${foot}L${cx} ${foot - 0.8 * s}L${cx + 0.16 * s} ${foot}`}
        stroke={colours.ink}
        strokeWidth={Math.max(2, 0.07 * s)}
        fill="none"
      />
    </G>
  );
}

function Ladder({ view, x, from, to }: { view: View; x: number; from: number; to: number }) {
  const rungs = Array.from({ length: Math.floor((to - from) / 0.3) }, (_, i) => view.y(from + 0.3 * (i + 1)));
  const [a, b] = [view.x(x - 0.12), view.x(x + 0.12)];
  return (
    <Path
      d={`M${a} ${view.y(from)}V${view.y(to)}M${b} ${view.y(from)}V${view.y(to)}${rungs.map((y) => `M${a} ${y}H${b}`).join('')}`}
      stroke={colours.ink}
      strokeWidth={1.5}
      fill="none"
    />
  );
}
