/** `x` right of the centre line looking up the run, `y` level; metres. */
export interface Point {
  x: number;
  y: number;
}

/** Area of a simple polygon (shoelace), m², positive whichever way round it is drawn. */
export function polygonArea(points: readonly Point[]): number {
  let doubled = 0;
  for (let i = 0; i < points.length; i++) {
    const a = points[i] as Point;
    const b = points[(i + 1) % points.length] as Point;
    doubled += a.x * b.y - b.x * a.y;
  }
  return Math.abs(doubled) / 2;
}

/** Area of the part of a circle that lies within `height` of its lowest point, m². */
export function circleBelow(radius: number, height: number): number {
  if (height <= 0) return 0;
  if (height >= 2 * radius) return Math.PI * radius * radius;
  const up = radius - height;
  return radius * radius * Math.acos(up / radius) - up * Math.sqrt(2 * radius * height - height * height);
}
