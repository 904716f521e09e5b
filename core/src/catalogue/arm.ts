import type { Arm } from './machines';

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

/** From the swing axis to the teeth, everything straight: nothing of the arm gets further, metres. */
export const fullReach = ({ foot, boom, stick, tip }: Arm): number => foot.x + boom + stick + tip;

/** The end of a link. */
export const linkEnd = (from: ArmPoint, length: number, angle: number): ArmPoint => ({
  x: from.x + length * Math.cos(angle),
  z: from.z + length * Math.sin(angle),
});

/** Where the joints and the teeth are: foot, boom end, stick end, teeth. Source: the three links one after another. */
export function jointsOf(arm: Arm, { boom, stick, tip }: Pose): [ArmPoint, ArmPoint, ArmPoint, ArmPoint] {
  const elbow = linkEnd(arm.foot, arm.boom, boom);
  const wrist = linkEnd(elbow, arm.stick, boom + stick);
  return [arm.foot, elbow, wrist, linkEnd(wrist, arm.tip, boom + stick + tip)];
}

/** Where in one joint's turn `length·sin(angle + at)` summed is least: one sine of the same angle, lowest at its foot or at an end. */
function lowestTurn(parts: readonly { length: number; at: number }[], [low, high]: readonly [number, number]): number {
  let [sin, cos] = [0, 0];
  for (const { length, at } of parts) {
    sin += length * Math.sin(at);
    cos += length * Math.cos(at);
  }
  const phase = Math.atan2(sin, cos);
  const turn = 2 * Math.PI;
  const foot = -Math.PI / 2 - phase;
  const first = foot + turn * Math.ceil((low - foot) / turn);
  if (first <= high) return first;
  return Math.sin(low + phase) <= Math.sin(high + phase) ? low : high;
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
