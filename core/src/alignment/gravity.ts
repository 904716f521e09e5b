import type { Product } from '../catalogue';
import type { Flow } from '../job';

/** Flow in a pipe: metres a second, cubic metres a second. */
export interface PipeFlow {
  velocity: number;
  flow: number;
}

/** A round section filled to a share of its bore, 0 to 1: area m², wetted perimeter and width of the water m. */
export function roundSection(bore: number, filled: number): { area: number; wetted: number; top: number } {
  const angle = 2 * Math.acos(1 - 2 * Math.min(1, filled));
  return { area: (bore * bore * (angle - Math.sin(angle))) / 8, wetted: (bore * angle) / 2, top: bore * Math.sin(angle / 2) };
}

/**
 * Flow in a round pipe filled to a share of its bore, by Manning: v = (1/n)·R^⅔·√S, R = wetted area / wetted perimeter.
 * @param bore inside diameter, metres. @param fall ratio, 0 or more. @param filled share of the bore, 0 < filled ≤ 1.
 */
export function manning(bore: number, fall: number, roughness: number, filled = 1): PipeFlow {
  const { area, wetted } = roundSection(bore, filled);
  const velocity = ((area / wetted) ** (2 / 3) * Math.sqrt(fall)) / roughness;
  return { velocity, flow: velocity * area };
}

/** Inside diameter, metres. */
export const boreOf = (product: Pick<Product, 'od' | 'wall'>): number => product.od - 2 * product.wall;

/** Flow the line must carry, m³/s: the rational method Q = C·i·A for rain, and what comes besides. */
export const designFlow = (flow: Flow): number => flow.runoff * flow.rain * flow.area + flow.extra;

/** Fall at which a pipe flowing full carries a flow, ratio: Manning turned round. */
export function fallForFlow(bore: number, flow: number, roughness: number): number {
  const { flow: atOne } = manning(bore, 1, roughness);
  return (flow / atOne) ** 2;
}

/** Fall at which a pipe flowing full reaches a velocity, ratio. */
export const fallForVelocity = (bore: number, velocity: number, roughness: number): number =>
  (velocity / manning(bore, 1, roughness).velocity) ** 2;
