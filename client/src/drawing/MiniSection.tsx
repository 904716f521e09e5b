import type { Job, Run } from '@tamper/core/job';
import { sectionAt } from '@tamper/core/section';
import type { Place } from '@tamper/core/trench';
import { memo, useMemo } from 'react';
import Svg, { Line, Path, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { fitToScale, outline } from './fit';
import { Supports } from './Supports';

/** A small cross-section of a hole where it is deepest, to scale, no words. */
export const MiniSection = memo(function MiniSection({
  job,
  run,
  place,
  width,
  height,
  name,
}: {
  job: Job;
  run: Run;
  place: Place;
  width: number;
  height: number;
  name: string;
}) {
  const section = useMemo(() => sectionAt(job, run, place.deepest.station, place), [job, run, place]);
  const half = Math.max(section.topWidth, section.digWidth) / 2 + 0.4;
  const top = Math.max(section.ground, ...section.panels.flat().map(({ y }) => y)) + 0.2;
  const view = fitToScale(
    { left: -half, right: half, bottom: section.bottom - 0.4, top },
    { width, height, pad: { left: 2, right: 2, top: 2, bottom: 2 } },
  );
  const level = view.y(section.ground);
  return (
    <Box style={{ width, height }} role="img" aria-label={`Cross-section: ${name}`}>
      <Svg width={width} height={height} aria-hidden>
        <Rect x={0} y={level} width={width} height={Math.max(0, height - level)} fill={ground.soil} />
        <Path d={outline(section.trench, view)} fill={ground.void} stroke={ground.soilLine} strokeWidth={1.5} />
        <Supports section={section} view={view} selected={false} />
        <Line x1={0} x2={view.x(-section.topWidth / 2)} y1={level} y2={level} stroke={ground.soilLine} strokeWidth={2} />
        <Line x1={view.x(section.topWidth / 2)} x2={width} y1={level} y2={level} stroke={ground.soilLine} strokeWidth={2} />
        {section.lines.map((line) => (
          <Rect
            key={line.id}
            x={view.x(line.centre.x) - Math.max(2, line.radius * view.scale)}
            y={view.y(line.centre.y) - Math.max(2, line.radius * view.scale)}
            width={2 * Math.max(2, line.radius * view.scale)}
            height={2 * Math.max(2, line.radius * view.scale)}
            rx={99}
            fill={colours.ink}
          />
        ))}
      </Svg>
    </Box>
  );
});
