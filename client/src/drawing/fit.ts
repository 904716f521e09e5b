/** Metres to pixels. `y` grows upwards in metres and downwards in pixels. */
export interface View {
  x: (metres: number) => number;
  y: (level: number) => number;
  /** Pixels a metre, across. */
  scale: number;
}
export interface Extent {
  left: number;
  right: number;
  bottom: number;
  top: number;
}
export interface Frame {
  width: number;
  height: number;
  /** Pixels kept free on each side. */
  pad: { left: number; right: number; top: number; bottom: number };
}

/** A view to scale, both ways alike, centred in the frame. */
export function fitToScale(extent: Extent, frame: Frame): View {
  const [width, height] = inside(frame);
  const scale = Math.min(width / (extent.right - extent.left), height / (extent.top - extent.bottom));
  const x0 = frame.pad.left + (width - (extent.right - extent.left) * scale) / 2;
  const y0 = frame.pad.top + (height - (extent.top - extent.bottom) * scale) / 2;
  return { x: (metres) => x0 + (metres - extent.left) * scale, y: (level) => y0 + (extent.top - level) * scale, scale };
}

/** A view stretched to fill the frame: heights are exaggerated, as on any long section. */
export function fitStretched(extent: Extent, frame: Frame): View {
  const [width, height] = inside(frame);
  const scale = width / Math.max(extent.right - extent.left, 1e-9);
  const rise = height / Math.max(extent.top - extent.bottom, 1e-9);
  return {
    x: (metres) => frame.pad.left + (metres - extent.left) * scale,
    y: (level) => frame.pad.top + (extent.top - level) * rise,
    scale,
  };
}

const inside = ({ width, height, pad }: Frame): [number, number] => [
  Math.max(1, width - pad.left - pad.right),
  Math.max(1, height - pad.top - pad.bottom),
];

const round = (value: number): string => value.toFixed(1);

/** SVG path through points already in pixels. */
export const pathThrough = (points: readonly { x: number; y: number }[], closed = false): string =>
  points.length === 0 ? '' : `M${points.map(({ x, y }) => `${round(x)} ${round(y)}`).join('L')}${closed ? 'Z' : ''}`;

/** SVG path of a polygon in metres. */
export const outline = (points: readonly { x: number; y: number }[], view: View): string =>
  pathThrough(
    points.map((point) => ({ x: view.x(point.x), y: view.y(point.y) })),
    true,
  );

export const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));
