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

/** Reads a conductor's resistance: `0.727`, `0.727 mΩ/m`, `0.2 ohm/kft`, `0.7 ohm/km`; a bare number is mΩ/m, or Ω in a thousand feet. @returns Ω/m. */
export function parseResistance(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(mω/m|mohm/m|ω/km|ohm/km|ω/1000 ft|ohm/kft|ω/kft)?$`).exec(
    tidy(text)
      .toLowerCase()
      .replace(/\u2126/g, 'ω'),
  );
  if (!match) return refuse(`“${text.trim()}” is not a resistance. Type it like 0.727 mΩ/m or 0.22 ohm/kft.`);
  const feet = match[2] === undefined ? system === 'us' : match[2].endsWith('ft');
  // A milliohm a metre is an ohm a kilometre.
  const value = Number(match[1]) / (feet ? 1000 * FOOT : 1000);
  return { ok: true, value, understood: formatResistance(value, system) };
}

const KCMIL = 0.506707479;
/** Shows the area of a conductor (mm²) in mm² or kcmil. */
export const formatConductor = (area: number, system: UnitSystem): string =>
  system === 'us' ? `${trimmed(area / KCMIL, 1)} kcmil` : `${trimmed(area, 2)} mm²`;

/** Reads the area of a conductor: `25`, `25 mm²`, `250 kcmil`, `6 AWG`, `2/0`; a bare number is mm², or kcmil. Source: AWG n is 0.127·92^((36 − n)/39) mm across. @returns mm². */
export function parseConductor(text: string, system: UnitSystem): Parsed {
  const typed = tidy(text).toLowerCase();
  const gauge = /^(\d{1,2}|[1-4]\/0)\s*awg$/.exec(typed) ?? /^([1-4]\/0)$/.exec(typed);
  const match = new RegExp(`^(${NUMBER})\\s*(mm²|mm2|kcmil|mcm)?$`).exec(typed);
  if (!gauge && !match) return refuse(`“${text.trim()}” is not a conductor. Type it like 25 mm², 250 kcmil or 6 AWG.`);
  const mils = match?.[2] === undefined ? system === 'us' : match[2].startsWith('k') || match[2] === 'mcm';
  const value = gauge ? awg(gauge[1] as string) : Number(match?.[1]) * (mils ? KCMIL : 1);
  return { ok: true, value, understood: formatConductor(value, system) };
}
const awg = (gauge: string): number => {
  const number = gauge.includes('/') ? 1 - Number(gauge[0]) : Number(gauge);
  return (Math.PI / 4) * (0.127 * 92 ** ((36 - number) / 39)) ** 2;
};

const POUND_A_FOOT = 0.45359237 / FOOT;
/** Shows the mass of a line (kg/m) in kg/m or lb/ft. */
export const formatMassAlong = (mass: number, system: UnitSystem): string =>
  system === 'us' ? `${trimmed(mass / POUND_A_FOOT, 3)} lb/ft` : `${trimmed(mass, 3)} kg/m`;

/** Reads the mass of a line: `1.9`, `1.9 kg/m`, `0.5 lb/ft`; a bare number is kg/m, or lb/ft. @returns kg/m. */
export function parseMassAlong(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(kg/m|lbs?/ft)?$`).exec(tidy(text).toLowerCase());
  if (!match) return refuse(`“${text.trim()}” is not a mass along a line. Type it like 1.9 kg/m or 1.3 lb/ft.`);
  const pounds = match[2] === undefined ? system === 'us' : match[2] !== 'kg/m';
  const value = Number(match[1]) * (pounds ? POUND_A_FOOT : 1);
  return { ok: true, value, understood: formatMassAlong(value, system) };
}
