import { useRef } from 'react';
import { View as Box, type GestureResponderEvent } from 'react-native';
import { colours, TARGET } from '../theme/tokens';
import type { View } from './fit';

interface Place {
  x: number;
  y: number;
}

/** Something on a drawing that is dragged, or moved with the arrow keys: `step` metres, a tenth of it with Shift. */
export function Handle({
  label,
  place,
  view,
  step,
  selected,
  size = TARGET,
  ring = true,
  onSelect,
  onMove,
}: {
  label: string;
  place: Place;
  view: View;
  step: number;
  selected: boolean;
  size?: number;
  /** Draw a ring round it, where the drawing below shows nothing to hold. */
  ring?: boolean;
  onSelect: () => void;
  onMove: (place: Place) => void;
}) {
  /** Where it was taken hold of: known to the next move at once, drawn or not. */
  const grip = useRef<{ pageX: number; pageY: number; from: Place }>(undefined);
  const drag = ({ nativeEvent: { pageX, pageY } }: GestureResponderEvent) => {
    const { current: held } = grip;
    if (held) onMove({ x: held.from.x + (pageX - held.pageX) / view.scale, y: held.from.y - (pageY - held.pageY) / view.scale });
  };
  const key = (event: { key: string; shiftKey: boolean; preventDefault: () => void }) => {
    const by = event.shiftKey ? step / 10 : step;
    const [dx, dy] = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    onMove({ x: place.x + (dx as number), y: place.y + (dy as number) });
  };
  return (
    <Box
      role="button"
      aria-label={label}
      aria-pressed={selected}
      tabIndex={0}
      onStartShouldSetResponder={() => true}
      onMoveShouldSetResponder={() => true}
      onResponderTerminationRequest={() => false}
      onResponderGrant={({ nativeEvent: { pageX, pageY } }) => {
        onSelect();
        grip.current = { pageX, pageY, from: place };
      }}
      onResponderMove={drag}
      onResponderRelease={() => (grip.current = undefined)}
      {...({ onKeyDown: key, onFocus: onSelect, dataSet: { handle: 'point' } } as object)}
      style={
        {
          position: 'absolute',
          left: view.x(place.x) - size / 2,
          top: view.y(place.y) - size / 2,
          width: size,
          height: size,
          alignItems: 'center',
          justifyContent: 'center',
          touchAction: 'none',
          cursor: 'move',
        } as object
      }
    >
      {ring ? (
        <Box
          style={{
            width: 22,
            height: 22,
            borderRadius: 11,
            borderWidth: 3,
            borderColor: selected ? colours.paint : colours.clay,
            backgroundColor: colours.paper,
          }}
        />
      ) : null}
    </Box>
  );
}
