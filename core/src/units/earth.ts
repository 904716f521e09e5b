import { FOOT } from './length';
import { NUMBER, refuse, tidy, trimmed, type Parsed, type UnitSystem } from './parsed';

const FAHRENHEIT = { factor: 9 / 5, zero: 32 };
const DAY = 86_400;

/** Shows a temperature (°C) in °C or °F. */
export const formatTemperature = (celsius: number, system: UnitSystem): string =>
  system === 'us' ? `${trimmed(celsius * FAHRENHEIT.factor + FAHRENHEIT.zero, 0)} °F` : `${trimmed(celsius, 1)} °C`;

/** Reads a temperature: `15`, `15 °C`, `60 F`. @returns °C. */
export function parseTemperature(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(-?${NUMBER})\\s*°?\\s*(c|f)?$`).exec(tidy(text));
  if (!match) return refuse(`“${text.trim()}” is not a temperature. Type it like 15 °C or 60 °F.`);
  const fahrenheit = match[2] === undefined ? system === 'us' : match[2] === 'f';
  const value = fahrenheit ? (Number(match[1]) - FAHRENHEIT.zero) / FAHRENHEIT.factor : Number(match[1]);
  return { ok: true, value, understood: `${text.trim()} = ${trimmed(value, 1)} °C` };
}

/** Shows how badly soil conducts heat (K·m/W); in US trade as rho, which is °C·cm/W. */
export const formatThermal = (resistivity: number, system: UnitSystem): string =>
  system === 'us' ? `rho ${trimmed(resistivity * 100, 0)}` : `${trimmed(resistivity, 2)} K·m/W`;

/** Reads how badly soil conducts heat: `1.2`, `1.2 K·m/W`, `rho 90`. @returns K·m/W. */
export function parseThermal(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(rho\\s*)?(${NUMBER})\\s*(k·m/w|km/w|k\\.m/w)?$`).exec(tidy(text));
  if (!match) return refuse(`“${text.trim()}” is not a thermal resistivity. Type it like 1.2 K·m/W or rho 90.`);
  const rho = match[1] !== undefined || (match[3] === undefined && system === 'us');
  const value = Number(match[2]) / (rho ? 100 : 1);
  return { ok: true, value, understood: `${text.trim()} = ${trimmed(value, 2)} K·m/W` };
}

/** Shows how fast water goes through ground (m/s) in m/s or ft/day, to one figure. */
export const formatPermeability = (metresPerSecond: number, system: UnitSystem): string =>
  system === 'us' ? `${Number(((metresPerSecond * DAY) / FOOT).toPrecision(1))} ft/day` : `${metresPerSecond.toExponential(0)} m/s`;

/** Reads how fast water goes through ground: `1e-5`, `1e-5 m/s`, `3 ft/day`. @returns m/s. */
export function parsePermeability(text: string, system: UnitSystem): Parsed {
  const match = /^(\d+(?:\.\d*)?(?:e-?\d+)?|\.\d+)\s*(m\/s|ft\/d(?:ay)?)?$/.exec(tidy(text));
  if (!match) return refuse(`“${text.trim()}” is not understood. Type it like 1e-5 m/s or 3 ft/day.`);
  const feet = match[2] === undefined ? system === 'us' : match[2] !== 'm/s';
  const value = Number(match[1]) * (feet ? FOOT / DAY : 1);
  return { ok: true, value, understood: `${value.toExponential(1)} m/s` };
}

/** Shows a conductor's resistance (Ω/m) in mΩ/m or Ω in a thousand feet. */
export const formatResistance = (ohms: number, system: UnitSystem): string =>
  system === 'us' ? `${(ohms * FOOT * 1000).toFixed(3)} Ω/1000 ft` : `${(ohms * 1000).toFixed(3)} mΩ/m`;
