import { useEffect, type RefObject } from 'react';
import type { View } from 'react-native';

const ENDS = ['pointerup', 'pointercancel', 'lostpointercapture'] as const;

/**
 * Holds a thing by one finger or the mouse: `at` as it is touched and moved, `off` as it is let go or lost. A finger on it does not move the page. Both keep their identity.
 */
export function useHeld(box: RefObject<View | null>, at: (event: PointerEvent, element: HTMLElement) => void, off: () => void): void {
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    if (!element) return;
    element.style.touchAction = 'none';
    element.style.userSelect = 'none';
    let held: number | undefined;
    const down = (event: PointerEvent) => {
      held = event.pointerId;
      element.setPointerCapture(event.pointerId);
      at(event, element);
    };
    const move = (event: PointerEvent) => event.pointerId === held && at(event, element);
    const up = (event: PointerEvent) => {
      if (event.pointerId !== held) return;
      held = undefined;
      off();
    };
    element.addEventListener('pointerdown', down);
    element.addEventListener('pointermove', move);
    for (const end of ENDS) element.addEventListener(end, up);
    return () => {
      element.removeEventListener('pointerdown', down);
      element.removeEventListener('pointermove', move);
      for (const end of ENDS) element.removeEventListener(end, up);
    };
  }, [box, at, off]);
}
