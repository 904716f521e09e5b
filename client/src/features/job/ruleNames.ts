import type { RuleSetId } from '@tamper/core/rules';
import type { UnitSystem } from '@tamper/core/units';

export const SHORT_NAMES: Record<RuleSetId, string> = { US: 'US', UK: 'UK', AUNZ: 'AU / NZ' };
export const UNIT_OPTIONS: readonly { value: UnitSystem; label: string }[] = [
  { value: 'metric', label: 'Metric' },
  { value: 'us', label: 'Feet, inches' },
];
