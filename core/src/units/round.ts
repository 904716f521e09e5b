import { FOOT } from './length';
import type { UnitSystem } from './parsed';

/** The greatest round value (1, 2 or 5 times a power of ten) not above a limit. */
function roundBelow(limit: number): number {
  const power = 10 ** Math.floor(Math.log10(limit));
  return ([5, 2, 1].find((factor) => factor * power <= limit * (1 + 1e-12)) ?? 1) * power;
}

/** A length that is round where it is read: the greatest round number of metres or feet not above `limit`, and below a foot of inches. Metres. */
export function roundLength(limit: number, units: UnitSystem): number {
  if (units === 'metric') return roundBelow(limit);
  const feet = limit / FOOT;
  return feet >= 1 ? roundBelow(feet) * FOOT : ([6, 3, 2, 1].find((inches) => inches <= feet * 12) ?? 1) * (FOOT / 12);
}
