import {
  formatBatter,
  formatDays,
  formatHours,
  formatLength,
  formatPercent,
  formatStrength,
  parseBatter,
  parseCount,
  parseDecimal,
  parseLength,
  parsePercent,
  parseStrength,
  type Parsed,
  type UnitSystem,
} from '../units';
import type { RuleQuantity } from './ruleSets';

/** How what a rule measures is shown and typed, and the most a changed one may be. */
export const ruleQuantities: Record<
  RuleQuantity,
  { most: number; whole?: true; show: (value: number, units: UnitSystem) => string; parse: (text: string, units: UnitSystem) => Parsed }
> = {
  length: { most: 30, show: formatLength, parse: (text, units) => parseLength(text, units === 'us' ? 'ft' : 'm') },
  batter: { most: 10, show: formatBatter, parse: parseBatter },
  hours: { most: 72, show: formatHours, parse: (text) => parseDecimal(text, 'h') },
  minutes: { most: 1440, show: (value) => `${value} min`, parse: (text) => parseDecimal(text, 'min') },
  days: { most: 400, whole: true, show: formatDays, parse: (text) => parseCount(text, 'days') },
  count: { most: 100, whole: true, show: String, parse: (text) => parseCount(text, 'pieces') },
  share: { most: 1, show: formatPercent, parse: parsePercent },
  parts: { most: 1000, show: (value) => `${value} ppm`, parse: (text) => parseDecimal(text, 'ppm') },
  strength: { most: 1e6, show: formatStrength, parse: parseStrength },
};
