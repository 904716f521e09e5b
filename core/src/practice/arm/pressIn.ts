import { bestHand, eased, mix, poseNear, towards, type Floor } from './driver';
import { cornerOf } from './boxing';
import { teethOf, TICK } from './motion';
import { NO_LEVERS, type ArmState, type BoxIn, type BoxState, type Levers, type Pit } from './state';

/** A corner is pressed so far at once, and the box goes down by as much between two diggings, metres. */
const PRESS = 0.05;
const DIG = 0.1;
/** Over a corner before it is pressed, metres; how fast the teeth go, m/s; presses in a row at most. */
const OVER = 0.15;
const [AIR, SLOW] = [0.6, 0.15];
const TRIES = 8;
/** The bucket hangs as it presses: angle from level. */
const HANGS = -Math.PI / 2;

/** A hand that knows it: digs inside by a little, presses both corners after it in turn, and so on down to the floor. */
export function* pressIn(pit: Pit, box: BoxIn, floor: Floor, now: () => ArmState): Generator<Levers, void> {
  function* teethTo(x: number, z: number, fast: number): Generator<Levers, void> {
    const from = teethOf(pit, now());
    const ticks = Math.max(1, Math.ceil(((Math.hypot(x - from.x, z - from.z) / fast) * 1.5) / TICK));
    for (let i = 1; i <= ticks; i++) {
      const part = eased(i / ticks);
      const pose = poseNear(pit.machine.arm, { x: mix(from.x, x, part) - now().at, z: mix(from.z, z, part) }, HANGS);
      yield pose ? { ...NO_LEVERS, ...towards(pit, now(), pose) } : NO_LEVERS;
    }
  }
  const stands = () => now().box as BoxState;
  const deepest = -Math.max(floor.depthAt(floor.from), floor.depthAt(floor.to));
  for (let level = Math.max(stands().near, stands().far) - DIG; level > deepest - DIG + 1e-6; level -= DIG) {
    const to = Math.max(level, deepest);
    yield* bestHand(pit, { ...floor, depthAt: () => -to }, now);
    for (let i = 0; i < TRIES && Math.max(stands().near, stands().far) > to + 0.01; i++)
      for (const end of ['near', 'far'] as const) {
        if (stands()[end] <= to + 1e-3) continue;
        const { x, z } = cornerOf(box, stands(), end);
        yield* teethTo(x, z + OVER, AIR);
        yield* teethTo(x, Math.max(z - PRESS, to + box.height), SLOW);
        yield* teethTo(x, z + OVER, AIR);
      }
  }
}
