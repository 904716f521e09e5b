import { fullReach, linkEnd, type Arm, type ArmPoint, type Pose } from '../catalogue';
import { edgeOf, type Range } from '../geometry';
import { within, wrapped } from './angles';

/**
 * The pose that puts the teeth on a point with the bucket at an angle from level; undefined where joints do not allow it. Source: two links to the
 * wrist by the law of cosines, the stick bent down.
 */
export function poseAt(arm: Arm, point: ArmPoint, bucket: number): Pose | undefined {
  const wrist = linkEnd(point, -arm.tip, bucket);
  const [dx, dz] = [wrist.x - arm.foot.x, wrist.z - arm.foot.z];
  const far = Math.hypot(dx, dz);
  const bend = (far ** 2 - arm.boom ** 2 - arm.stick ** 2) / (2 * arm.boom * arm.stick);
  if (Math.abs(bend) > 1) return undefined;
  const stick = -Math.acos(bend);
  if (!within(stick, arm.stickTurn)) return undefined;
  const boom = wrapped(Math.atan2(dz, dx) - Math.atan2(arm.stick * Math.sin(stick), arm.boom + arm.stick * Math.cos(stick)));
  if (!within(boom, arm.boomTurn)) return undefined;
  const tip = wrapped(bucket - boom - stick);
  return within(tip, arm.tipTurn) ? { boom, stick, tip } : undefined;
}

/** Angles of the bucket from level at which its teeth shave a floor: hanging, 30° either way. */
const SHAVING = Array.from({ length: 13 }, (_, i) => -Math.PI / 2 + ((i - 6) * Math.PI) / 36);
/** Points looked at along a floor, metres apart; the ends are then halved in on. */
const LOOK = 0.04;

/** Stretch of a level floor at a depth that the teeth shave without the machine moving, metres from the swing axis; undefined where none. */
export function flatWindow(arm: Arm, depth: number): Range | undefined {
  let best: Range | undefined;
  for (const bucket of SHAVING) best = longestAt(arm, depth, bucket, best);
  return best;
}

/** The longest stretch the teeth shave with the bucket at an angle, or one known before where that is no shorter. */
function longestAt(arm: Arm, depth: number, bucket: number, before: Range | undefined): Range | undefined {
  const can = (x: number) => poseAt(arm, { x, z: -depth }, bucket) !== undefined;
  const most = fullReach(arm);
  let best = before;
  let first: number | undefined;
  for (let x = 0; x <= most + LOOK; x += LOOK) {
    if (can(x)) {
      first ??= x;
      continue;
    }
    if (first === undefined) continue;
    // Its ends are worth looking for where it may be the longest.
    if (!best || x - first + LOOK > best.to - best.from) {
      const found = { from: edgeOf(first, first - LOOK, can), to: edgeOf(x - LOOK, x, can) };
      if (!best || found.to - found.from > best.to - best.from) best = found;
    }
    first = undefined;
  }
  return best;
}

/** The window is bad for work when shorter than this, and the machine at its edge with less depth to spare than this share. Source: usual advice. */
export const SHORT_WINDOW = 0.6;
export const DEPTH_TO_SPARE = 0.15;
