import type { Point } from './polygon';

/** The way from one point of a drawing to another. */
export interface Measured {
  /** Straight from one to the other, metres. */
  length: number;
  /** Of that along the drawing's first axis, and along its second, metres; never negative. */
  across: number;
  up: number;
  /** Rise over run; undefined straight up. */
  gradient: number | undefined;
}

/** Measures between two points in metres, such as those somebody touched on a drawing (Pythagoras). */
export function measured(from: Point, to: Point): Measured {
  const [across, up] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
  return { length: Math.hypot(across, up), across, up, gradient: across > 0 ? up / across : undefined };
}
