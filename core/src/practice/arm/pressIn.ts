import { bestHand, deepestIn, glide, poseNear, type Floor } from './driver';
import { cornerOf } from './boxing';
import { teethOf } from './motion';
import type { ArmState, BoxIn, BoxState, Levers, Pit } from './state';

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
  const teethTo = (x: number, z: number, fast: number) =>
    glide(pit, now, [teethOf(pit, now()), { x, z }], fast, (point) => poseNear(pit.machine.arm, point, HANGS));
  const stands = () => now().box as BoxState;
  const deepest = -deepestIn(floor);
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
