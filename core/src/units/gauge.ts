import { FOOT } from './length';
import { formatForce, GRAVITY, POUND_FORCE } from './amount';
import { formatVelocity, GALLON, parseIn } from './flow';
import { fixed, NUMBER, refuse, tidy, trimmed, type Parsed, type UnitSystem } from './parsed';

/* What is read of gauges, testers and watches while something is laid and tested: fetched by the screens that do. */

/** Of a pound a square inch, pascals. */
export const PSI = POUND_FORCE / (FOOT / 12) ** 2;

/** Pressure of a metre of water, pascals. */
export const HEAD = 1000 * GRAVITY;
/** Shows the pressure of a test with air or water (Pa) as its gauge does: mbar, from 1 bar on bar; or psi to a hundredth. */
export const formatTestPressure = (pascals: number, system: UnitSystem): string =>
  system === 'us'
    ? `${fixed(pascals / PSI, 2)} psi`
    : Math.abs(pascals) < 1e5
      ? `${Number(fixed(pascals / 100, 1))} mbar`
      : `${fixed(pascals / 1e5, 2)} bar`;

const TEST_UNITS: Record<string, number> = {
  mbar: 100,
  hpa: 100,
  bar: 1e5,
  kpa: 1e3,
  pa: 1,
  mpa: 1e6,
  psi: PSI,
  m: HEAD,
  'm of water': HEAD,
  'm water': HEAD,
  ft: HEAD * FOOT,
  'ft of water': HEAD * FOOT,
  'in of water': (HEAD * FOOT) / 12,
};
/**
 * Reads the pressure of a test as typed: `100 mbar`, `10 kPa`, `1.5 psi`, `0.1 bar`, `1 m of water`; a bare number is in `bare`. @returns pascals.
 * @example parseTestPressure('1 m of water', 'mbar') // 9810 Pa
 */
export function parseTestPressure(text: string, bare: 'mbar' | 'bar' | 'psi'): Parsed {
  const match = new RegExp(`^(-?${NUMBER})\\s*([a-z ]*)$`).exec(tidy(text));
  const factor = match ? TEST_UNITS[match[2]?.trim() || bare] : undefined;
  if (!match || factor === undefined)
    return refuse(`“${text.trim()}” is not a pressure. Type it like 100 mbar, 10 kPa, 1.5 psi or 1 m of water.`);
  const value = Number(match[1]) * factor;
  return { ok: true, value, understood: formatTestPressure(value, bare === 'psi' ? 'us' : 'metric') };
}

/** Reads a force as a gauge shows it: `820 N`, `1.2 kN`, `180 lbf`, `80 kg`; a bare number is N, or lbf in feet and inches. @returns newtons. */
export function parseForce(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(n|kn|lbf|lb|kg|kgf)?$`).exec(tidy(text));
  if (!match) return refuse(`“${text.trim()}” is not a pull. Type it like 820 N, 1.2 kN or 180 lbf.`);
  const unit = match[2] ?? (system === 'us' ? 'lbf' : 'n');
  const factor = unit === 'n' ? 1 : unit === 'kn' ? 1000 : unit.startsWith('lb') ? POUND_FORCE : 9.80665;
  const value = Number(match[1]) * factor;
  return { ok: true, value, understood: formatForce(value, system) };
}

const OHMS: readonly [factor: number, unit: string][] = [
  [1e9, 'GΩ'],
  [1e6, 'MΩ'],
  [1e3, 'kΩ'],
  [1, 'Ω'],
];
/** Shows the resistance of a conductor or of insulation (Ω), to three figures. */
export function formatOhms(ohms: number): string {
  const [factor, unit] = OHMS.find(([least]) => Math.abs(ohms) >= least) ?? [1, 'Ω'];
  return `${Number((ohms / factor).toPrecision(3))} ${unit}`;
}

const OHM_UNITS: Record<string, number> = { g: 1e9, m: 1e6, k: 1e3, '': 1 };
/** Reads a resistance: `200 MΩ`, `0.35 ohm`, `1.2 Gohm`; a bare number is in `bare`. @returns ohms. */
export function parseOhms(text: string, bare: 'MΩ' | 'Ω'): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(?:([gmk]?)(?:Ω|ω|ohms?))?$`, 'u').exec(tidy(text));
  if (!match) return refuse(`“${text.trim()}” is not a resistance. Type it like 200 MΩ or 0.35 ohm.`);
  const value = Number(match[1]) * (OHM_UNITS[match[2] ?? (bare === 'MΩ' ? 'm' : '')] as number);
  return { ok: true, value, understood: formatOhms(value) };
}

/** Reads how long something lasted, in minutes: `3.5`, `3:30`, `90 s`, `2 h`. @returns minutes. */
export function parseMinutes(text: string): Parsed {
  const clock = /^(\d+):([0-5]\d)$/.exec(tidy(text));
  const match = new RegExp(`^(${NUMBER})\\s*(s|sec|min|h)?$`).exec(tidy(text));
  if (!clock && !match) return refuse(`“${text.trim()}” is not a time. Type it like 3.5, 3:30, 90 s or 2 h.`);
  const value = clock
    ? Number(clock[1]) + Number(clock[2]) / 60
    : Number(match?.[1]) * { s: 1 / 60, sec: 1 / 60, min: 1, h: 60 }[match?.[2] ?? 'min']!;
  return { ok: true, value, understood: formatMinutes(value) };
}
/** Shows minutes as a watch does: `3:30`. */
export function formatMinutes(minutes: number): string {
  const seconds = Math.round(minutes * 60);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} min`;
}

/** Reads a velocity: `0.6`, `0.6 m/s`, `2 ft/s`. @returns m/s. */
export const parseVelocity = (text: string, system: UnitSystem): Parsed =>
  parseIn(text, { 'm/s': 1, 'ft/s': FOOT }, system === 'us' ? 'ft/s' : 'm/s', 'a velocity', '0.6 m/s or 2 ft/s', (value) =>
    formatVelocity(value, 'metric'),
  );

/** Gallons a thousand square feet, in metres. */
const GALLON_FEET = GALLON / (1000 * FOOT ** 2);
/** Shows how much water a wetted wall takes up (m³ a m²) in l/m² or gallons a thousand square feet. */
export const formatMakeUp = (metres: number, system: UnitSystem): string =>
  system === 'us' ? `${(metres / GALLON_FEET).toFixed(1)} gal/1000 ft²` : `${(metres * 1000).toFixed(2)} l/m²`;

/** Reads how much water a wetted wall takes up: `0.15`, `0.15 l/m²`, `4 gal/1000 ft²`. @returns m³ a m². */
export const parseMakeUp = (text: string, system: UnitSystem): Parsed =>
  parseIn(
    text,
    { 'l/m2': 0.001, 'gal/1000 ft2': GALLON_FEET },
    system === 'us' ? 'gal/1000 ft2' : 'l/m2',
    'a make-up',
    '0.15 l/m² or 4 gal/1000 ft²',
    (value) => `${trimmed(value * 1000, 2)} l/m²`,
  );
