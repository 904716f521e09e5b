import type { AirTest } from '../job';
import type { Rules } from '../rules';
import { formatPercent } from '../units';

/** Is the air to be tested at a depth, metres? Where it could be bad, and as deep as the rule says; at any depth where the school leaves it to judgement. */
export const airTestNeeded = (badAir: boolean, depth: number, rules: Rules): boolean =>
  badAir && depth >= (rules.airDepth.value ?? 0) - 1e-6;

/** What is wrong with the air, in words; empty when it can be breathed. */
export function airFaults({ oxygen, flammable, sulphide, monoxide }: Omit<AirTest, 'kind' | 'from' | 'to'>, rules: Rules): string[] {
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
