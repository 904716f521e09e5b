import { between, EPSILON, rangesWhere, type Range } from '../geometry';
import type { Run } from '../job';
import type { ProfileColumns } from '../line';
import type { RuleKey, Rules } from '../rules';

/** Rules that speak from a depth on. */
export const depthRules = [
  'protectionDepth',
  'protectionPromptDepth',
  'engineerDepth',
  'egressDepth',
] as const satisfies readonly RuleKey[];
export type DepthRule = (typeof depthRules)[number];

/** Depths where a rule begins to speak, metres. */
export const ruleBreakDepths = (rules: Rules): number[] => depthRules.flatMap((key) => rules[key].value ?? []);

/** Is this node (or the middle of an interval, at a half index) within one reach, and is it that reach? */
export function inReach(profile: ProfileColumns, index: number): number | undefined {
  const reach = profile.reach[Math.floor(index)];
  return reach === profile.reach[Math.ceil(index)] ? reach : undefined;
}

/** Station ranges in which a depth rule speaks. The engineer's limit holds whether or not anybody enters. */
export interface DepthRanges {
  protection: Range[];
  prompt: Range[];
  egress: Range[];
  engineer: Range[];
}

/** Where the trench is as deep as each rule's depth or deeper; no range for a rule without a number. */
export function depthRanges(run: Run, profile: ProfileColumns, rules: Rules): DepthRanges {
  const deep = (key: DepthRule, entryOnly: boolean): Range[] => {
    const limit = rules[key].value;
    if (limit === null) return [];
    return rangesWhere(profile.station, (i) => {
      const reach = inReach(profile, i);
      return reach !== undefined && between(profile.depth, i) >= limit - EPSILON && (!entryOnly || run.reaches[reach]?.entry === true);
    });
  };
  return {
    protection: deep('protectionDepth', true),
    prompt: deep('protectionPromptDepth', true),
    egress: deep('egressDepth', true),
    engineer: deep('engineerDepth', false),
  };
}
