import { FOOT, INCH } from './length';
import { NUMBER, refuse, tidy, trimmed, type Parsed, type UnitSystem } from './parsed';

export const GALLON = 231 * INCH ** 3;
const ACRE = 43_560 * FOOT ** 2;
const HOUR = 3600;

/** Reads `number unit`; a number alone takes the system's own unit. */
export function parseIn(
  text: string,
  units: Record<string, number>,
  bare: string,
  what: string,
  example: string,
  show: (value: number) => string,
): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(.*)$`).exec(tidy(text));
  const factor = match ? units[(match[2] || bare).replaceAll('²', '2').replaceAll('³', '3')] : undefined;
  const value = match && factor !== undefined ? Number(match[1]) * factor : NaN;
  if (!Number.isFinite(value)) return refuse(`“${text.trim()}” is not ${what}. Type it like ${example}.`);
  return { ok: true, value, understood: `${text.trim()} = ${show(value)}` };
}

/** Reads an area: `180`, `180 m²`, `0.2 ha`, `2000 ft²`. @returns m². */
export const parseArea = (text: string, system: UnitSystem): Parsed =>
  parseIn(
    text,
    { m2: 1, ha: 1e4, ft2: FOOT ** 2, 'sq ft': FOOT ** 2, ac: ACRE },
    system === 'us' ? 'ft2' : 'm2',
    'an area',
    '180 m² or 2000 ft²',
    (value) => `${trimmed(value, 1)} m²`,
  );

/** Reads a rainfall: `50`, `50 mm/h`, `2 in/h`. @returns m/s. */
export const parseRain = (text: string, system: UnitSystem): Parsed =>
  parseIn(
    text,
    { 'mm/h': 0.001 / HOUR, 'in/h': INCH / HOUR, '"/h': INCH / HOUR },
    system === 'us' ? 'in/h' : 'mm/h',
    'a rainfall',
    '50 mm/h or 2 in/h',
    (value) => formatRain(value, 'metric'),
  );

/** Reads a flow: `0.5`, `0.5 l/s`, `20 gpm`, `0.01 m3/s`. @returns m³/s. */
export const parseFlow = (text: string, system: UnitSystem): Parsed =>
  parseIn(
    text,
    { 'l/s': 0.001, 'm3/s': 1, gpm: GALLON / 60, cfs: 0.3048 ** 3, 'l/min': 0.001 / 60 },
    system === 'us' ? 'gpm' : 'l/s',
    'a flow',
    '0.5 l/s or 8 gpm',
    (value) => `${trimmed(value * 1000, 2)} l/s`,
  );

/** Shows a rainfall (m/s) in mm/h or in/h. */
export const formatRain = (metresPerSecond: number, system: UnitSystem): string =>
  system === 'us' ? `${trimmed((metresPerSecond * HOUR) / INCH, 2)} in/h` : `${trimmed(metresPerSecond * HOUR * 1000, 0)} mm/h`;

/** Shows a flow (m³/s) to 0.1 l/s or a whole US gallon a minute; what is less than 1 l/s or 10 gpm to one figure more. */
export function formatFlow(cubicMetresPerSecond: number, system: UnitSystem): string {
  const [gallons, litres] = [(cubicMetresPerSecond * 60) / GALLON, cubicMetresPerSecond * 1000];
  return system === 'us' ? `${trimmed(gallons, gallons < 10 ? 1 : 0)} gpm` : `${litres.toFixed(litres > 0 && litres < 1 ? 2 : 1)} l/s`;
}

/** Shows a velocity (m/s) to 0.01 m/s or 0.1 ft/s. */
export const formatVelocity = (metresPerSecond: number, system: UnitSystem): string =>
  system === 'us' ? `${(metresPerSecond / FOOT).toFixed(1)} ft/s` : `${metresPerSecond.toFixed(2)} m/s`;

/** Shows a volume of fuel (m³) in litres or US gallons. */
export const formatFuel = (cubicMetres: number, system: UnitSystem): string =>
  system === 'us' ? `${trimmed(cubicMetres / GALLON, 1)} gal` : `${trimmed(cubicMetres * 1000, 1)} l`;
/** Litres in a US gallon. */
export const LITRES_A_GALLON = GALLON * 1000;
