import type { PlanPoint } from '../alignment';
import { meetFlat } from '../dig/pegs';

/** Why two tapes give no point. `short`: they do not meet, by so many metres; `inside`: one goes past all of the other. */
export type TieFault = { code: 'samePoint' } | { code: 'short'; by: number } | { code: 'inside'; by: number };

/** Where two tapes meet. Metres, radians. */
export interface Tie {
  at: PlanPoint;
  /** The other place they meet, on the other side of the line between their points. */
  other: PlanPoint;
  /** Between the tapes where they meet. */
  angle: number;
  /** They meet flatter than 30°, or past 150°: say little of where. */
  flat: boolean;
  /** How far off it may be. */
  radius: number;
  /** How far a third tape is off; undefined without one. */
  residual: number | undefined;
}

/** What a tape of some metres is read to, metres. */
export const TAPE_READ = 0.01;

/**
 * The point two tapes meet at: a = (r₁² − r₂² + d²)/2d, h = √(r₁² − a²), on the side asked for looking from the first point to the second. Its error is
 * σ·√2/sin of the angle between the tapes.
 * @example tieOf({x: 0, y: 0}, {x: 12, y: 0}, 8, 7, 'left').at // (6.625, 4.484)
 */
export function tieOf(
  a: PlanPoint,
  b: PlanPoint,
  r1: number,
  r2: number,
  side: 'left' | 'right',
  third?: { at: PlanPoint; length: number },
): Tie | TieFault {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const d = Math.hypot(dx, dy);
  if (d < 0.05) return { code: 'samePoint' };
  if (r1 + r2 < d - TAPE_READ) return { code: 'short', by: d - r1 - r2 };
  if (Math.abs(r1 - r2) > d + TAPE_READ) return { code: 'inside', by: Math.abs(r1 - r2) - d };
  const along = (r1 ** 2 - r2 ** 2 + d ** 2) / (2 * d);
  const up = Math.sqrt(Math.max(0, r1 ** 2 - along ** 2));
  const point = (sign: 1 | -1): PlanPoint => ({ x: a.x + (dx * along - sign * dy * up) / d, y: a.y + (dy * along + sign * dx * up) / d });
  const [left, right] = [point(1), point(-1)];
  const [at, other] = side === 'left' ? [left, right] : [right, left];
  const cosine = (r1 ** 2 + r2 ** 2 - d ** 2) / (2 * r1 * r2);
  const angle = Math.acos(Math.min(1, Math.max(-1, cosine)));
  const sine = Math.max(Math.sin(angle), 0.01);
  return {
    at,
    other,
    angle,
    flat: meetFlat(angle),
    radius: (TAPE_READ * Math.SQRT2) / sine,
    residual: third && third.length - Math.hypot(at.x - third.at.x, at.y - third.at.y),
  };
}
export const isTie = (tie: Tie | TieFault): tie is Tie => 'at' in tie;
