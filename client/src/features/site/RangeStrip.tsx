import type { Range } from '@tamper/core/geometry';
import { formatStretch, type UnitSystem } from '@tamper/core/units';
import { useRef, useState } from 'react';
import { View, type GestureResponderEvent } from 'react-native';
import { colours } from '../../theme/tokens';

const HEIGHT = 56;
/** What is dragged snaps to this, metres. */
const SNAP = 0.1;

interface Props {
  whole: Range;
  range: Range | undefined;
  /** What is there already, drawn below. */
  there: readonly (Range & { id: string })[];
  units: UnitSystem;
  onRange: (range: Range) => void;
}

/** The run as a bar with what is there already: drag from one station to another to say “from here to here”. The two fields below do the same by keyboard. */
export function RangeStrip({ whole, range, there, units, onRange }: Props) {
  const [width, setWidth] = useState(0);
  const start = useRef(0);
  const length = whole.to - whole.from;
  const stationAt = (event: GestureResponderEvent) => {
    const at = whole.from + (event.nativeEvent.locationX / Math.max(1, width)) * length;
    return Math.min(whole.to, Math.max(whole.from, Math.round(at / SNAP) * SNAP));
  };
  const drag = (event: GestureResponderEvent) => {
    const at = stationAt(event);
    onRange({ from: Math.min(start.current, at), to: Math.max(start.current, at) });
  };
  const left = (at: number) => `${((at - whole.from) / length) * 100}%` as const;
  const wide = ({ from, to }: Range) => `${(Math.max(to - from, length / 150) / length) * 100}%` as const;
  const said = range ? formatStretch(range, units) : 'no stretch';
  return (
    <View
      role="img"
      aria-label={`Drag along the run: ${said}`}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      onStartShouldSetResponder={() => true}
      onMoveShouldSetResponder={() => true}
      onResponderTerminationRequest={() => false}
      onResponderGrant={(event) => {
        start.current = stationAt(event);
      }}
      onResponderMove={drag}
      style={
        {
          height: HEIGHT,
          backgroundColor: colours.clayWash,
          borderRadius: 6,
          borderWidth: 1,
          borderColor: colours.line,
          touchAction: 'none',
          userSelect: 'none',
          cursor: 'ew-resize',
          overflow: 'hidden',
        } as object
      }
    >
      {there.map((piece) => (
        <View
          key={piece.id}
          style={{
            position: 'absolute',
            pointerEvents: 'none',
            top: 18,
            bottom: 0,
            left: left(piece.from),
            width: wide(piece),
            backgroundColor: colours.note,
            borderRightWidth: 2,
            borderColor: colours.paper,
          }}
        />
      ))}
      {range ? (
        <View
          style={{
            position: 'absolute',
            pointerEvents: 'none',
            top: 0,
            height: 18,
            left: left(range.from),
            width: wide(range),
            backgroundColor: colours.paint,
          }}
        />
      ) : null}
    </View>
  );
}
