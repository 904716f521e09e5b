import type { Machine } from '../catalogue';
import { liftAt } from './lift';

/** Standard gravity, m/s². */
const G = 9.80665;

/** What a machine can do at a reach, by which end its blade is at: force pressing down on the teeth, newtons, and mass it may lift there, kilograms. */
export interface Pinned {
  blade: 'ahead' | 'behind';
  push: number;
  lift: number;
}

/**
 * How hard the teeth press down before the near end of the machine rises, newtons: mass × g × (edge to centre of gravity) / (reach − edge), the edge being
 * the far one, that it would tip over; all along the arm from the swing axis, metres. A blade put down behind moves that edge away, and buys push.
 */
export function pushDown(
  { mass, cog, front, blade }: Pick<Machine, 'mass' | 'cog' | 'front' | 'blade'>,
  reach: number,
  behind: boolean,
): number {
  const edge = behind ? -blade : -front;
  return Math.max(0, (mass * G * (-cog - edge)) / (reach - edge));
}

/** Both ways a machine may face, its blade down: what it presses and what it may lift at a reach from the swing axis, metres. */
export const pinned = (machine: Machine, reach: number): [Pinned, Pinned] => [
  { blade: 'ahead', push: pushDown(machine, reach, false), lift: liftAt(machine, reach, 0, true).rated },
  { blade: 'behind', push: pushDown(machine, reach, true), lift: liftAt(machine, reach, Math.PI, true).rated },
];
