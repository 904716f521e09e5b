import type { Wall } from '@tamper/core/job';
import type { Section } from '@tamper/core/plan';
import { formatBatterRatio } from '@tamper/core/units';
import { memo } from 'react';
import { G, Line } from './svg';
import { sameProps } from '../ui/sameProps';
import { colours } from '../theme/tokens';
import { Label } from './Dimension';
import type { View } from './fit';

/** Beside a batter half way up; under the first tread of benches, where there is ground. */
export function wallLabelAt(wall: Wall, side: 'left' | 'right', section: Section, view: View, lip: number) {
  if (wall.kind === 'bench') {
    const toe = (side === 'left' ? -1 : 1) * (section.digWidth / 2);
    return { x: view.x((toe + lip) / 2), y: view.y(section.bottom + wall.riser) + 18, anchor: 'middle' as const };
  }
  return {
    x: view.x(lip) + (side === 'left' ? -6 : 6),
    y: (view.y(section.ground) + view.y(section.bottom)) / 2 + 22,
    anchor: side === 'left' ? ('end' as const) : ('start' as const),
  };
}

export const WallLabel = memo(function WallLabel({
  wall,
  x,
  y,
  anchor,
  colour,
}: {
  wall: Wall;
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
  colour: string;
}) {
  if (wall.kind === 'vertical') return null;
  return (
    <Label
      x={x}
      y={y}
      anchor={anchor}
      colour={colour}
      size={13}
      text={wall.kind === 'batter' ? formatBatterRatio(wall.ratio) : `${wall.count} bench${wall.count > 1 ? 'es' : ''}`}
    />
  );
}, sameProps);

/** The boundary the heap must stay within, when it is in the picture. */
export function Corridor({
  heap,
  view,
  ground: groundY,
  label,
  width,
}: {
  heap: Section['heaps'][number];
  view: View;
  ground: number;
  /** Left out where there is no room. */
  label: string | undefined;
  width: number;
}) {
  const at = view.x(heap.side === 'left' ? -heap.corridor : heap.corridor);
  if (at < 2 || at > width - 2) return null;
  const colour = heap.fits ? colours.good : colours.stop;
  return (
    <G>
      <Line x1={at} x2={at} y1={groundY - 46} y2={groundY + 16} stroke={colour} strokeWidth={2} strokeDasharray="6 4" />
      {label === undefined ? null : (
        <Label
          x={heap.side === 'left' ? at + 4 : at - 4}
          y={groundY + 30}
          anchor={heap.side === 'left' ? 'start' : 'end'}
          text={label}
          size={12}
          colour={colour}
        />
      )}
    </G>
  );
}
