import type { PressureTest } from '../book';
import type { Rules } from '../rules';
import { formatPressure, type UnitSystem } from '../units';

/** Does a set hold? Source: read over the least time of the rule, no reading below the first by more than the drop allowed, none out of the maker's band. */
export function holdFault(
  { readings }: Pick<PressureTest, 'readings'>,
  band: { least: number; most: number },
  rules: Rules,
  units: UnitSystem,
): string | undefined {
  const [first] = readings as [PressureTest['readings'][number]];
  const last = readings.at(-1) as PressureTest['readings'][number];
  const low = Math.min(...readings.map(({ pressure }) => pressure));
  const high = Math.max(...readings.map(({ pressure }) => pressure));
  if (low < first.pressure * (1 - (rules.shoreDrop.value ?? 0)) - 1e-6)
    return `it fell from ${formatPressure(first.pressure, units)} to ${formatPressure(low, units)}`;
  if (low < band.least) return `${formatPressure(low, units)} is under ${formatPressure(band.least, units)}`;
  if (high > band.most) return `${formatPressure(high, units)} is over ${formatPressure(band.most, units)}`;
  const lasted = last.minute - first.minute;
  if (lasted < (rules.holdTime.value ?? 0) - 1e-9) return `read over ${lasted} min, at least ${rules.holdTime.value} min`;
  return undefined;
}

/** A gauge on a set of shores: a real one, or the practice one. */
export interface PressureGauge {
  /** Pressure a number of minutes after pumping, pascals. */
  read: (minute: number) => Promise<number>;
}

/** The practice gauge: a good set that loses a little, as all do, under 1 % in ten minutes. */
export const practiceGauge = (pumped: number, random: () => number): PressureGauge => ({
  read: (minute) => Promise.resolve(pumped * (1 - 0.0008 * minute) * (0.999 + 0.002 * random())),
});
