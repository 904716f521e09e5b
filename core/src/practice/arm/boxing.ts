import type { ArmPoint } from '../../catalogue';
import { pushDown } from '../../machine/pin';
import { surfaceAt } from './soil';
import type { ArmEvent, ArmState, BoxIn, BoxState, Pit } from './state';

/** Bearing on a corner of the box: so near along it, metres. */
const CORNER = 0.2;
/** Inside the box the ground an edge stands on is looked at so far from its end, metres. */
const INSIDE = 0.4;
/** An edge cuts so far into ground that is not dug inside, metres; past that it stands. */
const CUTS = 0.15;
/** What the ground at both walls holds against each metre a corner is in it, newtons. Source: usual for loose sides; sticky clay more. */
const HOLDS = 2500;

/** Where the top of a corner is that is pressed on. */
export const cornerOf = ({ from, to, height }: BoxIn, { near, far }: BoxState, end: 'near' | 'far'): ArmPoint =>
  end === 'near' ? { x: from, z: near + height } : { x: to, z: far + height };

/** Of the ground inside, where one end of the box stands: its level. */
const insideAt = ({ strip }: Pick<ArmState, 'strip'>, box: BoxIn, end: 'near' | 'far'): number =>
  surfaceAt(strip, end === 'near' ? box.from + INSIDE : box.to - INSIDE);

/**
 * The box a tick later: teeth that come down on a corner press it in, as far as the ground is dug for it, the machine weighs, and the other corner follows.
 * @param from, teeth where they were and where they come to. @returns undefined where it does not give: the arm stands.
 */
export function pressed(
  pit: Pit,
  box: BoxIn,
  state: ArmState,
  before: BoxState,
  from: ArmPoint,
  teeth: ArmPoint,
  now: ArmEvent[],
): BoxState | undefined {
  const after: BoxState = { ...before };
  for (const end of ['near', 'far'] as const) {
    const corner = cornerOf(box, before, end);
    // Teeth that are below its top already are beside it.
    if (Math.abs(teeth.x - corner.x) > CORNER || teeth.z >= corner.z || from.z < corner.z - 1e-9) continue;
    const level = teeth.z - box.height;
    const other = end === 'near' ? before.far : before.near;
    if (other - level > box.ahead + 1e-9) {
      now.push('corner');
      return undefined;
    }
    const reach = Math.max(0.3, corner.x - state.at);
    if (level < insideAt(state, box, end) - CUTS) {
      now.push('stands');
      return undefined;
    }
    if (pushDown(pit.machine, reach, pit.bladeBehind) < HOLDS * -level) {
      now.push('tracksLift');
      return undefined;
    }
    after[end] = level;
  }
  after.ahead = Math.max(before.ahead, Math.abs(after.near - after.far));
  return after;
}

/** How far it is dug below the box, metres: the deepest of what is inside against the edge there. */
export function dugBelow({ from, to }: BoxIn, { near, far }: BoxState, { strip }: Pick<ArmState, 'strip'>): number {
  const STEP = 0.1;
  let most = 0;
  for (let x = from + INSIDE; x <= to - INSIDE; x += STEP) {
    const edge = near + ((far - near) * (x - from)) / (to - from);
    most = Math.max(most, edge - surfaceAt(strip, x));
  }
  return most;
}
