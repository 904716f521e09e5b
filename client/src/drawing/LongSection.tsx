import { extent, levelsOn } from '@tamper/core/alignment';
import { utilityMarks, type Product } from '@tamper/core/catalogue';
import { passOf, stationOfLine } from '@tamper/core/existing';
import { largest, smallest, valueAt } from '@tamper/core/geometry';
import type { Run } from '@tamper/core/job';
import type { Plan } from '@tamper/core/plan';
import { formatGradient, formatLength, formatStation, type UnitSystem } from '@tamper/core/units';
import { memo, useMemo } from 'react';
import Svg, { ClipPath, Defs, Ellipse, G, Line, Path, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Label } from './Dimension';
import { fitStretched, pathThrough, type View } from './fit';
import type { Marks } from './marks';
import { PrintButton, SHEET } from './PrintButton';
import { ticks } from './ticks';
import { useMeasure } from './useMeasure';
import { unshifted, useZoom, zoomed, type Shift } from './useZoom';
import { ZoomButtons } from './ZoomButtons';

interface Props {
  run: Run;
  /** What leads. */
  product: Product;
  plan: Plan;
  units: UnitSystem;
  width: number;
  height: number;
  cursor: number;
  onCursor: (station: number) => void;
  /** Clear distance to existing lines, metres: the bubble round each. */
  clearance: number;
  marks?: Marks | undefined;
}

/** Below, the stations, and under them the buttons to zoom. */
const PAD = { left: 50, right: 22, top: 32, bottom: 80 };
/** Half of what a name takes, pixels: nearer the sides than this it runs inwards, however long it is. */
const NAME_ROOM = 40;
const besideEdge = (x: number, width: number): { x: number; anchor: 'start' | 'middle' | 'end' } =>
  x < PAD.left + NAME_ROOM
    ? { x: Math.max(x, PAD.left) + 4, anchor: 'start' }
    : x > width - NAME_ROOM
      ? { x: Math.min(x, width - 4), anchor: 'end' }
      : { x, anchor: 'middle' };
const MOST_POINTS = 900;

/** The long section to read from: ground, line, cover, crossings with their clearance, gradients. Heights are exaggerated. */
export const LongSection = memo(function LongSection({
  run,
  product,
  plan,
  units,
  width,
  height,
  cursor,
  onCursor,
  clearance,
  marks,
}: Props) {
  const { frame, shift, by, reset } = useZoom(40);
  const base = useMemo(() => baseView(plan, width, height), [plan, width, height]);
  const view = useMemo(() => zoomed(base, shift), [base, shift]);
  const { start, end, length } = extent(run);
  const touch = (event: { nativeEvent: { offsetX?: number } }) => {
    const at = unshifted(shift, { x: event.nativeEvent.offsetX ?? 0, y: 0 }).x;
    onCursor(Math.min(end, Math.max(start, start + ((at - PAD.left) / (width - PAD.left - PAD.right)) * length)));
  };
  const at = view.x(cursor);
  const measuring = useMeasure({ view, width, height, units, axes: { across: 'along', up: 'up or down' }, across: 'span', slopes: true });
  return (
    <Box style={{ width, height, backgroundColor: colours.paper, overflow: 'hidden' }} {...SHEET}>
      <Box
        ref={frame}
        role="group"
        aria-label={`Long section of ${run.name}`}
        style={{ width, height, touchAction: 'none', cursor: 'crosshair' } as object}
        {...({ onClick: touch } as object)}
      >
        <Svg width={width} height={height} aria-hidden pointerEvents="none">
          <Defs>
            <ClipPath id="long">
              <Rect x={PAD.left - 8} y={0} width={width - PAD.left + 8} height={height} />
            </ClipPath>
          </Defs>
          <G clipPath="url(#long)">
            <Earth run={run} product={product} plan={plan} view={view} height={height} />
            <Windows plan={plan} view={view} height={height} />
            <Structures run={run} product={product} view={view} width={width} />
            <Crossings run={run} product={product} plan={plan} view={view} units={units} clearance={clearance} width={width} />
            <Stations run={run} view={view} height={height} width={width} units={units} />
            <Gradients plan={plan} view={view} units={units} over={marks !== undefined} />
            <CulvertWater plan={plan} view={view} units={units} />
          </G>
          <Levels view={view} base={base} shift={shift} height={height} units={units} />
          <G clipPath="url(#long)">
            <Line x1={at} x2={at} y1={6} y2={height - PAD.bottom} stroke={colours.paint} strokeWidth={2} />
            {marks?.(view)}
          </G>
          <Label x={8} y={height - 24} anchor="start" size={12} colour={colours.faded} text={`heights × ${exaggeration(view)}`} />
        </Svg>
      </Box>
      {measuring.layer}
      <ZoomButtons onBy={by} onReset={reset}>
        {measuring.button}
        <PrintButton title={`Long section of ${run.name}`} />
      </ZoomButtons>
    </Box>
  );
});

/** Everything down to the trench bottom and the lines below it, with a little earth under that. */
function baseView(plan: Plan, width: number, height: number): View {
  const { station, ground: levels, finished, bottom } = plan.profile;
  const deepest = Math.min(smallest(bottom), ...plan.existing.map((line) => smallest(levels) - line.coverMax - line.size));
  const highest = Math.max(largest(levels), largest(finished));
  const rise = Math.max(0.5, highest - deepest);
  const stretch = { left: station[0] as number, right: station.at(-1) as number, bottom: deepest - rise * 0.12, top: highest + rise * 0.1 };
  return fitStretched(stretch, { width, height, pad: PAD });
}

/** Pixels a metre of height. */
const rise = (view: View): number => view.y(0) - view.y(1);
/** How many times steeper than it is everything is drawn. */
const exaggeration = (view: View): string => String(Number((rise(view) / view.scale).toPrecision(2)));

function Earth({ run, product, plan, view, height }: { run: Run; product: Product; plan: Plan; view: View; height: number }) {
  const { station, reach, ground: levels, finished, bottom, invert, crown } = plan.profile;
  const every = Math.max(1, Math.ceil(station.length / MOST_POINTS));
  const kept = station
    .map((_, i) => i)
    .filter((i) => i % every === 0 || i === station.length - 1 || reach[i] !== reach[i + 1] || reach[i] !== reach[i - 1]);
  const along = (column: readonly number[], nodes = kept) =>
    nodes.map((i) => ({ x: view.x(station[i] as number), y: view.y(column[i] as number) }));
  const lip = along(levels);
  const [first, last] = [view.x(station[0] as number), view.x(station.at(-1) as number)];
  const underside = crown.map((level) => level - product.od);
  const changed = finished.some((level, i) => level !== levels[i]);
  return (
    <G>
      <Path d={`${pathThrough(lip)}L${last} ${height - PAD.bottom}L${first} ${height - PAD.bottom}Z`} fill={ground.soil} />
      {run.reaches.map((item, index) => {
        const nodes = kept.filter((i) => reach[i] === index);
        if (item.method.kind !== 'open') return null;
        return (
          <Path
            key={index}
            d={pathThrough([...along(levels, nodes), ...along(bottom, nodes).reverse()], true)}
            fill={ground.void}
            stroke={ground.soilLine}
            strokeWidth={1}
          />
        );
      })}
      {plan.pits.map((pit) => {
        const { ground: top } = levelsOn(run, product, pit.station);
        const [x, y] = [view.x(pit.from), view.y(top)];
        if (pit.kind === 'end') return null;
        return (
          <Rect
            key={pit.id}
            x={x}
            y={y}
            width={Math.max(2, view.x(pit.to) - x)}
            height={view.y(top - pit.depth) - y}
            fill={ground.void}
            stroke={ground.soilLine}
            strokeDasharray="4 2"
          />
        );
      })}
      <Path
        d={pathThrough([...along(crown), ...along(underside).reverse()], true)}
        fill={ground.pipe}
        stroke={ground.pipe}
        strokeWidth={1.5}
      />
      <Path d={pathThrough(along(invert))} fill="none" stroke={colours.paper} strokeWidth={0.75} />
      {changed ? <Path d={pathThrough(along(finished))} fill="none" stroke={colours.good} strokeWidth={2} strokeDasharray="8 4" /> : null}
      <Path d={pathThrough(lip)} fill="none" stroke={ground.soilLine} strokeWidth={2.5} />
    </G>
  );
}

/** How far beyond a culvert's ends its water is drawn, pixels. */
const POOL = 46;
/** How high water stands before a culvert and behind it. */
function CulvertWater({ plan, view, units }: { plan: Plan; view: View; units: UnitSystem }) {
  const { culvert, profile } = plan;
  if (!culvert?.water) return null;
  const { level } = culvert.water;
  const ends = [profile.station[0] as number, profile.station.at(-1) as number];
  const [start, end] = culvert.inlet === 'start' ? [level.inlet, level.outlet] : [level.outlet, level.inlet];
  const blue = utilityMarks.water.colour[plan.ruleSet];
  return (
    <G>
      {[start, end].map((water, i) => {
        const [x, y] = [view.x(ends[i] as number), view.y(water)];
        const far = i === 0 ? x + POOL : x - POOL;
        return (
          <G key={i}>
            <Line x1={x} x2={far} y1={y} y2={y} stroke={blue} strokeWidth={3} />
            <Label
              x={i === 0 ? x + 2 : x - 2}
              y={y - 6}
              anchor={i === 0 ? 'start' : 'end'}
              size={12}
              colour={blue}
              text={`water ${formatLength(water, units, 'level')}`}
            />
          </G>
        );
      })}
    </G>
  );
}

function Windows({ plan, view, height }: { plan: Plan; view: View; height: number }) {
  return (
    <G>
      {plan.handWindows.map(({ from, to }) => (
        <Rect
          key={from}
          x={view.x(from)}
          width={Math.max(2, view.x(to) - view.x(from))}
          y={PAD.top}
          height={height - PAD.top - PAD.bottom}
          fill={colours.paint}
          fillOpacity={0.16}
          stroke={colours.paint}
          strokeDasharray="5 3"
        />
      ))}
      {plan.ranges.protection.map(({ from, to }) => (
        <Rect
          key={from}
          x={view.x(from)}
          width={Math.max(2, view.x(to) - view.x(from))}
          y={height - PAD.bottom}
          height={6}
          fill={ground.danger}
        />
      ))}
    </G>
  );
}

/** Existing lines over their expected covers, in a bubble of the clearance, with how the new line passes them. */
function Crossings({
  run,
  product,
  plan,
  view,
  units,
  clearance,
  width,
}: {
  run: Run;
  product: Product;
  plan: Plan;
  view: View;
  units: UnitSystem;
  clearance: number;
  width: number;
}) {
  return (
    <G>
      {plan.existing.map((line) => {
        const mark = utilityMarks[line.kind];
        const at = stationOfLine(line);
        const { ground: level, crown } = levelsOn(run, product, at);
        const { side, gap } = passOf(line, { ground: level, crown, underside: crown - product.od });
        const [top, bottom] = [level - line.coverMin, level - line.coverMax - line.size];
        const clash = plan.findings.some(({ code, subject }) => code === 'clearance.clash' && subject?.id === line.id);
        const [x, y] = [view.x(at), view.y((top + bottom) / 2)];
        const right = x > width - 130;
        return (
          <G key={line.id}>
            <Ellipse
              cx={x}
              cy={y}
              rx={Math.max(9, (line.size / 2 + clearance) * view.scale)}
              ry={((top - bottom) / 2 + clearance) * rise(view)}
              fill={clash ? colours.stop : colours.good}
              fillOpacity={0.14}
              stroke={clash ? colours.stop : colours.good}
              strokeWidth={1.5}
              strokeDasharray="4 3"
            />
            <Line x1={x} x2={x} y1={view.y(top)} y2={view.y(bottom)} stroke={colours.ink} strokeWidth={8} />
            <Line
              x1={x}
              x2={x}
              y1={view.y(top)}
              y2={view.y(bottom)}
              stroke={mark.colour[plan.ruleSet]}
              strokeWidth={5}
              strokeDasharray={mark.dash}
            />
            <Label x={x} y={22} size={14} text={mark.letter} />
            <Label
              x={right ? x - 14 : x + 14}
              y={y + 4}
              size={12}
              anchor={right ? 'end' : 'start'}
              text={gap < 0 ? 'meets' : `${side} it by ${formatLength(gap, units)}`}
              colour={clash ? colours.stop : colours.ink}
            />
          </G>
        );
      })}
    </G>
  );
}

function Structures({ run, product, view, width }: { run: Run; product: Product; view: View; width: number }) {
  return (
    <G>
      {run.structures.map(({ name, station, diameter }) => {
        const { ground: level, bottom } = levelsOn(run, product, station);
        const half = Math.max(4, (diameter / 2) * view.scale);
        const x = view.x(station);
        return (
          <G key={name}>
            <Rect
              x={x - half}
              width={2 * half}
              y={view.y(level)}
              height={view.y(bottom) - view.y(level)}
              fill={colours.line}
              fillOpacity={0.8}
              stroke={colours.ink}
              strokeWidth={1.5}
            />
            <Label {...besideEdge(x, width)} y={view.y(level) - 7} size={12} text={name} />
          </G>
        );
      })}
    </G>
  );
}

/** Stations along the foot. */
function Stations({ run, view, height, width, units }: { run: Run; view: View; height: number; width: number; units: UnitSystem }) {
  const { start, end, length } = extent(run);
  const y = height - PAD.bottom;
  return (
    <G>
      <Line x1={view.x(start)} x2={view.x(end)} y1={y} y2={y} stroke={colours.faded} />
      {ticks(start, end, Math.max(2, Math.min(40, (length * view.scale) / 70)))
        .filter((station) => view.x(station) >= 0 && view.x(station) <= width)
        .map((station) => (
          <G key={station}>
            <Line x1={view.x(station)} x2={view.x(station)} y1={y} y2={y + 5} stroke={colours.faded} />
            <Label
              x={view.x(station)}
              y={y + 18}
              anchor={station === start ? 'start' : 'middle'}
              size={11}
              colour={colours.faded}
              text={formatStation(station, units).replace(/\.0 m$/, '')}
            />
          </G>
        ))}
    </G>
  );
}

/** The fall of each leg, with an arrow the way the water runs, where there is room to say it. @param over over the line: what was found of the bottom is marked under it. */
function Gradients({ plan, view, units, over }: { plan: Plan; view: View; units: UnitSystem; over: boolean }) {
  const { station, crown } = plan.profile;
  return (
    <G>
      {plan.flows
        .filter(({ from, to }) => view.x(to) - view.x(from) > 66)
        .map(({ from, to, start, end, fall }) => (
          <Label
            key={from}
            x={view.x((from + to) / 2)}
            y={over ? view.y(valueAt(station, crown, (from + to) / 2)) - 10 : view.y((start + end) / 2) + 20}
            size={13}
            text={`${fall < 0 ? '← ' : ''}${formatGradient(Math.abs(fall), units).split(' (')[0]}${fall > 0 ? ' →' : ''}`}
          />
        ))}
    </G>
  );
}

/** Levels down the left side. */
function Levels({ view, base, shift, height, units }: { view: View; base: View; shift: Shift; height: number; units: UnitSystem }) {
  const perMetre = rise(base);
  const levelAt = (pixel: number) => (base.y(0) - unshifted(shift, { x: 0, y: pixel }).y) / perMetre;
  return (
    <G>
      <Rect x={0} y={0} width={PAD.left} height={height} fill={colours.paper} />
      {ticks(levelAt(height - PAD.bottom), levelAt(PAD.top), 5).map((level) => (
        <G key={level}>
          <Line x1={PAD.left - 5} x2={PAD.left} y1={view.y(level)} y2={view.y(level)} stroke={colours.faded} />
          <Label
            x={PAD.left - 7}
            y={view.y(level) + 4}
            anchor="end"
            size={11}
            colour={colours.faded}
            text={formatLength(level, units, 'level').replace(/0 m$/, '').replace(/ ft$/, '')}
          />
        </G>
      ))}
      <Line x1={PAD.left} x2={PAD.left} y1={PAD.top - 8} y2={height - PAD.bottom} stroke={colours.faded} />
    </G>
  );
}
