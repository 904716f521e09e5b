import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from 'd3-zoom';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { View as Box } from 'react-native';
import type { View } from './fit';

/** Where a drawing has been moved to: pixels = drawn × k + offset. */
export interface Shift {
  k: number;
  x: number;
  y: number;
}
const STILL: Shift = { k: 1, x: 0, y: 0 };

/**
 * Pinch, wheel and drag on a drawing. Elements marked `data-handle` keep their own drags.
 * @param most the furthest one may zoom in.
 */
export function useZoom(most: number) {
  const frame = useRef<Box>(null);
  const behaviour = useRef<ZoomBehavior<HTMLElement, unknown>>(undefined);
  const [shift, setShift] = useState(STILL);

  useEffect(() => {
    const element = frame.current as unknown as HTMLElement | null;
    if (!element) return;
    const made = zoom<HTMLElement, unknown>()
      .scaleExtent([0.3, most])
      .filter((event: Event) => !(event.target as Element).closest('[data-handle]') && !(event as MouseEvent).button)
      .on('zoom', ({ transform: { k, x, y } }: D3ZoomEvent<HTMLElement, unknown>) => setShift({ k, x, y }));
    behaviour.current = made;
    const selection = select(element);
    selection.call(made).on('dblclick.zoom', null);
    return () => void selection.on('.zoom', null);
  }, [most]);

  const by = useCallback((factor: number) => {
    const element = frame.current as unknown as HTMLElement | null;
    if (element && behaviour.current) behaviour.current.scaleBy(select(element), factor);
  }, []);
  const reset = useCallback(() => {
    const element = frame.current as unknown as HTMLElement | null;
    if (element && behaviour.current) behaviour.current.transform(select(element), zoomIdentity);
  }, []);
  return { frame, shift, by, reset };
}

/** A view moved and zoomed: places and lengths follow, what is written keeps its size. */
export const zoomed = (view: View, { k, x, y }: Shift): View => ({
  x: (metres) => view.x(metres) * k + x,
  y: (level) => view.y(level) * k + y,
  scale: view.scale * k,
});
/** A pixel as the point of the drawing it shows. */
export const unshifted = ({ k, x, y }: Shift, point: { x: number; y: number }) => ({ x: (point.x - x) / k, y: (point.y - y) / k });
