import {
  formatBatter,
  formatDays,
  formatHours,
  formatLength,
  formatPercent,
  formatStrength,
  formatVelocity,
  parseBatter,
  parseCount,
  parseDecimal,
  parseLength,
  parsePercent,
  parseStrength,
  type Parsed,
  type UnitSystem,
} from '../units';
import { formatMakeUp, formatOhms, formatTestPressure, parseMakeUp, parseOhms, parseTestPressure, parseVelocity } from '../units/gauge';
import type { RuleQuantity } from './ruleSets';

/** How what a rule measures is shown and typed: for the screen that changes rules. */
export const ruleQuantities: Record<
  RuleQuantity,
  { show: (value: number, units: UnitSystem) => string; parse: (text: string, units: UnitSystem) => Parsed }
> = {
  length: { show: formatLength, parse: (text, units) => parseLength(text, units === 'us' ? 'ft' : 'm') },
  batter: { show: formatBatter, parse: parseBatter },
  hours: { show: formatHours, parse: (text) => parseDecimal(text, 'h') },
  minutes: { show: (value) => `${value} min`, parse: (text) => parseDecimal(text, 'min') },
  days: { show: formatDays, parse: (text) => parseCount(text, 'days') },
  count: { show: String, parse: (text) => parseCount(text, 'pieces') },
  share: { show: formatPercent, parse: parsePercent },
  parts: { show: (value) => `${value} ppm`, parse: (text) => parseDecimal(text, 'ppm') },
  makeUp: { show: formatMakeUp, parse: parseMakeUp },
  pressure: { show: formatTestPressure, parse: (text, units) => parseTestPressure(text, units === 'us' ? 'psi' : 'bar') },
  ohms: { show: formatOhms, parse: (text) => parseOhms(text, 'MΩ') },
  speed: { show: formatVelocity, parse: parseVelocity },
  ratio: { show: (value) => String(value), parse: (text) => parseDecimal(text, 'times') },
  strength: { show: formatStrength, parse: parseStrength },
};
