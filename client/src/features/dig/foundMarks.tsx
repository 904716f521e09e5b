import type { PlannedRevision } from '@tamper/core';
import type { Kept } from '@tamper/core/book';
import { apartOf, digLevels, elsewhereBy, nearestCheck, offWords, shapingOf, type AsDug } from '@tamper/core/dig';
import { inForce } from '@tamper/core/gates';
import type { UnitSystem } from '@tamper/core/units';
import { deviceClock } from '../../data/deviceClock';
import { Label } from '../../drawing/Dimension';
import { pathThrough, type View } from '../../drawing/fit';
import type { Marks } from '../../drawing/marks';
import { Circle, G, Line, Path } from '../../drawing/svg';
import { colours } from '../../theme/tokens';

/** The bottom of the trench as it was found and counts, piece of trench by piece: held against the issued plan people dug to. */
export function foundLevels(revisions: readonly PlannedRevision[] | undefined, book: readonly Kept[] | undefined): readonly AsDug[][] {
  const force = revisions && inForce(revisions);
  if (!force || !book) return [];
  const { job, run, plan, rules } = force;
  const inputs = { job, run, places: plan.places, rules, book, now: deviceClock().now(), elsewhere: elsewhereBy(revisions, run) };
  const { checks, open } = digLevels(inputs);
  return apartOf(shapingOf(checks, 'bottom'), open);
}

/** Fewer pixels apart than this two letters run together. */
const APART = 16;

/** What was found, as a line along each piece of trench and as spots: a ring where it is good, a letter where it is not. */
export function marksAlong(parts: readonly AsDug[][]): { strip: Marks; long: Marks } {
  const spots = (view: View, radius: number, letters: boolean) => {
    let last = -Infinity;
    return parts.flat().map(({ id, station, level, off, good }) => {
      const [x, y] = [view.x(station), view.y(level)];
      const room = letters && !good && x - last > APART;
      if (room) last = x;
      return (
        <G key={id}>
          <Circle
            cx={x}
            cy={y}
            r={good ? radius : radius + 2}
            fill={good ? colours.paper : colours.stop}
            stroke={good ? colours.good : colours.stop}
            strokeWidth={2}
          />
          {room ? <Label x={x} y={y + 20} size={12} text={off < 0 ? 'D' : 'H'} colour={colours.stop} /> : null}
        </G>
      );
    });
  };
  return {
    strip: (view) => <G>{spots(view, 2, false)}</G>,
    long: (view) => (
      <G>
        <Path
          d={parts.map((part) => pathThrough(part.map(({ station, level }) => ({ x: view.x(station), y: view.y(level) })))).join('')}
          fill="none"
          stroke={colours.ink}
          strokeWidth={1.5}
        />
        {spots(view, 4, true)}
      </G>
    ),
  };
}

/** The bottom as it was found nearest the cursor, across the section. */
export function markAt(parts: readonly AsDug[][], cursor: number, units: UnitSystem): Marks | undefined {
  const check = nearestCheck(parts.flat(), cursor);
  if (!check) return undefined;
  const { level, off, good, widthBottom, design } = check;
  const half = (widthBottom ?? design.width) / 2;
  const colour = good ? colours.good : colours.stop;
  const Found = (view: View) => (
    <G>
      <Line
        x1={view.x(-half)}
        x2={view.x(half)}
        y1={view.y(level)}
        y2={view.y(level)}
        stroke={colour}
        strokeWidth={3}
        strokeDasharray="7 4"
      />
      <Label x={view.x(0)} y={view.y(level) + 17} size={12} colour={colour} text={`found ${offWords(off, units)}`} />
    </G>
  );
  return Found;
}
