/*
 * Figures as they stand on a maker's or hirer's sheet. Not in the list of the folder: only screens on which somebody copies a sheet load them.
 */
import { formatForce, formatLineLoad, POUND_FORCE } from './amount';
import { formatResistance } from './earth';
import { FOOT } from './length';
import { NUMBER, refuse, tidy, trimmed, type Parsed, type UnitSystem } from './parsed';

/** Reads a force: `1.5 kN`, `1500 N`, `340 lbf`; a bare number is kN, or lbf in feet and inches. @returns newtons. */
export function parseForce(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(kn|n|lbf|lb)?$`).exec(tidy(text).toLowerCase());
  if (!match) return refuse(`“${text.trim()}” is not a force. Type it like 1.5 kN or 340 lbf.`);
  const unit = match[2] ?? (system === 'us' ? 'lbf' : 'kn');
  const value = Number(match[1]) * (unit === 'kn' ? 1000 : unit === 'n' ? 1 : POUND_FORCE);
  return { ok: true, value, understood: formatForce(value, system) };
}

/** Reads a load along a line: `5 kN/m`, `340 lbf/ft`; a bare number is kN/m, or lbf/ft. @returns newtons a metre. */
export function parseLineLoad(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(kn/m|n/m|lbf/ft|lb/ft)?$`).exec(tidy(text).toLowerCase());
  if (!match) return refuse(`“${text.trim()}” is not a load along a line. Type it like 5 kN/m or 340 lbf/ft.`);
  const unit = match[2] ?? (system === 'us' ? 'lbf/ft' : 'kn/m');
  const value = Number(match[1]) * (unit === 'kn/m' ? 1000 : unit === 'n/m' ? 1 : POUND_FORCE / FOOT);
  return { ok: true, value, understood: formatLineLoad(value, system) };
}

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
