import { underParabola } from '../geometry';
import type { PlanProfile } from './context';

/**
 * Volume dug up to a station, m³ in the bank: the integral of the parabola through the areas at the ends of an interval that has its volume. Exact, as that volume is.
 * @param profile areas at the nodes, and what is dug up to each.
 */
export function volumeDugTo({ station, area, dug }: Pick<PlanProfile, 'station' | 'area' | 'dug'>, at: number): number {
  if (at <= (station[0] as number)) return 0;
  const i = station.findLastIndex((one) => one <= at);
  const [from, to] = [station[i] as number, station[i + 1]];
  if (to === undefined || to <= from) return dug[i] as number;
  const t = (at - from) / (to - from);
  const [a, b] = [area[i] as number, area[i + 1] as number];
  const middle = ((6 * ((dug[i + 1] as number) - (dug[i] as number))) / (to - from) - a - b) / 4;
  return (dug[i] as number) + (to - from) * underParabola(a, middle, b, t);
}
