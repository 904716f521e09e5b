import type { Machine } from '../catalogue';
import { edgeOf } from '../geometry';
import { DYNAMIC, SLING_MASS } from './figures';

/** Share of the load that tips it, and of what the ram holds, that is rated. Source: usual lifting practice, 75 % and 87 %. */
export const TIPPING_SHARE = 0.75;
export const RAM_SHARE = 0.87;
/** What a machine lifts at a radius and a bearing, kilograms. */
export interface Lift {
  tipping: number;
  ram: number;
  rated: number;
  by: 'tipping' | 'ram';
}

/** Edges a machine tips over: which way each looks (radians from ahead) and how far it lies from the swing axis, metres. */
const edgesOf = ({ front, blade, widthOut, track }: Machine, bladeDown: boolean): { bearing: number; away: number }[] => [
  { bearing: 0, away: bladeDown ? blade : front },
  { bearing: Math.PI / 2, away: (widthOut - track) / 2 },
  { bearing: -Math.PI / 2, away: (widthOut - track) / 2 },
  { bearing: Math.PI, away: front },
];

/**
 * Load that tips a mass over an edge, kilograms: mass × (distance of its centre behind the edge) = load × (radius beyond the edge).
 * @param behind, beyond metres; a load inside the edge tips nothing.
 */
export const tippingLoad = (mass: number, behind: number, beyond: number): number =>
  beyond <= 0 ? Infinity : Math.max(0, (mass * behind) / beyond);

/**
 * What may be lifted, kilograms. The centre of gravity swings round with the arm; of all edges of the tracks the one it tips over first decides.
 * @param radius from the swing axis, metres. @param bearing of the arm from ahead (the blade's end), radians.
 */
export function liftAt(machine: Machine, radius: number, bearing: number, bladeDown = false): Lift {
  const tipping = edgesOf(machine, bladeDown).reduce((least, edge) => {
    const towards = Math.cos(bearing - edge.bearing);
    return Math.min(least, tippingLoad(machine.mass, edge.away + machine.cog * towards, radius * towards - edge.away));
  }, Infinity);
  const ram = machine.lift / Math.max(0.2, radius - machine.arm.foot.x);
  const [tips, holds] = [tipping * TIPPING_SHARE, ram * RAM_SHARE];
  return { tipping, ram, rated: Math.min(tips, holds), by: tips <= holds ? 'tipping' : 'ram' };
}

/** Furthest a load may be from the swing axis at a bearing, metres; 0 where it may not be lifted at all. `load` in kilograms, all told. */
export function radiusFor(machine: Machine, load: number, bearing: number, bladeDown = false): number {
  const { foot, boom, stick } = machine.arm;
  // It falls with the radius: halved in on, the sling hanging from the end of the stick.
  const [near, far] = [foot.x + 0.3, foot.x + boom + stick];
  const can = (radius: number) => liftAt(machine, radius, bearing, bladeDown).rated >= load;
  if (!can(near)) return 0;
  if (can(far)) return far;
  return edgeOf(near, far, can);
}

/** All told, what hangs on the arm, kilograms: the piece and its sling, on the move. */
export const hanging = (mass: number, sling = SLING_MASS, factor = DYNAMIC): number => (mass + sling) * factor;
