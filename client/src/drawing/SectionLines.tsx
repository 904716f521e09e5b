import { families, utilityMarks } from '@tamper/core/catalogue';
import type { Section, SectionLine } from '@tamper/core/plan';
import type { RuleSetId } from '@tamper/core/rules';
import type { TooClose } from '@tamper/core/trench';
import { formatLength, type UnitSystem } from '@tamper/core/units';
import { Circle, G, Line } from './svg';
import { colours, ground } from '../theme/tokens';
import { Label } from './Dimension';
import type { View } from './fit';
import { Handle } from './Handle';

/** Pixels a line is drawn across at least. */
const LEAST = 3;

/** The lines that lie in a section: marking colour and letter where there are several, a bare pipe where there is one. */
export function SectionLines({
  section,
  view,
  ruleSet,
  selected,
}: {
  section: Section;
  view: View;
  ruleSet: RuleSetId;
  selected: boolean;
}) {
  const several = section.lines.length > 1;
  const stroke = selected ? colours.paint : colours.ink;
  return (
    <G>
      {section.lines.map((line) => {
        const mark = utilityMarks[families[line.product.family].mark];
        const [cx, cy, r] = [view.x(line.centre.x), view.y(line.centre.y), Math.max(several ? LEAST + 2 : LEAST, line.radius * view.scale)];
        return (
          <G key={line.id}>
            <Circle
              cx={cx}
              cy={cy}
              r={r}
              fill={several ? mark.colour[ruleSet] : ground.pipe}
              stroke={stroke}
              strokeWidth={selected ? 4 : 1.5}
            />
            {several ? <Label x={cx} y={cy - r - 4} size={12} text={labelOf(line, section.lines)} /> : null}
          </G>
        );
      })}
    </G>
  );
}

/** The marking letter, numbered where several lines have it. */
function labelOf(line: SectionLine, lines: readonly SectionLine[]): string {
  const letter = ({ product }: SectionLine) => utilityMarks[families[product.family].mark].letter;
  const alike = lines.filter((other) => letter(other) === letter(line));
  return alike.length > 1 ? `${letter(line)}${alike.indexOf(line) + 1}` : letter(line);
}

/** The pairs that lie nearer each other than they may, joined by a line with the distance missing. */
export function CloseLines({
  section,
  close,
  view,
  units,
}: {
  section: Section;
  close: readonly TooClose[];
  view: View;
  units: UnitSystem;
}) {
  const centreOf = (id: string) => section.lines.find((line) => line.id === id)?.centre;
  return close.map(({ a, b, missing }) => {
    const [from, to] = [centreOf(a), centreOf(b)];
    if (!from || !to) return null;
    const [x1, y1, x2, y2] = [view.x(from.x), view.y(from.y), view.x(to.x), view.y(to.y)];
    return (
      <G key={`${a}.${b}`}>
        <Line x1={x1} y1={y1} x2={x2} y2={y2} stroke={colours.stop} strokeWidth={3} strokeDasharray="5 3" />
        <Label
          x={(x1 + x2) / 2}
          y={(y1 + y2) / 2 + 18}
          size={12}
          colour={colours.stop}
          text={`${formatLength(missing, units)} too close`}
        />
      </G>
    );
  });
}

/** Grips on the lines of a section: dragged, or moved with the arrow keys by a centimetre. */
export function LineHandles({
  section,
  view,
  held,
  onHold,
  onMove,
}: {
  section: Section;
  view: View;
  held: string | undefined;
  onHold: (id: string) => void;
  /** The new centre of a line: metres right of the centre line, and its level. */
  onMove: (id: string, centre: { x: number; y: number }) => void;
}) {
  return section.lines.map((line) => (
    <Handle
      key={line.id}
      label={`Move ${line.name}`}
      place={line.centre}
      view={view}
      step={0.01}
      size={Math.max(36, 2 * line.radius * view.scale)}
      ring={false}
      selected={held === line.id}
      onSelect={() => onHold(line.id)}
      onMove={(centre) => onMove(line.id, centre)}
    />
  ));
}
