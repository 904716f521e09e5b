import { ruleKeys, ruleSets, type Rule, type RuleKey, type RuleSet, type RuleSetId } from './ruleSets';

/** A change to one rule for one job. Who and why are part of the record and are shown wherever the number is. */
export interface Override {
  rule: RuleKey;
  value: number;
  by: string;
  reason: string;
}

export type Rules = Pick<RuleSet, 'id' | 'name' | 'widthMethod' | 'widthBasis'> & Record<RuleKey, Rule>;

const NONE: readonly Override[] = [];
const known = new WeakMap<readonly Override[], Map<RuleSetId, Rules>>();

/** The rule set a job works by: its school's numbers with the job's overrides laid over them. Kept for each list of overrides: every section asks for it. */
export function resolveRules(id: RuleSetId, overrides = NONE): Rules {
  const kept = known.get(overrides) ?? new Map<RuleSetId, Rules>();
  known.set(overrides, kept);
  const rules = kept.get(id) ?? resolved(id, overrides);
  kept.set(id, rules);
  return rules;
}

function resolved(id: RuleSetId, overrides: readonly Override[]): Rules {
  const set = ruleSets[id];
  const byKey = new Map(overrides.map((override) => [override.rule, override]));
  const rules = Object.fromEntries(
    ruleKeys.map((key) => {
      const override = byKey.get(key);
      const rule = set.rules[key];
      return [
        key,
        override ? { value: override.value, basis: `Set for this job by ${override.by}: ${override.reason} (${rule.basis})` } : rule,
      ];
    }),
  ) as Record<RuleKey, Rule>;
  return { id: set.id, name: set.name, widthMethod: set.widthMethod, widthBasis: set.widthBasis, ...rules };
}
