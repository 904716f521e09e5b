import type { Reach, Run } from '@tamper/core/job';
import type { Plan } from '@tamper/core/plan';
import { corridorOf, lipAt, type Carried } from '@tamper/core/spoil';
import { formatLength, formatStation, formatVolume, type UnitSystem } from '@tamper/core/units';
import { memo } from 'react';
import Svg, { G, Line, Path, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Label } from './Dimension';
import { fitStretched, pathThrough } from './fit';
import { ticks } from './ticks';

const PAD = { left: 12, right: 12, top: 26, bottom: 40 };

/** The run from above, stretched across: trench, corridor, and the spoil of each stretch where it ends up. Widths of heaps stand for volume. */
export const SpoilPlan = memo(function SpoilPlan({
  run,
  plan,
  carried,
  units,
  width,
  height,
  cursor,
}: {
  run: Run;
  plan: Plan;
  carried: Carried | undefined;
  units: UnitSystem;
  width: number;
  height: number;
  cursor: number;
}) {
  const { station, depth, reach: reachOf } = plan.profile;
  const [start, end] = [station[0] ?? 0, station.at(-1) ?? 0];
  const { corridorLeft, corridorRight } = run.spoil;
  const view = fitStretched(
    { left: start, right: end, bottom: -corridorRight - 0.3, top: corridorLeft + 0.3 },
    { width, height, pad: PAD },
  );
  const lip = (side: 'left' | 'right') =>
    station.map((at, i) => ({
      x: view.x(at),
      y: view.y((side === 'left' ? 1 : -1) * lipAt(run.reaches[reachOf[i] as number] as Reach, side, depth[i] as number)),
    }));
  const setback =
    Math.max(...station.map((_, i) => Math.max(lipAt(run.reaches[reachOf[i] as number] as Reach, 'left', depth[i] as number), 0))) +
    run.spoil.setback;
  return (
    <Box
      style={{ width, height }}
      role="img"
      aria-label={
        carried
          ? `Spoil plan: ${formatVolume(carried.handled, units)} carried along, ${formatVolume(carried.off, units)} off site`
          : 'Spoil plan, being worked out'
      }
    >
      <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden>
        <Rect x={PAD.left} y={PAD.top} width={width - PAD.left - PAD.right} height={height - PAD.top - PAD.bottom} fill={colours.chalk} />
        {run.logistics.gaps.map((gap, i) => (
          <Rect
            key={i}
            x={view.x(gap.from)}
            y={gap.side === 'right' ? view.y(0) : PAD.top}
            width={view.x(gap.to) - view.x(gap.from)}
            height={(gap.side === 'both' ? 1 : 0.5) * (height - PAD.top - PAD.bottom)}
            fill={colours.noteWash}
          />
        ))}
        {carried?.cells.map((cell, i) => (
          <Cell key={i} cell={cell} run={run} x={view.x} y={view.y} setback={setback} />
        ))}
        <Path
          d={pathThrough([...lip('left'), ...lip('right').toReversed()], true)}
          fill={ground.void}
          stroke={ground.soilLine}
          strokeWidth={1.5}
        />
        <Line x1={view.x(start)} x2={view.x(end)} y1={view.y(0)} y2={view.y(0)} stroke={ground.pipe} strokeWidth={2} />
        {run.logistics.suspect.map(({ from, to }, i) => (
          <Rect
            key={i}
            x={view.x(from)}
            y={view.y(0.3)}
            width={view.x(to) - view.x(from)}
            height={view.y(-0.3) - view.y(0.3)}
            fill={ground.danger}
            fillOpacity={0.5}
          />
        ))}
        {run.logistics.stockpile ? (
          <G>
            <Rect
              x={view.x(run.logistics.stockpile.station) - 9}
              y={PAD.top - 4}
              width={18}
              height={14}
              fill={ground.heap}
              stroke={ground.soilLine}
            />
            <Label
              x={Math.min(width - 50, Math.max(50, view.x(run.logistics.stockpile.station)))}
              y={14}
              size={12}
              text={`stockpile ${carried ? formatVolume(carried.stockpile, units) : ''}`}
            />
          </G>
        ) : null}
        <Line x1={view.x(cursor)} x2={view.x(cursor)} y1={PAD.top} y2={height - PAD.bottom} stroke={colours.paint} strokeWidth={2} />
        <Label
          x={PAD.left + 2}
          y={PAD.top + 14}
          size={12}
          anchor="start"
          colour={colours.faded}
          text={`left, ${formatLength(corridorLeft, units)} from the centre`}
        />
        <Label
          x={PAD.left + 2}
          y={height - PAD.bottom - 6}
          size={12}
          anchor="start"
          colour={colours.faded}
          text={`right, ${formatLength(corridorRight, units)} from the centre`}
        />
        {ticks(start, end, Math.max(2, width / 90)).map((at) => (
          <Label
            key={at}
            x={Math.min(width - 22, Math.max(22, view.x(at)))}
            y={height - PAD.bottom + 15}
            size={11}
            colour={colours.faded}
            text={formatStation(at, units).replace(/\.0 m$/, '')}
          />
        ))}
        <Legend y={height - 8} />
      </Svg>
    </Box>
  );
});

/** One stretch: what lies beside it of its own and from elsewhere, as much of the corridor as of the room is taken; an arrow where more is carried on. */
function Cell({
  cell,
  run,
  x,
  y,
  setback,
}: {
  cell: Carried['cells'][number];
  run: Run;
  x: (station: number) => number;
  y: (across: number) => number;
  setback: number;
}) {
  const [left, right] = [x(cell.from), x(cell.to)];
  const wide = Math.max(1, right - left - 1.5);
  const bars = (['left', 'right'] as const).flatMap((side) => {
    const room = corridorOf(run.spoil, side) - setback;
    if (room <= 0 || cell.room[side] <= 0) return [];
    const sign = side === 'left' ? 1 : -1;
    const share = (volume: number) => (volume / cell.room[side]) * room;
    const [own, brought] = [share(cell.own[side]), share(cell.brought[side])];
    const bar = (from: number, to: number, fill: string, key: string) =>
      Math.abs(to - from) > 0.01 ? (
        <Rect key={key} x={left} y={Math.min(y(sign * from), y(sign * to))} width={wide} height={Math.abs(y(to) - y(from))} fill={fill} />
      ) : null;
    return [bar(setback, setback + own, ground.heap, `${side}o`), bar(setback + own, setback + own + brought, colours.clay, `${side}b`)];
  });
  const over = cell.off > 0.01;
  return (
    <G>
      {bars}
      {over ? <Rect x={left} y={y(0.2)} width={wide} height={Math.max(4, y(-0.2) - y(0.2))} fill={ground.danger} /> : null}
    </G>
  );
}

function Legend({ y }: { y: number }) {
  const items = [
    { colour: ground.heap, text: 'own heap' },
    { colour: colours.clay, text: 'brought here' },
    { colour: ground.danger, text: 'off site' },
  ];
  return (
    <G>
      {items.map(({ colour, text }, i) => (
        <G key={text}>
          <Rect x={14 + i * 104} y={y - 10} width={12} height={12} fill={colour} />
          <Label x={30 + i * 104} y={y} size={12} anchor="start" text={text} />
        </G>
      ))}
    </G>
  );
}
