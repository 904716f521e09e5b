import type { Arm } from '../catalogue';
import { edgeOf, type Range } from '../geometry';
import { within, wrapped } from './angles';

/** A point in the plane of the arm: forward of the swing axis and up from the ground, metres. */
export interface ArmPoint {
  x: number;
  z: number;
}
/** Angles of boom, stick and teeth, radians; see {@link Arm}. */
export interface Pose {
  boom: number;
  stick: number;
  tip: number;
}

const out = (from: ArmPoint, length: number, angle: number): ArmPoint => ({
  x: from.x + length * Math.cos(angle),
  z: from.z + length * Math.sin(angle),
});

/** Where the joints and the teeth are: foot, boom end, stick end, teeth. Source: the three links one after another. */
export function jointsOf(arm: Arm, { boom, stick, tip }: Pose): [ArmPoint, ArmPoint, ArmPoint, ArmPoint] {
  const elbow = out(arm.foot, arm.boom, boom);
  const wrist = out(elbow, arm.stick, boom + stick);
  return [arm.foot, elbow, wrist, out(wrist, arm.tip, boom + stick + tip)];
}

/**
 * The pose that puts the teeth on a point with the bucket at an angle from level; undefined where joints do not allow it. Source: two links to the
 * wrist by the law of cosines, the stick bent down.
 */
export function poseAt(arm: Arm, point: ArmPoint, bucket: number): Pose | undefined {
  const wrist = out(point, -arm.tip, bucket);
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

/** The least of `length·sin(angle + at)` summed, over one joint's turn: one sine of the same angle, lowest at its foot or at an end. */
function lowestTurn(parts: readonly { length: number; at: number }[], [low, high]: readonly [number, number]): number {
  const [s, c] = parts.reduce(([sin, cos], { length, at }) => [sin + length * Math.sin(at), cos + length * Math.cos(at)], [0, 0] as [
    number,
    number,
  ]);
  const phase = Math.atan2(s, c);
  const foot = -Math.PI / 2 - phase;
  const candidates = [low, high, ...[-2, 0, 2].map((turns) => foot + turns * Math.PI).filter((angle) => angle >= low && angle <= high)];
  const height = (angle: number) => Math.hypot(s, c) * Math.sin(angle + phase);
  return candidates.reduce((best, angle) => (height(angle) < height(best) ? angle : best), low);
}

/**
 * Deepest the teeth reach below the ground, metres. Each joint in turn is put where it brings them lowest, the others held, from every corner and
 * middle of the turns: each such step is exact.
 */
export function deepestReach(arm: Arm): number {
  const starts = ([low, high]: readonly [number, number]) => [low, (low + high) / 2, high];
  let lowest = Infinity;
  for (const b of starts(arm.boomTurn))
    for (const s of starts(arm.stickTurn))
      for (const t of starts(arm.tipTurn)) {
        let pose: Pose = { boom: b, stick: s, tip: t };
        for (let round = 0; round < 40; round++) {
          const before = jointsOf(arm, pose)[3].z;
          const { stick, tip } = pose;
          const boom = lowestTurn(
            [
              { length: arm.boom, at: 0 },
              { length: arm.stick, at: stick },
              { length: arm.tip, at: stick + tip },
            ],
            arm.boomTurn,
          );
          const nextStick = lowestTurn(
            [
              { length: arm.stick, at: boom },
              { length: arm.tip, at: boom + tip },
            ],
            arm.stickTurn,
          );
          pose = { boom, stick: nextStick, tip: lowestTurn([{ length: arm.tip, at: boom + nextStick }], arm.tipTurn) };
          if (before - jointsOf(arm, pose)[3].z < 1e-9) break;
        }
        lowest = Math.min(lowest, jointsOf(arm, pose)[3].z);
      }
  return -lowest;
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
  const most = arm.foot.x + arm.boom + arm.stick + arm.tip;
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
