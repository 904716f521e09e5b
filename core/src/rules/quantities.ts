import {
  formatBatter,
  formatDays,
  formatHours,
  formatLength,
  formatMakeUp,
  formatOhms,
  formatPercent,
  formatStrength,
  formatTestPressure,
  formatVelocity,
  parseBatter,
  parseCount,
  parseDecimal,
  parseLength,
  parseMakeUp,
  parseOhms,
  parsePercent,
  parseStrength,
  parseTestPressure,
  parseVelocity,
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
  makeUp: { most: 0.01, show: formatMakeUp, parse: parseMakeUp },
  pressure: { most: 1e7, show: formatTestPressure, parse: (text, units) => parseTestPressure(text, units === 'us' ? 'psi' : 'bar') },
  ohms: { most: 1e12, show: formatOhms, parse: (text) => parseOhms(text, 'MΩ') },
  speed: { most: 10, show: formatVelocity, parse: parseVelocity },
  ratio: { most: 10, show: (value) => String(value), parse: (text) => parseDecimal(text, 'times') },
  strength: { most: 1e6, show: formatStrength, parse: parseStrength },
};
