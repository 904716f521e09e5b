import { extent, lineOnPlan, placeAt, routeOf, stretchOf, type PlanPoint } from '@tamper/core/alignment';
import { utilityMarks, structureTypes } from '@tamper/core/catalogue';
import type { Range } from '@tamper/core/geometry';
import type { Run } from '@tamper/core/job';
import type { Plan } from '@tamper/core';
import { setUpAt } from '@tamper/core/scene';
import { piecesOf } from '@tamper/core/protection';
import { formatStation, type UnitSystem } from '@tamper/core/units';
import { memo, useMemo, useState } from 'react';
import Svg, { Circle, G, Line, Path, Polygon } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Label } from './Dimension';
import { fitToScale, pathThrough, type Extent, type View } from './fit';
import { Handle } from './Handle';
import { PrintButton, SHEET } from './PrintButton';
import { ScaleBar } from './ScaleBar';
import { ticks } from './ticks';
import { useMeasure } from './useMeasure';
import { unshifted, useZoom, zoomed } from './useZoom';
import { ZoomButtons } from './ZoomButtons';

/** What a touch on the plan does. */
export type PlanTool = 'look' | 'points' | 'line';

interface Props {
  run: Run;
  plan: Plan;
  others: readonly Run[];
  units: UnitSystem;
  width: number;
  height: number;
  cursor: number;
  /** Stretches where Safe to enter is open now. */
  open?: readonly Range[];
  tool: PlanTool;
  selected: number | undefined;
  /** A touch beside any point: the place on the plan, and the station and offset it falls on. */
  onTouch: (point: PlanPoint) => void;
  onSelect: (index: number) => void;
  onMove: (index: number, point: PlanPoint) => void;
}

const NOWHERE: readonly Range[] = [];
const PAD = { left: 28, right: 28, top: 34, bottom: 40 };

/** The plan to scale: the line with its stations, what crosses it, structures and pits; other runs of the job faint behind. */
export const PlanDrawing = memo(function PlanDrawing(props: Props) {
  const { run, plan, others, units, width, height, cursor, open = NOWHERE, tool, selected, onTouch, onSelect, onMove } = props;
  const { frame, shift, by, reset } = useZoom(60);
  // The view stays put while the line is drawn; “whole drawing” fits it anew.
  const [seen, setSeen] = useState(() => extentOf(run));
  const base = useMemo(() => fitToScale(seen, { width, height, pad: PAD }), [seen, width, height]);
  const view = useMemo(() => zoomed(base, shift), [base, shift]);
  const toPlan = (pixel: { x: number; y: number }): PlanPoint => {
    const at = unshifted(shift, pixel);
    return { x: (at.x - base.x(0)) / base.scale, y: (base.y(0) - at.y) / base.scale };
  };
  const touch = (event: { nativeEvent: { offsetX?: number; offsetY?: number } }) =>
    onTouch(toPlan({ x: event.nativeEvent.offsetX ?? 0, y: event.nativeEvent.offsetY ?? 0 }));
  const fit = () => {
    setSeen(extentOf(run));
    reset();
  };
  const here = placeAt(run, cursor);
  const measuring = useMeasure({
    view,
    width,
    height,
    units,
    axes: { across: 'east or west', up: 'north or south' },
    across: 'span',
    up: 'span',
  });
  return (
    <Box style={{ width, height, backgroundColor: colours.paper, overflow: 'hidden' }} {...SHEET}>
      <Box
        ref={frame}
        role="group"
        aria-label={`Plan of ${run.name}, to scale`}
        style={{ width, height, touchAction: 'none', cursor: tool === 'look' ? 'grab' : 'crosshair' } as object}
        {...({ onClick: touch } as object)}
      >
        <Svg width={width} height={height} aria-hidden pointerEvents="none">
          {others.map((other, index) => (
            <Faint key={index} run={other} view={view} />
          ))}
          <Trench run={run} plan={plan} view={view} />
          <Supports run={run} plan={plan} view={view} />
          <OpenNow run={run} open={open} view={view} />
          <Stands run={run} plan={plan} view={view} cursor={cursor} />
          <Stations run={run} view={view} units={units} />
          <Existing run={run} plan={plan} view={view} />
          <Structures run={run} view={view} width={width} />
          <Circle cx={view.x(here.x)} cy={view.y(here.y)} r={8} fill="none" stroke={colours.paint} strokeWidth={3} />
          <Label x={10} y={20} anchor="start" text={formatStation(cursor, units)} colour={colours.paint} />
          <ScaleBar x={14} y={height - 14} scale={view.scale} units={units} />
          <North width={width} />
        </Svg>
      </Box>
      {tool === 'points'
        ? routeOf(run).map((point, index) => (
            <Handle
              key={index}
              label={`Point ${index + 1} of the line`}
              place={point}
              view={view}
              step={1}
              selected={index === selected}
              onSelect={() => onSelect(index)}
              onMove={(place) => onMove(index, place)}
            />
          ))
        : null}
      {measuring.layer}
      <ZoomButtons onBy={by} onReset={fit}>
        {measuring.button}
        <PrintButton title={`Plan of ${run.name}`} />
      </ZoomButtons>
    </Box>
  );
});

/** Room round a line so that what crosses it is seen, metres. */
const ROOM = 2;

function extentOf(run: Run): Extent {
  const points = [...routeOf(run), ...run.existing.flatMap((line) => lineOnPlan(run, line))];
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  return { left: Math.min(...xs) - ROOM, right: Math.max(...xs) + ROOM, bottom: Math.min(...ys) - ROOM, top: Math.max(...ys) + ROOM };
}

const path = (points: readonly PlanPoint[], view: View): string => pathThrough(points.map(({ x, y }) => ({ x: view.x(x), y: view.y(y) })));

function Faint({ run, view }: { run: Run; view: View }) {
  if (run.route.length < 2) return null;
  const middle = placeAt(run, (extent(run).start + extent(run).end) / 2);
  return (
    <G>
      <Path d={path(run.route, view)} fill="none" stroke={colours.line} strokeWidth={4} strokeLinecap="round" />
      <Label x={view.x(middle.x)} y={view.y(middle.y) - 6} size={11} colour={colours.faded} text={run.name} />
    </G>
  );
}

/** The trench as wide as its top, bored stretches as dashes, hand-dig windows hatched over it. */
function Trench({ run, plan, view }: { run: Run; plan: Plan; view: View }) {
  const { end } = extent(run);
  return (
    <G>
      {run.reaches.map((reach, index) => {
        const to = run.reaches[index + 1]?.from ?? end;
        const points = path(stretchOf(run, reach.from, to), view);
        const open = reach.method.kind === 'open';
        const span = plan.profile.reach.map((of, i) => (of === index ? (plan.profile.topWidth[i] as number) : 0));
        const top = span.reduce((most, width) => Math.max(most, width), 0);
        return (
          <G key={index}>
            {open ? <Path d={points} fill="none" stroke={ground.fill} strokeWidth={Math.max(5, top * view.scale)} /> : null}
            <Path d={points} fill="none" stroke={ground.pipe} strokeWidth={2.5} strokeDasharray={open ? undefined : '9 6'} />
          </G>
        );
      })}
      {plan.handWindows.map(({ from, to }) => (
        <Path
          key={from}
          d={path(stretchOf(run, from, to), view)}
          fill="none"
          stroke={colours.paint}
          strokeOpacity={0.5}
          strokeWidth={Math.max(12, plan.widestTop * view.scale)}
        />
      ))}
      {plan.pits.map((pit) => {
        const { x, y, heading } = placeAt(run, pit.station);
        const half = (pit.to - pit.from) / 2;
        if (half === 0) return null;
        const corner = (along: number, across: number) =>
          `${view.x(x + Math.cos(heading) * along - Math.sin(heading) * across)},${view.y(y + Math.sin(heading) * along + Math.cos(heading) * across)}`;
        return (
          <Polygon
            key={pit.id}
            points={[
              corner(-half, -pit.width / 2),
              corner(half, -pit.width / 2),
              corner(half, pit.width / 2),
              corner(-half, pit.width / 2),
            ].join(' ')}
            fill={ground.fill}
            fillOpacity={0.5}
            stroke={ground.soilLine}
            strokeWidth={1.5}
          />
        );
      })}
    </G>
  );
}

/** Where Safe to enter is open now: a band along the line, said in a word. */
function OpenNow({ run, open, view }: { run: Run; open: readonly Range[]; view: View }) {
  const { start, end } = extent(run);
  return open.map(({ from, to }) => {
    const [a, b] = [Math.max(start, from), Math.min(end, to)];
    const { x, y } = placeAt(run, (a + b) / 2);
    return (
      <G key={from}>
        <Path d={path(stretchOf(run, a, b), view)} fill="none" stroke={colours.good} strokeWidth={7} />
        <Label x={view.x(x)} y={view.y(y) - 8} size={12} colour={colours.good} text="open" />
      </G>
    );
  });
}

/** Plates of boxes and sheets along both sides, sets of shores across, and ladders as a barred L. */
function Supports({ run, plan, view }: { run: Run; plan: Plan; view: View }) {
  const beside = (station: number, across: number) => {
    const { x, y, heading } = placeAt(run, station);
    return { x: view.x(x - Math.sin(heading) * across), y: view.y(y + Math.cos(heading) * across) };
  };
  return (
    <G>
      {plan.supports.flatMap((support) => {
        const half = (plan.places.find(({ id }) => id === support.place)?.width ?? 0) / 2;
        return piecesOf(support).map(({ id, from, to }) => {
          const corners = [beside(from, half), beside(to, half), beside(to, -half), beside(from, -half)];
          return (
            <Path
              key={id}
              d={pathThrough(to > from ? corners : [beside(from, half), beside(from, -half)], to > from)}
              fill="none"
              stroke={colours.ink}
              strokeWidth={to > from ? 1.5 : 3}
            />
          );
        });
      })}
      {plan.ladders.map(({ place, station }) => {
        const { x, y } = beside(station, 0);
        return <Label key={`${place} ${station}`} x={x} y={y + 4} size={12} text="L" colour={colours.good} />;
      })}
    </G>
  );
}

/** Where the machine stands, place by place; at the cursor what its arm and its tail sweep: nobody belongs in there. */
function Stands({ run, plan, view, cursor }: { run: Run; plan: Plan; view: View; cursor: number }) {
  const { list: stands } = plan.setUps;
  const { start, end } = extent(run);
  const at = (station: number) => placeAt(run, Math.min(end, Math.max(start, station)));
  const here = setUpAt(plan, cursor);
  const apart = stands.length > 1 ? ((end - start) / stands.length) * view.scale : Infinity;
  const { swing, tail } = plan.setUps;
  return (
    <G>
      {apart > 7
        ? stands.map(({ axis, from }) => {
            const { x, y } = at(axis);
            return <Circle key={from} cx={view.x(x)} cy={view.y(y)} r={2.5} fill={colours.clay} />;
          })
        : null}
      {here ? (
        <G>
          <Circle
            cx={view.x(at(here.axis).x)}
            cy={view.y(at(here.axis).y)}
            r={swing * view.scale}
            fill={colours.clay}
            fillOpacity={0.08}
            stroke={colours.clay}
            strokeWidth={1.5}
            strokeDasharray="6 4"
          />
          <Circle cx={view.x(at(here.axis).x)} cy={view.y(at(here.axis).y)} r={tail * view.scale} fill={colours.clay} fillOpacity={0.35} />
          {swing * view.scale > 45 ? (
            <Label
              x={view.x(at(here.axis).x)}
              y={view.y(at(here.axis).y) - swing * view.scale + 14}
              size={11}
              colour={colours.clay}
              text="keep out"
            />
          ) : null}
        </G>
      ) : null}
    </G>
  );
}

function Stations({ run, view, units }: { run: Run; view: View; units: UnitSystem }) {
  const { start, end, length } = extent(run);
  return (
    <G>
      {ticks(start, end, Math.max(2, (length * view.scale) / 70)).map((station) => {
        const { x, y, heading } = placeAt(run, station);
        const [nx, ny] = [-Math.sin(heading), Math.cos(heading)];
        const at = (pixels: number) => ({ x: view.x(x) + nx * pixels, y: view.y(y) - ny * pixels });
        return (
          <G key={station}>
            <Line x1={at(-5).x} y1={at(-5).y} x2={at(5).x} y2={at(5).y} stroke={colours.ink} strokeWidth={1.5} />
            <Label
              x={at(-18).x}
              y={at(-18).y + 4}
              size={11}
              colour={colours.faded}
              text={formatStation(station, units).replace(/\.0 m$/, '')}
            />
          </G>
        );
      })}
    </G>
  );
}

function Existing({ run, plan, view }: { run: Run; plan: Plan; view: View }) {
  return (
    <G>
      {plan.existing.map((line, index) => {
        const mark = utilityMarks[line.kind];
        const points = lineOnPlan(run, line);
        const end = points.at(-1) as PlanPoint;
        return (
          <G key={index}>
            <Path d={path(points, view)} fill="none" stroke={colours.ink} strokeWidth={5} />
            <Path d={path(points, view)} fill="none" stroke={mark.colour[plan.ruleSet]} strokeWidth={3} strokeDasharray={mark.dash} />
            <Label x={view.x(end.x)} y={view.y(end.y) - 4} size={13} text={`${mark.letter} ${line.name}`} />
          </G>
        );
      })}
    </G>
  );
}

function Structures({ run, view, width }: { run: Run; view: View; width: number }) {
  return (
    <G>
      {run.structures.map(({ name, kind, station, diameter }) => {
        const { x, y } = placeAt(run, station);
        return (
          <G key={name}>
            <Circle
              cx={view.x(x)}
              cy={view.y(y)}
              r={Math.max(7, (diameter / 2) * view.scale)}
              fill={colours.paper}
              stroke={colours.ink}
              strokeWidth={2}
            />
            <Label x={view.x(x)} y={view.y(y) + 4} size={10} text={structureTypes[kind].letter} />
            <Label
              x={view.x(x) + (view.x(x) > width - 90 ? -10 : 10)}
              y={view.y(y) + 20}
              size={12}
              anchor={view.x(x) > width - 90 ? 'end' : 'start'}
              text={name}
            />
          </G>
        );
      })}
    </G>
  );
}

const North = ({ width }: { width: number }) => (
  <G>
    <Polygon points={`${width - 22},8 ${width - 15},26 ${width - 22},21 ${width - 29},26`} fill={colours.ink} />
    <Label x={width - 22} y={40} size={12} text="N" />
  </G>
);
