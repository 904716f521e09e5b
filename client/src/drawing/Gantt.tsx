import type { WorkPiece } from '@tamper/core/estimate';
import { type Bar, type WorkStage, workStages } from '@tamper/core/programme';
import { lengthOf, shared, type Range } from '@tamper/core/geometry';
import { memo } from 'react';
import Svg, { G, Line, Rect } from './svg';
import { colours, ground } from '../theme/tokens';
import { View as Box } from '../ui/View';
import { Label } from './Dimension';

export const STAGE_NAMES: Record<WorkStage, string> = {
  hand: 'Clear by hand',
  dig: 'Dig',
  protect: 'Protect',
  bed: 'Bed',
  lay: 'Lay',
  fill: 'Fill',
};
const STAGE_FILL: Record<WorkStage, string> = {
  hand: colours.paint,
  dig: colours.clay,
  protect: ground.panel,
  bed: '#a8862a',
  lay: ground.pipe,
  fill: '#8d6f4d',
};
/** How much of a piece was done, of one. */
function shareDone(piece: Range | undefined, done: readonly Range[]): number {
  if (!piece || piece.to <= piece.from) return 0;
  return lengthOf(shared([piece], done)) / (piece.to - piece.from);
}

const LEFT = 96;
const ROW = 26;

export const ganttHeight = ROW * workStages.length + 46;

/** The days as expected: one row an activity, one bar a piece of the run, days marked. */
export const Gantt = memo(function Gantt({
  bars,
  pieces,
  shift,
  hours,
  width,
  done,
}: {
  bars: readonly Bar[];
  pieces: readonly WorkPiece[];
  shift: number;
  hours: number;
  width: number;
  /** What was done by the book, kind by kind: drawn under the bars it belongs to. */
  done: Partial<Record<WorkStage, readonly Range[]>>;
}) {
  const days = Math.max(1, Math.ceil(hours / shift - 1e-9));
  const x = (hour: number) => LEFT + (hour / (days * shift)) * (width - LEFT - 8);
  const height = ganttHeight;
  return (
    <Box style={{ width, height }} role="img" aria-label={`Work by day: ${days} ${days === 1 ? 'day' : 'days'}, ${pieces.length} pieces`}>
      <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden>
        {Array.from({ length: days + 1 }, (_, day) => (
          <G key={day}>
            <Line x1={x(day * shift)} x2={x(day * shift)} y1={22} y2={height - 18} stroke={colours.line} strokeWidth={1} />
            {day < days && (days <= 12 || day % Math.ceil(days / 12) === 0) ? (
              <Label x={(x(day * shift) + x((day + 1) * shift)) / 2} y={15} size={12} colour={colours.faded} text={String(day + 1)} />
            ) : null}
          </G>
        ))}
        {workStages.map((stage, row) => (
          <G key={stage}>
            <Label x={4} y={22 + row * ROW + 17} size={13} anchor="start" text={STAGE_NAMES[stage]} />
            {bars
              .filter((bar) => bar.stage === stage)
              .map((bar) => {
                const share = shareDone(pieces[bar.piece], done[stage] ?? []);
                return (
                  <G key={bar.piece}>
                    <Rect
                      x={x(bar.from)}
                      y={24 + row * ROW}
                      width={Math.max(1.5, x(bar.to) - x(bar.from) - 0.8)}
                      height={ROW - 6}
                      rx={2}
                      fill={STAGE_FILL[stage]}
                    />
                    {share > 0 ? (
                      <Rect
                        x={x(bar.from)}
                        y={24 + row * ROW + ROW - 5}
                        width={(x(bar.to) - x(bar.from)) * share}
                        height={4}
                        fill={colours.ink}
                      />
                    ) : null}
                  </G>
                );
              })}
          </G>
        ))}
        <Label x={width - 10} y={height - 3} size={12} anchor="end" colour={colours.faded} text="days of work; black below: done" />
      </Svg>
    </Box>
  );
});
