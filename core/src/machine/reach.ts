import { fullReach, linkEnd, type Arm, type ArmPoint, type Pose } from '../catalogue';
import { between, rangesWhere, type Range } from '../geometry';
import { across, within, wrapped } from './angles';

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
/** Stretch of a level floor at a depth that the teeth shave without the machine moving, metres from the swing axis; undefined where none. */
export function flatWindow(arm: Arm, depth: number): Range | undefined {
  let best: Range | undefined;
  for (const bucket of SHAVING)
    for (const floor of floorsAt(arm, depth, bucket)) if (!best || floor.to - floor.from > best.to - best.from) best = floor;
  return best;
}

/** Stretches of a level floor at a depth that the teeth get to with the bucket at an angle from level, metres from the swing axis, nearest first. */
export function floorsAt(arm: Arm, depth: number, bucket: number): Range[] {
  const most = fullReach(arm);
  const cuts = [0, ...jointsEnd(arm, -depth, bucket).filter((x) => x > 0 && x < most), most].sort((a, b) => a - b);
  return rangesWhere(cuts, (index) => poseAt(arm, { x: between(cuts, index), z: -depth }, bucket) !== undefined).filter(
    ({ from, to }) => to > from,
  );
}

/**
 * Where along a level the teeth come to, the bucket held at an angle, a joint comes to its end: between two such places all is possible or nothing.
 * Source: the wrist is then on a circle, round the foot for the stick at its end or in line with the boom, round the elbow for the boom, and for the
 * bucket, which then holds the stick to a bearing, round the foot put out by the stick.
 */
function jointsEnd(arm: Arm, z: number, bucket: number): number[] {
  const { foot, boom, stick } = arm;
  const wrist = linkEnd({ x: 0, z }, -arm.tip, bucket);
  const circles = [
    ...[0, Math.PI, ...arm.stickTurn].map((turn) => ({ round: foot, radius: across(boom, stick, turn) })),
    ...arm.boomTurn.map((turn) => ({ round: linkEnd(foot, boom, turn), radius: stick })),
    ...arm.tipTurn.map((turn) => ({ round: linkEnd(foot, stick, bucket - turn), radius: boom })),
  ];
  return circles.flatMap(({ round, radius }) => {
    const half = Math.sqrt(radius ** 2 - (wrist.z - round.z) ** 2);
    return Number.isNaN(half) ? [] : [round.x - half - wrist.x, round.x + half - wrist.x];
  });
}

/** The window is bad for work when shorter than this, and the machine at its edge with less depth to spare than this share. Source: usual advice. */
export const SHORT_WINDOW = 0.6;
export const DEPTH_TO_SPARE = 0.15;
