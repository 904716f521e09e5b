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
  const boom = wrapped(Math.atan2(dz, dx) - Math.atan2(arm.stick * Math.sin(stick), arm.boom + arm.stick * Math.cos(stick)));
  const tip = wrapped(bucket - boom - stick);
  const pose = { boom, stick, tip };
  return within(boom, arm.boomTurn) && within(stick, arm.stickTurn) && within(tip, arm.tipTurn) ? pose : undefined;
}

/** Angles of the bucket from level at which its teeth shave a floor: hanging, 30° either way. */
const SHAVING = Array.from({ length: 13 }, (_, i) => -Math.PI / 2 + ((i - 6) * Math.PI) / 36);
/** Points looked at along a floor, metres apart; the ends are then halved in on. */
const LOOK = 0.04;

/** Stretch of a level floor at a depth that the teeth shave without the machine moving, metres from the swing axis; undefined where none. */
export function flatWindow(arm: Arm, depth: number): Range | undefined {
  let best: Range | undefined;
  for (const bucket of SHAVING) {
    const window = windowAt(arm, depth, bucket);
    if (window && (!best || window.to - window.from > best.to - best.from)) best = window;
  }
  return best;
}

function windowAt(arm: Arm, depth: number, bucket: number): Range | undefined {
  const can = (x: number) => poseAt(arm, { x, z: -depth }, bucket) !== undefined;
  const most = fullReach(arm);
  const edge = (inside: number, outside: number) => edgeOf(inside, outside, can);
  let best: Range | undefined;
  let from: number | undefined;
  for (let x = 0; x <= most + LOOK; x += LOOK) {
    if (can(x)) {
      from ??= edge(x, x - LOOK);
      continue;
    }
    if (from === undefined) continue;
    const to = edge(x - LOOK, x);
    if (!best || to - from > best.to - best.from) best = { from, to };
    from = undefined;
  }
  return best;
}

/** The window is bad for work when shorter than this, and the machine at its edge with less depth to spare than this share. Source: usual advice. */
export const SHORT_WINDOW = 0.6;
export const DEPTH_TO_SPARE = 0.15;
