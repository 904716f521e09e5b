import { wheels, type Surface } from '../../catalogue';

/** Unit weights, newtons a m³: usual figures for backfill. */
export const weights = { moist: 18e3, saturated: 19.5e3, water: 9810 } as const;
export const WEIGHTS_BASIS = 'Usual unit weights of moist and saturated fill';

/**
 * Pressure of a wheel on a pipe, pascals: its load over its print grown by the cover each way. Source: spread 2 down to 1 out on each side.
 * @param cover metres over the crown.
 */
export function wheelPressure(surface: Surface, cover: number): number {
  const { load, a, b, impact } = wheels[surface];
  return (load * impact) / ((a + Math.max(0, cover)) * (b + Math.max(0, cover)));
}
