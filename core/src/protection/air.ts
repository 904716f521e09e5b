import type { AirReading, AirTest } from '../book';
import { EPSILON, type Range } from '../geometry';
import type { Rules } from '../rules';
import { formatLength, formatPercent, type UnitSystem } from '../units';

/** Is the air to be tested at a depth, metres? Where it could be bad, and as deep as the rule says; at any depth where the school leaves it to judgement. */
export const airTestNeeded = (badAir: boolean, depth: number, rules: Rules): boolean =>
  badAir && depth >= (rules.airDepth.value ?? 0) - 1e-6;

/** What is wrong with the air, in words; empty when it can be breathed. */
export function airFaults({ oxygen, flammable, sulphide, monoxide }: Omit<AirReading, 'station'>, rules: Rules): string[] {
  const faults: string[] = [];
  if (oxygen < (rules.oxygenLeast.value ?? 0))
    faults.push(`oxygen ${formatPercent(oxygen)}, at least ${formatPercent(rules.oxygenLeast.value ?? 0)}`);
  if (oxygen > (rules.oxygenMost.value ?? 1))
    faults.push(`oxygen ${formatPercent(oxygen)}, at most ${formatPercent(rules.oxygenMost.value ?? 1)}`);
  if (flammable > (rules.flammable.value ?? 0))
    faults.push(`flammable gas ${formatPercent(flammable)}, at most ${formatPercent(rules.flammable.value ?? 0)}`);
  if (sulphide > (rules.sulphide.value ?? 0)) faults.push(`hydrogen sulphide ${sulphide} ppm, at most ${rules.sulphide.value ?? 0}`);
  if (monoxide > (rules.monoxide.value ?? 0)) faults.push(`carbon monoxide ${monoxide} ppm, at most ${rules.monoxide.value ?? 0}`);
  return faults;
}

/** What is wrong with the air anywhere it was read, in words. */
export const airTestFaults = ({ points }: Pick<AirTest, 'points'>, rules: Rules): string[] => [
  ...new Set(points.flatMap((reading) => airFaults(reading, rules))),
];

/** Where an air test speaks: round each reading half as far as the rule lets them be apart, no further than its stretch. */
export function airRead({ from, to, points }: AirTest, rules: Rules): Range[] {
  const reach = (rules.airApart.value ?? Infinity) / 2;
  return points.map(({ station }) => ({ from: Math.max(from, station - reach), to: Math.min(to, station + reach) }));
}

/** Why a test does not speak for the whole stretch it is entered for; undefined where it does. */
export function airGap(test: AirTest, rules: Rules, units: UnitSystem): string | undefined {
  const read = airRead(test, rules);
  const reached = read.reduce((to, piece) => (piece.from <= to + EPSILON ? Math.max(to, piece.to) : to), test.from);
  if (reached >= test.to - EPSILON) return undefined;
  const apart = rules.airApart.value ?? 0;
  const needed = Math.max(1, Math.ceil((test.to - test.from) / apart - 1e-9));
  return `${test.points.length === 1 ? 'One reading does' : `${test.points.length} readings do`} not speak for ${formatLength(test.to - test.from, units)}: read at least every ${formatLength(apart, units)}, ${needed} times here, or enter it for less.`;
}
