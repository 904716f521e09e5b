import type { ArmPoint, Pose } from '../../catalogue';
import { glide, poseNear } from './driver';
import { eyeOf } from './lifting';
import { NO_LEVERS, type ArmState, type Hung, type Levers, type PipeLift, type Pit } from './state';

/** The bucket folded away under the stick: angle from level. */
const FOLDED = (-150 * Math.PI) / 180;
/** The pose with the eye at the end of the stick on a point, as the arm sees it, the bucket as near to folded as the joints let it. */
export function poseOfEye({ machine: { arm } }: Pit, eye: ArmPoint): Pose | undefined {
  const teeth = { x: eye.x + arm.tip * Math.cos(FOLDED), z: eye.z + arm.tip * Math.sin(FOLDED) };
  return poseNear(arm, teeth, FOLDED);
}

/** How fast a hand that knows it moves the eye, m/s: in the air, and where the pipe nears what it may touch. */
const [AIR, NEAR] = [0.25, 0.06];
/** So far off the ground and the bed it goes slow, and so high over the ground it goes across, metres. */
const [CAREFUL, HIGH] = [0.12, 0.35];
/** Waits for the pipe to hang still, ticks at most; still enough: radians. */
const [WAITS, STILL] = [900, 0.01];

/** A hand that knows it: lifts the pipe slowly off the ground, brings it over its place, waits until it hangs still, and sets it down. */
export function* lowerPipe(pit: Pit, lift: PipeLift, now: () => ArmState): Generator<Levers, void> {
  const eyeTo = (x: number, z: number, fast: number) =>
    glide(pit, now, [eyeOf(pit, now()), { x, z }], fast, (point) => poseOfEye(pit, point));
  const hung = () => now().hung as Hung;
  const lies = lift.size / 2 + lift.sling;
  yield* eyeTo(lift.from, lies, AIR);
  yield* eyeTo(lift.from, lies + CAREFUL, NEAR);
  yield* eyeTo(lift.from, lies + HIGH, AIR);
  yield* eyeTo(lift.to, lies + HIGH, AIR);
  for (let i = 0; i < WAITS && (Math.abs(hung().angle) > STILL || Math.abs(hung().turn) > STILL); i++) yield NO_LEVERS;
  const bed = lift.bed + lies;
  yield* eyeTo(lift.to, bed + CAREFUL, AIR);
  for (let i = 0; i < WAITS && Math.abs(hung().angle) > STILL; i++) yield NO_LEVERS;
  yield* eyeTo(lift.to, bed - CAREFUL, NEAR);
}
