import { extent, groundAt } from '@tamper/core/alignment';
import { utilityMarks } from '@tamper/core/catalogue';
import { stationOfLine } from '@tamper/core/existing';
import { largest, smallest, type Range } from '@tamper/core/geometry';
import type { ExistingLine, Run } from '@tamper/core/job';
import type { Plan } from '@tamper/core/plan';
import { piecesOf, type PlaceSupport } from '@tamper/core/protection';
import type { RuleSetId } from '@tamper/core/rules';
import { formatStation, type UnitSystem } from '@tamper/core/units';
import { memo, useMemo } from 'react';
import { View as Box, type GestureResponderEvent } from 'react-native';
import Svg, { Circle, Defs, G, Line, Path, Pattern, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import { eventStations, nextEvent } from './events';
import { fitStretched, pathThrough, type View } from './fit';
import type { Marks } from './marks';

interface Props {
  run: Run;
  plan: Plan;
  units: UnitSystem;
  width: number;
  cursor: number;
  /** Stretches where Safe to enter is open now. */
  open?: readonly Range[];
  /** Stations something was photographed at. */
  pictured?: readonly number[];
  marks?: Marks | undefined;
  onCursor: (station: number) => void;
  /** When given, a touch picks a station as well: it is called when the finger lifts. */
  onPick?: ((station: number) => void) | undefined;
}

const NOWHERE: readonly Range[] = [];
const NO_STATIONS: readonly number[] = [];
export const STRIP_HEIGHT = 92;
const PAD = { left: 14, right: 14, top: 22, bottom: 26 };
/** More points than this cannot be told apart on a phone. */
const MOST_POINTS = 400;

/** The slim long section of the run: drag the cursor, or arrow keys (Shift: to the next event). */
export const Strip = memo(function Strip({
  run,
  plan,
  units,
  width,
  cursor,
  open = NOWHERE,
  pictured = NO_STATIONS,
  marks,
  onCursor,
  onPick,
}: Props) {
  const { start, end, length } = extent(run);
  const view = useMemo(() => viewOf(plan, start, end, width), [plan, start, end, width]);
  const move = (station: number) => onCursor(Math.min(end, Math.max(start, station)));
  const touched = (event: GestureResponderEvent) =>
    Math.min(end, Math.max(start, start + ((event.nativeEvent.locationX - PAD.left) / (width - PAD.left - PAD.right)) * length));
  const drag = (event: GestureResponderEvent) => move(touched(event));
  const key = (event: { key: string; shiftKey: boolean; preventDefault: () => void }) => {
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    move(event.shiftKey ? nextEvent(eventStations(run, plan), cursor, direction) : cursor + (direction * length) / 100);
  };
  const at = view.x(cursor);
  const station = formatStation(cursor, units);
  // The ends are named where the cursor's own label leaves room.
  const labels = [
    { x: PAD.left, text: formatStation(start, units), anchor: 'start' as const },
    { x: width - PAD.right, text: formatStation(end, units), anchor: 'end' as const },
  ].filter((label) => Math.abs(label.x - at) > 90);
  const keyboard = { onKeyDown: key } as object;
  return (
    <Box
      style={
        {
          width,
          height: STRIP_HEIGHT,
          backgroundColor: colours.paper,
          cursor: 'ew-resize',
          userSelect: 'none',
          touchAction: 'none',
        } as object
      }
      role="slider"
      aria-label="Station along the run"
      aria-valuemin={start}
      aria-valuemax={end}
      aria-valuenow={Number(cursor.toFixed(2))}
      aria-valuetext={open.some(({ from, to }) => cursor >= from && cursor <= to) ? `${station}, open to enter` : station}
      tabIndex={0}
      onStartShouldSetResponder={() => true}
      onMoveShouldSetResponder={() => true}
      onResponderTerminationRequest={() => false}
      onResponderGrant={drag}
      onResponderMove={drag}
      onResponderRelease={(event) => onPick?.(touched(event))}
      {...keyboard}
    >
      <Svg width={width} height={STRIP_HEIGHT} aria-hidden pointerEvents="none">
        <Picture plan={plan} run={run} view={view} ruleSet={plan.ruleSet} />
        {open.map(({ from, to }) => (
          <Rect
            key={from}
            x={view.x(Math.max(start, from))}
            width={Math.max(2, view.x(Math.min(end, to)) - view.x(Math.max(start, from)))}
            y={STRIP_HEIGHT - PAD.bottom + 1}
            height={6}
            fill={colours.good}
          />
        ))}
        <Pictured stations={pictured} view={view} />
        {marks?.(view)}
        {labels.map(({ x, text, anchor }) => (
          <Label key={anchor} x={x} y={STRIP_HEIGHT - 5} anchor={anchor} size={12} colour={colours.faded} text={text} />
        ))}
        <Line x1={at} x2={at} y1={14} y2={STRIP_HEIGHT - 20} stroke={colours.paint} strokeWidth={2.5} />
        <Rect x={at - 6} y={4} width={12} height={14} rx={3} fill={colours.paint} />
        <Label x={Math.min(width - 34, Math.max(34, at))} y={STRIP_HEIGHT - 5} text={station} colour={colours.paint} />
      </Svg>
    </Box>
  );
});

function viewOf(plan: Plan, start: number, end: number, width: number): View {
  const top = largest(plan.profile.ground);
  const lowest = smallest(plan.profile.bottom);
  // A little ground below the trench, so that it reads as a cut.
  const bottom = lowest - (top - lowest) * 0.12;
  return fitStretched({ left: start, right: end, bottom, top }, { width, height: STRIP_HEIGHT, pad: PAD });
}

const Picture = memo(function Picture({ plan, run, view, ruleSet }: { plan: Plan; run: Run; view: View; ruleSet: RuleSetId }) {
  const { station, ground: levels, bottom, crown, reach } = plan.profile;
  const every = Math.max(1, Math.ceil(station.length / MOST_POINTS));
  const kept = station.map((_, i) => i).filter((i) => i % every === 0 || i === station.length - 1 || reach[i] !== reach[i + 1]);
  const along = (column: readonly number[], nodes = kept) =>
    nodes.map((i) => ({ x: view.x(station[i] as number), y: view.y(column[i] as number) }));
  const lip = along(levels);
  const unprotected = plan.findings.flatMap(({ code, severity, where }) =>
    code === 'protection.unprotected' && severity === 'stop' ? where : [],
  );
  const base = STRIP_HEIGHT - PAD.bottom;
  return (
    <G>
      <Defs>
        <Pattern id="danger" patternUnits="userSpaceOnUse" width="8" height="8" patternTransform="rotate(45)">
          <Rect width="3" height="8" fill={ground.danger} />
        </Pattern>
      </Defs>
      <Path d={`${pathThrough(lip)}L${view.x(station.at(-1) ?? 0)} ${base}L${view.x(station[0] ?? 0)} ${base}Z`} fill={ground.soil} />
      {run.reaches.map((item, index) => {
        const nodes = kept.filter((i) => reach[i] === index);
        if (item.method.kind !== 'open') return null;
        const trench = [...along(levels, nodes), ...along(bottom, nodes).reverse()];
        return <Path key={item.id} d={pathThrough(trench, true)} fill={ground.void} stroke={ground.soilLine} strokeWidth={1} />;
      })}
      {run.reaches.some(({ method }) => method.kind === 'bored') ? (
        <Path d={pathThrough(along(crown))} fill="none" stroke={ground.pipe} strokeWidth={2} strokeDasharray="5 4" />
      ) : null}
      {plan.handWindows.map((window) => (
        <Rect
          key={window.from}
          x={view.x(window.from)}
          width={Math.max(3, view.x(window.to) - view.x(window.from))}
          y={PAD.top - 4}
          height={base - PAD.top + 4}
          fill={colours.paint}
          fillOpacity={0.2}
          stroke={colours.paint}
          strokeWidth={1}
        />
      ))}
      {plan.existing.map((line) => (
        <Crossing key={line.id} line={line} view={view} ruleSet={ruleSet} ground={groundAt(run.stations, stationOfLine(line))} />
      ))}
      {plan.supports.map((support) => (
        <Supported key={support.place} support={support} plan={plan} view={view} />
      ))}
      <Path d={bites(plan, view, base)} stroke={colours.clay} strokeWidth={1.5} />
      {unprotected.map(({ from, to }) => (
        <Rect
          key={`${from} ${to}`}
          x={view.x(from)}
          width={Math.max(2, view.x(to) - view.x(from))}
          y={base + 1}
          height={5}
          fill="url(#danger)"
        />
      ))}
      {run.reaches.slice(1).map((item) => (
        <Line
          key={item.id}
          x1={view.x(item.from)}
          x2={view.x(item.from)}
          y1={PAD.top - 4}
          y2={base}
          stroke={colours.faded}
          strokeDasharray="3 3"
        />
      ))}
      <Path d={pathThrough(lip)} fill="none" stroke={ground.soilLine} strokeWidth={2} />
    </G>
  );
});

/** A lens on a peg wherever something was photographed; those too near each other to be told apart are one. */
const Pictured = memo(function Pictured({ stations, view }: { stations: readonly number[]; view: View }) {
  const places = [...new Set(stations.map((station) => Math.round(view.x(station) / LENS) * LENS))];
  return places.map((x) => (
    <G key={x}>
      <Circle cx={x} cy={PAD.top - 3} r={LENS / 2} fill={colours.ink} />
      <Circle cx={x} cy={PAD.top - 3} r={LENS / 5} fill={colours.paper} />
    </G>
  ));
});
/** Across a lens, pixels. */
const LENS = 9;

/** A notch at the foot wherever the machine begins a new bite; none where they would run together. */
function bites({ setUps: { list: stands }, length }: Plan, view: View, base: number): string {
  if (stands.length === 0 || (length * view.scale) / stands.length < 4) return '';
  return stands.map(({ from }) => `M${view.x(from).toFixed(1)} ${base - 7}V${base}`).join('');
}

/** Supports on the strip: boxes and bays as frames from the floor to their top, sets of shores as posts. */
function Supported({ support, plan, view }: { support: PlaceSupport; plan: Plan; view: View }) {
  const { station, bottom } = plan.profile;
  const floorAt = (at: number) =>
    bottom[
      Math.max(
        0,
        station.findIndex((known) => known >= at - 1e-9),
      )
    ] as number;
  return piecesOf(support).map(({ id, from, to }) => {
    const floor = floorAt((from + to) / 2);
    const [top, foot] = [view.y(floor + support.height), view.y(floor)];
    return to > from ? (
      <Rect
        key={id}
        x={view.x(from)}
        width={Math.max(2, view.x(to) - view.x(from))}
        y={top}
        height={foot - top}
        fill={ground.panel}
        fillOpacity={0.35}
        stroke={colours.ink}
        strokeWidth={1}
      />
    ) : (
      <Line key={id} x1={view.x(from)} x2={view.x(from)} y1={top} y2={foot} stroke={colours.ink} strokeWidth={2} />
    );
  });
}

/** An existing line on the strip: a bar over its expected cover in its marking colour, and its letter above. */
function Crossing({ line, view, ruleSet, ground: level }: { line: ExistingLine; view: View; ruleSet: RuleSetId; ground: number }) {
  const mark = utilityMarks[line.kind];
  const [x, top, bottom] = [view.x(stationOfLine(line)), view.y(level - line.coverMin), view.y(level - line.coverMax - line.size)];
  return (
    <G>
      <Line x1={x} x2={x} y1={top} y2={bottom} stroke={colours.ink} strokeWidth={6} />
      <Line x1={x} x2={x} y1={top} y2={bottom} stroke={mark.colour[ruleSet]} strokeWidth={4} strokeDasharray={mark.dash} />
      <Label x={x} y={14} size={13} text={mark.letter} />
    </G>
  );
}
