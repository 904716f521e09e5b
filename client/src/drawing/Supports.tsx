import type { Section } from '@tamper/core';
import { G, Line, Path } from './svg';
import { colours, ground } from '../theme/tokens';
import { outline, type View } from './fit';

/** Panels against the walls, what braces them across, and the joints of a stack. */
export function Supports({
  section,
  view,
  selected,
}: {
  section: Pick<Section, 'panels' | 'braces' | 'joints'>;
  view: View;
  selected: boolean;
}) {
  const [left, right] = section.panels;
  const stroke = selected ? colours.paint : colours.ink;
  const inside = (panel: Section['panels'][number] | undefined) => panel?.[0]?.x ?? 0;
  return (
    <G>
      {section.panels.map((panel, index) => (
        <Path key={index} d={outline(panel, view)} fill={ground.panel} stroke={stroke} strokeWidth={selected ? 3 : 1} />
      ))}
      {left && right
        ? section.braces.map((level) => (
            <G key={level}>
              <Line
                x1={view.x(inside(left))}
                x2={view.x(inside(right))}
                y1={view.y(level)}
                y2={view.y(level)}
                stroke={ground.panel}
                strokeWidth={5}
              />
              <Line
                x1={view.x(inside(left))}
                x2={view.x(inside(right))}
                y1={view.y(level)}
                y2={view.y(level)}
                stroke={stroke}
                strokeWidth={1}
              />
            </G>
          ))
        : null}
      {section.joints.map((level) =>
        section.panels.map((panel, index) => (
          <Line
            key={`${level}.${index}`}
            x1={view.x(panel[0]?.x ?? 0)}
            x2={view.x(panel[1]?.x ?? 0)}
            y1={view.y(level)}
            y2={view.y(level)}
            stroke={colours.paper}
            strokeWidth={2.5}
          />
        )),
      )}
    </G>
  );
}
