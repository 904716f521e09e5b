import { between, EPSILON, joined, largest, rangesWhere, type Range } from '../geometry';
import type { Run } from '../job';
import { isOpen, reachSpan, type ProfileColumns } from '../alignment';
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
    if (limit === null || largest(profile.depth) < limit - EPSILON) return [];
    const deepEnough = (i: number) => between(profile.depth, i) >= limit - EPSILON;
    return joined(
      run.reaches.flatMap((reach, index) =>
        (entryOnly && !reach.entry) || !isOpen(reach) ? [] : rangesWhere(profile.station, deepEnough, reachSpan(profile, index)),
      ),
    );
  };
  return {
    protection: deep('protectionDepth', true),
    prompt: deep('protectionPromptDepth', true),
    egress: deep('egressDepth', true),
    engineer: deep('engineerDepth', false),
  };
}
