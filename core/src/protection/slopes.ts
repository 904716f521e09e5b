import type { SoilClass } from '../catalogue';
import { EPSILON, wallOffset } from '../geometry';
import type { Wall } from '../job';
import { soilName } from '../ground';
import type { RuleKey, Rules } from '../rules';
import { formatBatter, formatLength, type UnitSystem } from '../units';

const SLOPE_RULE: Record<SoilClass, RuleKey> = { rock: 'slopeRock', A: 'slopeA', B: 'slopeB', C: 'slopeC' };

/** Steepest batter a soil class may stand at unsupported, horizontal per vertical, with its basis. Ungiven slopes count as flat. */
export function classSlope(rules: Rules, soil: SoilClass): { ratio: number; basis: string } {
  const rule = rules[SLOPE_RULE[soil]];
  return { ratio: rule.value ?? Infinity, basis: rule.basis };
}

/** What is wrong with an unsupported side. */
export type WallFault = 'vertical' | 'pastTable' | 'steepBatter' | 'foot' | 'benchInC' | 'firstRiser' | 'laterRiser' | 'steepBench';

/** A batter over a vertical foot is no steeper than this, horizontal per vertical. Source: 29 CFR 1926 Subpart P App. B, figure of type A. */
const OVER_FOOT = 1;

/**
 * Why a side does not stand by itself at a depth (metres); null when it does.
 * Batter: as flat as the class slope or flatter. Bench: never in C, risers within limits, and the whole face
 * (toe to lip) no steeper than the class slope, the safer reading of the published figures.
 */
export function wallFault(wall: Wall, soil: SoilClass, depth: number, rules: Rules): WallFault | null {
  const { ratio } = classSlope(rules, soil);
  if (depth > (rules.slopeDepth.value ?? Infinity) + EPSILON) return 'pastTable';
  if (wall.kind === 'vertical') return ratio === 0 ? null : 'vertical';
  if (wall.kind === 'batter') {
    const foot = Math.min(wall.foot ?? 0, depth);
    const may =
      soil === 'rock' || (soil === 'A' && foot <= (rules.footA.value ?? 0) + EPSILON && depth <= (rules.footDepth.value ?? 0) + EPSILON);
    if (foot > EPSILON && !may) return 'foot';
    return wall.ratio >= Math.max(ratio, foot > EPSILON && soil === 'A' ? OVER_FOOT : 0) - EPSILON ? null : 'steepBatter';
  }
  if (soil === 'rock') return null;
  if (soil === 'C') return 'benchInC';
  const { first, later } = riserLimits(rules, soil);
  const benches = Math.min(wall.count, Math.floor((depth + EPSILON) / wall.riser));
  const highestLater = benches === 0 ? 0 : Math.max(benches > 1 ? wall.riser : 0, depth - benches * wall.riser);
  if (Math.min(depth, wall.riser) > first + EPSILON) return 'firstRiser';
  if (highestLater > later + EPSILON) return 'laterRiser';
  return wallOffset(wall, depth) >= ratio * depth - EPSILON ? null : 'steepBench';
}

/** Highest bench risers, metres; a rule without a number allows none. */
const riserLimits = (rules: Rules, soil: SoilClass) => ({
  first: rules.benchFirstRiser.value ?? 0,
  later: (soil === 'B' ? rules.benchRiserB.value : rules.benchRiserA.value) ?? 0,
});

/** A fault in words, as the second half of a sentence. */
export function faultWords(fault: WallFault, soil: SoilClass, rules: Rules, units: UnitSystem): string {
  const slope = formatBatter(classSlope(rules, soil).ratio);
  const { first, later } = riserLimits(rules, soil);
  const words: Record<WallFault, string> = {
    vertical: `a vertical side does not stand in ${soilName(soil)}`,
    steepBatter: `the batter is steeper than ${slope} for ${soilName(soil)}`,
    pastTable: `slopes are tabled down to ${formatLength(rules.slopeDepth.value ?? 0, units)}, deeper an engineer designs them`,
    foot: `no vertical foot in ${soilName(soil)} this deep`,
    benchInC: 'benches are not allowed in type C',
    firstRiser: `the first riser is over ${formatLength(first, units)}`,
    laterRiser: `a later riser is over ${formatLength(later, units)}`,
    steepBench: `the benches together are steeper than ${slope} for ${soilName(soil)}`,
  };
  return words[fault];
}
