import { FOOT } from './length';
import { fixed, NUMBER, refuse, tidy, type Parsed, type UnitSystem } from './parsed';

const CUBIC_YARD = (3 * FOOT) ** 3;
const SHORT_TON = 907.18474;

/** Shows a volume (m³) to 0.1 m³ or 0.1 yd³. */
export const formatVolume = (cubicMetres: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(cubicMetres / CUBIC_YARD, 1)} yd³` : `${fixed(cubicMetres, 1)} m³`;

/** Shows a sectional area (m²) to 0.01 m² or 0.1 ft². */
export const formatArea = (squareMetres: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(squareMetres / FOOT ** 2, 1)} ft²` : `${fixed(squareMetres, 2)} m²`;

/** Shows a mass (kg) to 0.1 t, or 0.1 short ton in US units. */
export const formatMass = (kilograms: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(kilograms / SHORT_TON, 1)} ton` : `${fixed(kilograms / 1000, 1)} t`;

/** Shows a duration (hours) to a quarter of an hour. */
export const formatHours = (hours: number): string => `${fixed(Math.max(0.25, Math.round(hours * 4) / 4), 2).replace(/\.?0+$/, '')} h`;

const POUND = 0.45359237;
/** Shows the mass of a machine or a load (kg) in kilograms or pounds. */
export const formatMassOf = (kilograms: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(kilograms / POUND, 0)} lb` : `${fixed(kilograms, 0)} kg`;

/** Reads the mass of a machine or a load: `2500`, `2.5 t`, `2500 kg`, `5000 lb`. @returns kilograms. */
export function parseMass(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(kg|t|lb|lbs|ton|tons)?$`).exec(tidy(text));
  const unit = match?.[2] ?? (system === 'us' ? 'lb' : 'kg');
  const factor = unit === 'kg' ? 1 : unit === 't' ? 1000 : unit.startsWith('lb') ? POUND : SHORT_TON;
  if (!match) return refuse(`“${text.trim()}” is not a weight. Type it like 2500 kg, 2.5 t or 5500 lb.`);
  const value = Number(match[1]) * factor;
  return { ok: true, value, understood: `${text.trim()} = ${fixed(value, 0)} kg` };
}

export const POUND_FORCE = POUND * 9.80665;
/** Shows a force (N): N up to 1 kN, then kN to 0.1; or whole pounds-force. */
export const formatForce = (newtons: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(newtons / POUND_FORCE, 0)} lbf` : newtons < 1000 ? `${fixed(newtons, 0)} N` : `${fixed(newtons / 1000, 2)} kN`;

/** Shows a load along a line (N/m) in N/m, kN/m or lbf/ft. */
export const formatLineLoad = (newtonsAMetre: number, system: UnitSystem): string =>
  system === 'us'
    ? `${fixed((newtonsAMetre * FOOT) / POUND_FORCE, 0)} lbf/ft`
    : newtonsAMetre < 1000
      ? `${fixed(newtonsAMetre, 0)} N/m`
      : `${fixed(newtonsAMetre / 1000, 1)} kN/m`;

/** Shows a pressure (Pa) in kPa or psi; megapascals from 1 MPa on. */
export const formatPressure = (pascals: number, system: UnitSystem): string =>
  system === 'us'
    ? `${fixed(pascals / (POUND_FORCE / (FOOT / 12) ** 2), 1)} psi`
    : pascals < 1e6
      ? `${fixed(pascals / 1000, 0)} kPa`
      : `${fixed(pascals / 1e6, 1)} MPa`;

const PRESSURE_UNITS = { mpa: 1e6, kpa: 1e3, bar: 1e5, psi: POUND_FORCE / (FOOT / 12) ** 2 } as const;
/** Reads a pressure as it stands on the gauge: `5 MPa`, `50 bar`, `720 psi`, `5000 kPa`; a bare number is MPa, or psi in feet and inches. @returns pascals. */
export function parsePressure(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(mpa|kpa|bar|psi)?$`).exec(tidy(text).toLowerCase());
  if (!match) return { ok: false, error: 'Type the pressure as the gauge shows it: 5 MPa, 50 bar or 720 psi.' };
  const unit = (match[2] ?? (system === 'us' ? 'psi' : 'mpa')) as keyof typeof PRESSURE_UNITS;
  const value = Number(match[1]) * PRESSURE_UNITS[unit];
  return { ok: true, value, understood: formatPressure(value, system) };
}

const TON_SQUARE_FOOT = (2000 * POUND_FORCE) / FOOT ** 2;
/** Shows the unconfined strength of a soil (Pa) in kPa or US tons a square foot. */
export const formatStrength = (pascals: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(pascals / TON_SQUARE_FOOT, 2)} ton/ft²` : `${fixed(pascals / 1000, 0)} kPa`;

/** Reads the strength of a soil: `75`, `75 kPa`, `1.5 tsf`, `1.5 ton/ft²`. @returns pascals. */
export function parseStrength(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(kpa|tsf|ton/ft²|ton/ft2)?$`).exec(tidy(text).toLowerCase());
  if (!match) return refuse(`“${text.trim()}” is not a strength. Type it like 75 kPa or 1.5 tsf.`);
  const tons = match[2] === undefined ? system === 'us' : match[2] !== 'kpa';
  const value = Number(match[1]) * (tons ? TON_SQUARE_FOOT : 1000);
  return { ok: true, value, understood: `${text.trim()} = ${fixed(value / 1000, 0)} kPa` };
}

/** What a kilogram weighs, newtons. */
export const GRAVITY = 9.81;

/** Shows a density (kg/m³) in kg/m³ or lb/ft³. */
export const formatDensity = (kilograms: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed((kilograms * FOOT ** 3) / POUND, 0)} lb/ft³` : `${fixed(kilograms, 0)} kg/m³`;
/** Shows the size of a grain (m) in mm or inches. */
export const formatGrain = (metres: number, system: UnitSystem): string =>
  system === 'us' ? `${Number((metres / (FOOT / 12)).toFixed(2))} in` : `${Number((metres * 1000).toFixed(1))} mm`;
