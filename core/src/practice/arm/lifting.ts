import { jointsOf, type ArmPoint } from '../../catalogue';
import { hanging, liftAt } from '../../machine/lift';
import { GRAVITY } from '../../units';
import { followed, TICK, turned, teethOf, withEvents } from './motion';
import { surfaceAt } from './soil';
import type { ArmEvent, ArmState, Hung, Levers, PipeLift, Pit } from './state';

/** The eye is not believed to gather speed faster, m/s²: joints that come to their end stop within a tick. */
const JERK = 4;
/** Of its swing so much is left after a second: air, and the hand at the tag line. */
const KEPT = 0.75;
/** A touch harder than this is a knock, m/s; a sling further from the plumb swings wide, radians. */
const KNOCK = 0.3;
const WIDE = (12 * Math.PI) / 180;
/** Lifted so far off the ground it comes over the slit, metres. */
const CLEAR = 0.15;
/** Bounces back with so much of its speed. */
const BOUNCE = 0.3;

/** The eye at the end of the stick, where the sling hangs. */
export const eyeOf = ({ machine }: Pit, { at, pose }: Pick<ArmState, 'at' | 'pose'>): ArmPoint => {
  const [, , wrist] = jointsOf(machine.arm, pose);
  return { x: at + wrist.x, z: wrist.z };
};

/** The pipe where it lies, the sling slack on it. */
export const lying = (pit: Pit, lift: PipeLift, state: ArmState): Hung => ({
  ...{ x: lift.from, z: lift.size / 2, angle: 0, turn: 0, hanging: false, clear: false, knock: 0, swung: 0 },
  ...{ eye: eyeOf(pit, state), speed: { x: 0, z: 0 } },
});

/** What the pipe would come to lie on there: the ground beside the slit, the bed, or the edge where it is over an end of the slit. */
function under({ slit, bed, length }: PipeLift, { x, clear }: Pick<Hung, 'x' | 'clear'>): number {
  const within = x - length / 2 >= slit.from - 1e-9 && x + length / 2 <= slit.to + 1e-9;
  return clear && within ? bed : 0;
}

/**
 * One tick with a pipe on the hook. The slew is locked; joints and tracks move as ever, the sling is a pendulum under the eye: pulled along by what the eye gathers,
 * slack where the pipe lies.
 */
export function stepLifting(pit: Pit, lift: PipeLift, before: ArmState, hung: Hung, levers: Levers): ArmState {
  const now: ArmEvent[] = [];
  const rate = followed(pit, before, { ...levers, swing: 0 });
  const state: ArmState = { ...before, tick: before.tick + 1, rate, at: before.at + rate.travel * TICK };
  if (hung.hanging && Math.abs(rate.travel) > 0.05) now.push('carried');
  const pose = turned(pit, before.pose, rate);
  const teeth = teethOf(pit, { at: state.at, pose });
  // The bucket is folded away; into the ground it does not go.
  const free = teeth.z > surfaceAt(state.strip, teeth.x);
  if (free) state.pose = pose;
  else now.push('back');
  state.hung = carried(pit, lift, state, hung, now);
  if (state.hung.hanging) {
    if (hanging(lift.mass) > liftAt(pit.machine, state.hung.eye.x - state.at, 0).tipping) now.push('tipped');
    else if (loadShare(pit, lift, state) > 1) now.push('heavy');
    if (Math.abs(state.hung.angle) > WIDE) now.push('swings');
  }
  return withEvents(before, state, now);
}

/** The pipe a tick later, under its eye. */
function carried(pit: Pit, lift: PipeLift, state: ArmState, hung: Hung, now: ArmEvent[]): Hung {
  const eye = eyeOf(pit, state);
  const speed = { x: (eye.x - hung.eye.x) / TICK, z: (eye.z - hung.eye.z) / TICK };
  if (!hung.hanging) {
    const away = Math.hypot(eye.x - hung.x, eye.z - hung.z);
    // Slack: it lies as it lay.
    if (away <= lift.sling || eye.z <= hung.z) return { ...hung, eye, speed };
    return { ...hung, eye, speed, hanging: true, angle: Math.asin(bound((hung.x - eye.x) / away)), turn: 0 };
  }
  const gathers = (axis: 'x' | 'z') => Math.min(JERK, Math.max(-JERK, (speed[axis] - hung.speed[axis]) / TICK));
  const pull = -((GRAVITY + gathers('z')) * Math.sin(hung.angle) + gathers('x') * Math.cos(hung.angle)) / lift.sling;
  let turn = (hung.turn + pull * TICK) * KEPT ** TICK;
  let angle = hung.angle + turn * TICK;
  let [x, z] = [eye.x + lift.sling * Math.sin(angle), eye.z - lift.sling * Math.cos(angle)];
  let knock = 0;
  // Below the edge it goes no further than the ends of the slit.
  if (hung.clear && z - lift.size / 2 < 0) {
    const inside = Math.min(lift.slit.to - lift.length / 2, Math.max(lift.slit.from + lift.length / 2, x));
    if (Math.abs(inside - x) > 1e-9 && hung.z - lift.size / 2 < 0) {
      knock = Math.abs(x - hung.x) / TICK;
      [x, turn] = [inside, -turn * BOUNCE];
      angle = Math.asin(bound((x - eye.x) / lift.sling));
      z = eye.z - lift.sling * Math.cos(angle);
    }
  }
  const clear = hung.clear || z - lift.size / 2 > CLEAR;
  const ground = under(lift, { x, clear });
  const lies = z - lift.size / 2 <= ground && z <= hung.z;
  if (lies) {
    knock = Math.max(knock, (hung.z - z) / TICK);
    z = Math.max(z, Math.min(hung.z, ground + lift.size / 2));
    [angle, turn] = [0, 0];
  }
  if (knock > KNOCK) now.push('knock');
  return {
    ...{ x, z, angle, turn, eye, speed, clear, hanging: !lies },
    knock: Math.max(hung.knock, knock),
    swung: Math.max(hung.swung, Math.abs(angle)),
  };
}
const bound = (sine: number): number => Math.min(1, Math.max(-1, sine));

/** Of what may be lifted where the pipe hangs, the share it is; 0 while it lies. */
export const loadShare = ({ machine }: Pit, { mass }: PipeLift, { at, hung }: Pick<ArmState, 'at' | 'hung'>): number =>
  hung?.hanging ? hanging(mass) / liftAt(machine, hung.eye.x - at, 0).rated : 0;

/** Does the pipe lie on the bed? */
export const isSet = ({ bed, size }: PipeLift, { hanging: up, clear, z }: Hung): boolean => !up && clear && z - size / 2 <= bed + 0.005;
