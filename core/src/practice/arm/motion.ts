import { jointsOf, type ArmPoint, type Pose } from '../../catalogue';
import type { ArmEvent, ArmState, Levers, Pit } from './state';

/** One step of the simulator, seconds. */
export const TICK = 1 / 60;
/** A joint goes through its whole turn in so long, seconds; the swing and the tracks so fast, rad/s and m/s. Source: usual of the classes at work revolutions. */
const STROKE = { boom: 3.2, stick: 2.8, tip: 2.2 };
export const SWING = 0.9;
export const TRAVEL = 0.5;
/** A lever is followed within so long, seconds: oil takes a moment. */
export const LAG = 0.12;
/** Turned out of line less than this the bucket is still in the slit, radians. */
export const IN_LINE = 0.1;

export const JOINTS = ['boom', 'stick', 'tip'] as const;
export type Joint = (typeof JOINTS)[number];

/** Where the teeth are along the slit and above the ground, metres. */
export const teethOf = ({ machine }: Pit, { at, pose }: Pick<ArmState, 'at' | 'pose'>): ArmPoint => {
  const [, , , teeth] = jointsOf(machine.arm, pose);
  return { x: at + teeth.x, z: teeth.z };
};
/** The angle of the bucket from level. */
export const bucketAngle = ({ boom, stick, tip }: Pose): number => boom + stick + tip;

/** Full stroke of a joint each way, rad/s. */
export const strokeOf = ({ machine: { arm } }: Pit, joint: Joint): number => {
  const [low, high] = arm[`${joint}Turn`];
  return (high - low) / STROKE[joint];
};

/** The pose a tick later, by these rates; a joint at its limit stands. */
export function turned({ machine: { arm } }: Pit, pose: Pose, rate: Readonly<Record<Joint, number>>): Pose {
  const to = (joint: Joint) => Math.min(arm[`${joint}Turn`][1], Math.max(arm[`${joint}Turn`][0], pose[joint] + rate[joint] * TICK));
  return { boom: to('boom'), stick: to('stick'), tip: to('tip') };
}

/** A lever as far as it goes; one that is no number is let go. */
export const clamped = (lever: number): number => Math.min(1, Math.max(-1, Number.isFinite(lever) ? lever : 0));

/** How fast everything goes a tick later: levers are followed by and by. */
export function followed(pit: Pit, { rate }: ArmState, levers: Levers): ArmState['rate'] {
  const follow = (now: number, asked: number) => now + (asked - now) * Math.min(1, TICK / LAG);
  return {
    boom: follow(rate.boom, clamped(levers.boom) * strokeOf(pit, 'boom')),
    stick: follow(rate.stick, clamped(levers.stick) * strokeOf(pit, 'stick')),
    tip: follow(rate.tip, clamped(levers.tip) * strokeOf(pit, 'tip')),
    swing: follow(rate.swing, clamped(levers.swing) * SWING),
    travel: follow(rate.travel, clamped(levers.travel) * TRAVEL),
  };
}

/** A state with what happened in it; what goes on since the tick before is told once. @param struck the line, where one was. */
export function withEvents(before: ArmState, state: ArmState, now: readonly ArmEvent[], struck?: string): ArmState {
  const fresh = now.filter((event) => !before.now.includes(event));
  const noted = (event: ArmEvent) =>
    event === 'struck' && struck !== undefined ? { tick: state.tick, event, about: struck } : { tick: state.tick, event };
  return {
    ...state,
    now,
    events: fresh.length === 0 ? before.events : [...before.events, ...fresh.map(noted)],
    over: now.includes('tipped') || now.includes('struck'),
  };
}
