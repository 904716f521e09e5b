import { utilityMarks } from '@tamper/core/catalogue';
import type { ExistingLine, Reach } from '@tamper/core/job';
import type { Section, SectionLine } from '@tamper/core/plan';
import type { RuleSetId } from '@tamper/core/rules';
import { TAPE_HALF, type TooClose } from '@tamper/core/trench';
import { formatLength, type UnitSystem } from '@tamper/core/units';
import { memo, useState, type ReactNode } from 'react';
import Svg, { Circle, ClipPath, Defs, G, Line, Path, Pattern, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Dimension, Label } from './Dimension';
import { clamp, outline, type View } from './fit';
import { lipsOf, sectionView } from './sectionView';
import { Supports } from './Supports';
import { Corridor, WallLabel, wallLabelAt } from './SectionLabels';
import { CloseLines, LineHandles, SectionLines } from './SectionLines';
import type { Marks } from './marks';
import { PrintButton, SHEET } from './PrintButton';
import { ScaleBar } from './ScaleBar';
import { Targets, type Part } from './SectionTargets';
import { useMeasure } from './useMeasure';

export type { Part } from './SectionTargets';

interface Props {
  section: Section;
  reach: Reach;
  units: UnitSystem;
  width: number;
  height: number;
  selected: Part | undefined;
  onPart: (part: Part) => void;
  /** Show the heap and the corridor too, or just the trench, larger. */
  whole: boolean;
  name: string;
  /** Lines that lie in the ground already at this station, and whether only hands may dig here. */
  existing?: { lines: readonly ExistingLine[]; handOnly: boolean };
  /** Whose marking colours. */
  ruleSet: RuleSetId;
  /** Lines that lie too near each other here. */
  close?: readonly TooClose[];
  /** Lines can be dragged while they are chosen. */
  onMoveLine?: (id: string, centre: { x: number; y: number }) => void;
  marks?: Marks | undefined;
}

const ACROSS = { across: 'across', up: 'up or down' };

/** The cross-section at the cursor, to scale, looking up the run. */
export const SectionDrawing = memo(function SectionDrawing({
  section,
  reach,
  units,
  width,
  height,
  selected,
  onPart,
  whole,
  name,
  existing,
  ruleSet,
  close = [],
  onMoveLine,
  marks,
}: Props) {
  const [held, setHeld] = useState<string>();
  const view = sectionView(section, { width, height, whole });
  const { x, y } = view;
  const measuring = useMeasure({ view, width, height, units, axes: ACROSS });
  const length = (metres: number) => formatLength(metres, units);
  const halfDig = section.digWidth / 2;
  const { left: lipLeft, right: lipRight } = lipsOf(section);
  const groundY = y(section.ground);
  const on = (part: Part) => selected === part;
  const edge = (part: Part) => ({ stroke: on(part) ? colours.paint : ground.soilLine, strokeWidth: on(part) ? 4 : 1.5 });
  const depthX = Math.max(16, x(Math.min(lipLeft, -halfDig)) - 26);
  return (
    <Box style={{ width, height }} role="group" aria-label={`Cross-section of ${name}, to scale`} {...SHEET}>
      <Svg width={width} height={height} aria-hidden>
        <Defs>
          <Pattern id="soil" patternUnits="userSpaceOnUse" width="14" height="14">
            <Rect width="14" height="14" fill={ground.soil} />
            <Path d="M3 4l3 0M9 10l3 0M11 3l1 1M4 11l1 1" stroke={ground.soilLine} strokeOpacity={0.45} strokeWidth={1} />
          </Pattern>
          <Pattern id="hand" patternUnits="userSpaceOnUse" width="9" height="9" patternTransform="rotate(45)">
            <Rect width="2" height="9" fill={colours.paint} fillOpacity={0.55} />
          </Pattern>
          <ClipPath id="frame">
            <Rect width={width} height={height} />
          </ClipPath>
        </Defs>
        <G clipPath="url(#frame)">
          <Rect x={0} y={groundY} width={width} height={Math.max(0, height - groundY)} fill="url(#soil)" />
          <Path d={outline(section.trench, view)} fill={ground.void} />
          {section.fills.map((fill, index) => (
            <Path key={index} d={outline(fill, view)} fill={ground.fill} fillOpacity={0.35} />
          ))}
          <Path d={outline(section.surface, view)} fill={ground.heap} />
          {section.surrounds.map((surround, index) => (
            <Path
              key={index}
              d={outline(surround, view)}
              fill={ground.surround}
              stroke={on('bed') ? colours.paint : 'none'}
              strokeWidth={3}
            />
          ))}
          <Path d={outline(section.bedding, view)} fill={ground.bedding} stroke={on('bed') ? colours.paint : 'none'} strokeWidth={3} />
          {section.heaps.map((heap) => (
            <Path key={heap.side} d={outline(heap.outline, view)} fill={ground.heap} {...edge('spoil')} />
          ))}
          {section.tapes.map(({ id, at }) => (
            <Line
              key={id}
              x1={x(at.x - TAPE_HALF)}
              x2={x(at.x + TAPE_HALF)}
              y1={y(at.y)}
              y2={y(at.y)}
              stroke={colours.stop}
              strokeWidth={3}
              strokeDasharray="6 3"
            />
          ))}
          <Supports section={section} view={view} selected={on('protection')} />
          {section.bore === undefined ? (
            <>
              <Path d={sideOf(section.trench, 'left', view)} fill="none" {...edge('left')} />
              <Path d={sideOf(section.trench, 'right', view)} fill="none" {...edge('right')} />
              <Line x1={x(-halfDig)} x2={x(halfDig)} y1={y(section.bottom)} y2={y(section.bottom)} {...edge('width')} />
            </>
          ) : (
            <Bored section={section} radius={section.bore} view={view} groundY={groundY} label={length(2 * section.bore)} />
          )}
          {Math.abs(section.finished - section.ground) > 0.001 ? (
            <Finished
              at={y(section.finished)}
              width={width}
              label={length(Math.abs(section.finished - section.ground))}
              up={section.finished > section.ground}
            />
          ) : null}
          <Line x1={0} x2={x(lipLeft)} y1={groundY} y2={groundY} stroke={ground.soilLine} strokeWidth={2} />
          <Line x1={x(lipRight)} x2={width} y1={groundY} y2={groundY} stroke={ground.soilLine} strokeWidth={2} />
          {existing?.handOnly ? <Path d={outline(section.trench, view)} fill="url(#hand)" /> : null}
          {existing?.lines.map((line) => (
            <Existing key={line.name} line={line} ruleSet={ruleSet} section={section} view={view} width={width} />
          ))}
          <SectionLines section={section} view={view} ruleSet={ruleSet} selected={on('laid')} />
          <CloseLines section={section} close={close} view={view} units={units} />
          {marks?.(view)}
          {section.heaps.map((heap) => (
            <Corridor
              key={heap.side}
              heap={heap}
              view={view}
              ground={groundY}
              label={height < SLIVER ? undefined : `room ${length(heap.corridor)}`}
              width={width}
            />
          ))}
          <Dimension
            from={{ x: depthX, y: groundY }}
            to={{ x: depthX, y: y(section.bottom) }}
            label={length(section.depth)}
            place={depthX > 70 ? 'left' : 'right'}
            selected={on('levels')}
          />
          {section.bore === undefined ? (
            <Dimension
              from={{ x: x(-halfDig), y: y(section.bottom) + 14 }}
              to={{ x: x(halfDig), y: y(section.bottom) + 14 }}
              label={length(section.digWidth)}
              place="below"
              selected={on('width')}
            />
          ) : null}
          {section.bore === undefined && lipRight - lipLeft > section.digWidth + 1e-6 ? (
            <Dimension
              from={{ x: x(lipLeft), y: groundY - 14 }}
              to={{ x: x(lipRight), y: groundY - 14 }}
              label={`top ${length(section.topWidth)}`}
              place="above"
            />
          ) : null}
          <Label
            {...coverAt(section, view)}
            text={section.cover < 0 ? `stands out ${length(-section.cover)}` : `cover ${length(section.cover)}`}
            size={13}
          />
          {section.bore === undefined ? (
            <>
              {(['left', 'right'] as const).map((side) => (
                <WallLabel
                  key={side}
                  wall={reach[side]}
                  {...wallLabelAt(reach[side], side, section, view, side === 'left' ? lipLeft : lipRight)}
                  colour={on(side) ? colours.paint : colours.ink}
                />
              ))}
            </>
          ) : null}
          {section.heaps.map((heap) => {
            const middle = ((heap.inner + heap.outer) / 2) * (heap.side === 'left' ? -1 : 1);
            return (
              <Label
                key={heap.side}
                x={clamp(x(middle), 48, width - 48)}
                y={y(section.ground + heap.height) - 8}
                text={`spoil ${length(heap.base)} × ${length(heap.height)}`}
                size={13}
              />
            );
          })}
        </G>
        <ScaleBar x={8} y={12} scale={view.scale} units={units} />
      </Svg>
      <Targets section={section} width={width} height={height} whole={whole} onPart={onPart} />
      {measuring.layer}
      <Tools title={`Cross-section of ${name}`}>{measuring.button}</Tools>
      {onMoveLine && on('laid') ? <LineHandles section={section} view={view} held={held} onHold={setHeld} onMove={onMoveLine} /> : null}
    </Box>
  );
});

/** Below this height, pixels, only what is being changed has room to be named. */
const SLIVER = 190;
/** Half of what the cover's label takes, pixels. */
const COVER_HALF = 48;

/** Shares of the cover, from the ground down, at which it may be written. */
const HALF_WAY = [0.5, 0.25] as const;

/** Where the cover is written: over the line where the trench is wide enough there, higher up over a tape or a bench, else right of the trench. */
function coverAt(section: Section, view: View) {
  const top = view.y(section.ground);
  const places = HALF_WAY.slice(section.tapes.length > 0 ? 1 : 0).map((share) => {
    const y = top + (view.y(section.crown) - top) * share;
    return { y: y + 4, wall: view.x(rightWallAt(section, section.ground - (y - top) / view.scale)) };
  });
  const free =
    section.lines.length > 1 ? undefined : places.find(({ wall }) => section.bore !== undefined || wall - view.x(0) >= COVER_HALF);
  const [first] = places;
  return free ? { x: view.x(0), y: free.y } : { x: (first?.wall ?? 0) + 8, y: first?.y ?? top, anchor: 'start' as const };
}

/** How far right of the centre line the trench reaches at a level, metres; half its floor where nothing is dug. */
function rightWallAt({ trench, digWidth }: Section, level: number): number {
  const right = trench.filter(({ x }) => x > 0);
  const crossing = right.findIndex((point, i) => i > 0 && (point.y - level) * ((right[i - 1]?.y ?? 0) - level) <= 0);
  const [a, b] = [right[crossing - 1], right[crossing]];
  if (!a || !b) return digWidth / 2;
  return a.y === b.y ? Math.max(a.x, b.x) : a.x + ((b.x - a.x) * (level - a.y)) / (b.y - a.y);
}

/** What is done with the drawing as a whole. */
const Tools = memo(function Tools({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box style={{ position: 'absolute', left: 4, bottom: 4, flexDirection: 'row', gap: 4 }}>
      {children}
      <PrintButton title={title} />
    </Box>
  );
});

/** Nothing is dug: the hole round the line, and the ground closed over it. */
function Bored({
  section,
  radius,
  view,
  groundY,
  label,
}: {
  section: Section;
  radius: number;
  view: View;
  groundY: number;
  label: string;
}) {
  const lead = section.lines[0] as SectionLine;
  const [cx, cy] = [view.x(lead.centre.x), view.y(lead.centre.y)];
  const r = Math.max(6, radius * view.scale);
  return (
    <G>
      <Line
        x1={view.x(-section.digWidth)}
        x2={view.x(section.digWidth)}
        y1={groundY}
        y2={groundY}
        stroke={ground.soilLine}
        strokeWidth={2}
      />
      <Circle cx={cx} cy={cy} r={r} fill={ground.void} stroke={ground.soilLine} strokeWidth={2} strokeDasharray="5 3" />
      <Label x={cx} y={cy + r + 18} text={`bored ${label}`} />
    </G>
  );
}

/** The ground as it will be left. */
function Finished({ at, width, label, up }: { at: number; width: number; label: string; up: boolean }) {
  return (
    <G>
      <Line x1={0} x2={width} y1={at} y2={at} stroke={colours.good} strokeWidth={2} strokeDasharray="8 4" />
      <Label x={width - 8} y={at - 5} anchor="end" size={12} colour={colours.good} text={`${up ? 'raised' : 'cut'} ${label} later`} />
    </G>
  );
}

/** The line of one wall of a trench. */
function sideOf(points: Section['trench'], side: 'left' | 'right', view: View): string {
  const middle = points.findIndex((point) => point.x > 0);
  const half = side === 'left' ? points.slice(0, middle) : points.slice(middle);
  return `M${half.map((point) => `${view.x(point.x)} ${view.y(point.y)}`).join('L')}`;
}

/** A buried line where it crosses: a band over its expected cover, in its marking colour with letter and dashes. */
function Existing({
  line,
  ruleSet,
  section,
  view,
  width,
}: {
  line: ExistingLine;
  ruleSet: RuleSetId;
  section: Section;
  view: View;
  width: number;
}) {
  const mark = utilityMarks[line.kind];
  const colour = mark.colour[ruleSet];
  const parallel = line.where.kind === 'parallel';
  const centre = line.where.kind === 'parallel' ? view.x(line.where.offset) : width / 2;
  const half = parallel ? Math.max(8, (line.size / 2) * view.scale) : width / 2;
  const [top, bottom] = [view.y(section.ground - line.coverMin), view.y(section.ground - line.coverMax - line.size)];
  return (
    <G>
      <Rect
        x={centre - half}
        y={top}
        width={2 * half}
        height={Math.max(4, bottom - top)}
        fill={colour}
        fillOpacity={0.22}
        stroke={colours.ink}
        strokeWidth={1}
        strokeDasharray={mark.dash}
      />
      <Line
        x1={centre - half}
        x2={centre + half}
        y1={(top + bottom) / 2}
        y2={(top + bottom) / 2}
        stroke={colour}
        strokeWidth={3}
        strokeDasharray={mark.dash}
      />
      <Label
        x={parallel ? centre : 10}
        y={(top + bottom) / 2 + 5}
        anchor={parallel ? 'middle' : 'start'}
        size={13}
        text={`${mark.letter} ${line.name}`}
      />
    </G>
  );
}
