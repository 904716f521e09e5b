import type { Thumb } from '@tamper/core/practiceArm';
import { useRef, useState } from 'react';
import { colours } from '../../theme/tokens';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { useStable } from '../../ui/useStable';
import { useHeld } from './useHeld';

/** Nearer to the middle than this share a thumb asks for nothing. */
const DEAD = 0.12;
const CENTRE: Thumb = { x: 0, y: 0 };

/** A lever under a thumb: held wherever it is touched, let go in the middle. The words at its rim say what each way does. */
export function ThumbPad({
  label,
  words,
  size,
  onThumb,
}: {
  label: string;
  words: { up: string; down: string; left: string; right: string };
  size: number;
  onThumb: (thumb: Thumb) => void;
}) {
  const box = useRef<View>(null);
  const [thumb, setThumb] = useState(CENTRE);
  const moved = (next: Thumb) => {
    setThumb(next);
    onThumb(next);
  };
  const at = useStable((event: PointerEvent, element: HTMLElement) => {
    const { left, top, width, height } = element.getBoundingClientRect();
    const share = (value: number) => {
      const one = Math.max(-1, Math.min(1, value));
      return Math.abs(one) < DEAD ? 0 : one;
    };
    moved({ x: share(((event.clientX - left) / width) * 2.6 - 1.3), y: share(1.3 - ((event.clientY - top) / height) * 2.6) });
  });
  const off = useStable(() => moved(CENTRE));
  useHeld(box, at, off);
  const knob = 44;
  const rim = { position: 'absolute', left: 0, right: 0, textAlign: 'center', color: colours.faded } as const;
  return (
    <View
      ref={box}
      role="group"
      aria-label={`${label}: up ${words.up}, down ${words.down}, left ${words.left}, right ${words.right}`}
      style={{
        width: size,
        height: size,
        borderRadius: 18,
        borderWidth: 2,
        borderColor: colours.faded,
        backgroundColor: colours.paper,
      }}
    >
      <Text variant="labelMedium" style={[rim, { top: 4 }]}>
        {words.up}
      </Text>
      <Text variant="labelMedium" style={[rim, { bottom: 4 }]}>
        {words.down}
      </Text>
      <Text variant="labelMedium" style={{ position: 'absolute', left: 5, top: size / 2 - knob / 2 - 18, color: colours.faded }}>
        {words.left}
      </Text>
      <Text variant="labelMedium" style={{ position: 'absolute', right: 5, top: size / 2 - knob / 2 - 18, color: colours.faded }}>
        {words.right}
      </Text>
      <View
        style={{
          position: 'absolute',
          left: size / 2 - knob / 2 + thumb.x * (size / 2 - knob / 2),
          top: size / 2 - knob / 2 - thumb.y * (size / 2 - knob / 2),
          width: knob,
          height: knob,
          borderRadius: knob / 2,
          backgroundColor: colours.clay,
          opacity: 0.85,
        }}
      />
    </View>
  );
}
