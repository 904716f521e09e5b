import { MIXED, mixed, NUMBER, refuse, tidy, trimmed, type Parsed, type UnitSystem } from './parsed';

export const FOOT = 0.3048;
export const INCH = FOOT / 12;

export type LengthUnit = 'm' | 'mm' | 'ft' | 'in';

const METRES: Record<string, number> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  km: 1000,
  metre: 1,
  metres: 1,
  meter: 1,
  meters: 1,
  "'": FOOT,
  ft: FOOT,
  foot: FOOT,
  feet: FOOT,
  '"': INCH,
  in: INCH,
  inch: INCH,
  inches: INCH,
  yd: 3 * FOOT,
};
const FEET_WORD = `(?:'|ft\\.?|feet|foot)`;
const INCH_WORD = `(?:"|in\\.?|inch|inches)`;
const FEET_INCHES = new RegExp(`^(${NUMBER})\\s*${FEET_WORD}\\s*-?\\s*(${MIXED})\\s*${INCH_WORD}?$`);
const WITH_UNIT = new RegExp(`^(${MIXED})\\s*(mm|cm|km|m|metres?|meters?|'|ft\\.?|feet|foot|"|in\\.?|inch|inches|yd)$`);
const BARE = new RegExp(`^${MIXED}$`);

/**
 * Reads a length as people type it: `1.2`, `1200 mm`, `1.2m`, `4 ft`, `3' 6"`, `42"`, `4.25 ft`, `18 1/2 in`.
 * @param bare unit of a number typed alone (metres unless said).
 * @returns metres, signed, with what was understood; or a sentence when the text is not a length.
 */
export function parseLength(text: string, bare: LengthUnit = 'm'): Parsed {
  const plain = tidy(text);
  if (plain === '') return refuse('Type a length, for example 1.2 m or 4 ft 6 in.');
  if (/\d,\d/.test(plain)) return refuse('Use a point for decimals and no comma: 1.2 or 1200.');
  const sign = plain.startsWith('-') ? -1 : 1;
  const body = plain.replace(/^[-+]\s*/, '');
  const metres = readLength(body, bare);
  if (metres === null || !Number.isFinite(metres)) return refuse(`“${text.trim()}” is not a length. Type it like 1.2 m, 1200 mm or 3' 6".`);
  const value = sign * metres;
  return { ok: true, value, understood: `${text.trim()} = ${trimmed(value, 3)} m` };
}

function readLength(body: string, bare: LengthUnit): number | null {
  const feetInches = FEET_INCHES.exec(body);
  if (feetInches) return Number(feetInches[1]) * FOOT + mixed(feetInches[2] ?? '') * INCH;
  const unit = WITH_UNIT.exec(body);
  if (unit) return mixed(unit[1] ?? '') * (METRES[(unit[2] ?? '').replace('.', '')] ?? NaN);
  return BARE.test(body) ? mixed(body) * (METRES[bare] ?? NaN) : null;
}

/**
 * How a length is shown. `level`: 1 mm or 0.01 ft. `depth`: nearest 5 mm or ¼ in, as feet and inches.
 * `size`: small things, whole millimetres or ¼ in. `span`: along the run, 0.1 m or 0.1 ft.
 */
export type LengthStyle = 'level' | 'depth' | 'size' | 'span';

/** Unit of a number typed alone: small things in mm or inches, everything else in m or feet. */
export const bareUnit = (system: UnitSystem, style: LengthStyle = 'depth'): LengthUnit =>
  style === 'size' ? (system === 'us' ? 'in' : 'mm') : system === 'us' ? 'ft' : 'm';

/** Shows a length (metres) in the reader's units. Rounds only here, never inside a calculation. */
export function formatLength(metres: number, system: UnitSystem, style: LengthStyle = 'depth'): string {
  if (system === 'metric') {
    if (style === 'size') return `${trimmed(metres * 1000, 0)} mm`;
    if (style === 'span') return `${trimmed(metres, 1)} m`;
    // Levels that are the same but for the last bit of a sum are shown the same.
    if (style === 'level') return `${(Math.round(Number((metres * 1000).toFixed(3))) / 1000).toFixed(3)} m`;
    return `${(Math.round(metres / 0.005) * 0.005).toFixed(metres === 0 ? 0 : 3).replace(/(\.\d\d)0$/, '$1')} m`;
  }
  if (style === 'level') return `${(metres / FOOT).toFixed(2)} ft`;
  if (style === 'span') return `${trimmed(metres / FOOT, 1)} ft`;
  return feetAndInches(metres, style === 'size');
}

function feetAndInches(metres: number, inchesOnly: boolean): string {
  const quarters = Math.round(Math.abs(metres) / (INCH / 4));
  const sign = metres < 0 && quarters > 0 ? '-' : '';
  const feet = inchesOnly ? 0 : Math.floor(quarters / 48);
  const rest = quarters - feet * 48;
  const fraction = ['', ' 1/4', ' 1/2', ' 3/4'][rest % 4] ?? '';
  const whole = Math.floor(rest / 4);
  const inches = whole === 0 && fraction ? `${fraction.trim()}"` : `${whole}${fraction}"`;
  if (feet === 0) return `${sign}${inches}`;
  return rest === 0 ? `${sign}${feet}'` : `${sign}${feet}' ${inches}`;
}

const STATION = new RegExp(`^(\\d+)\\s*\\+\\s*(${NUMBER})\\s*(?:m|ft)?$`);

/**
 * Reads a station: `42.5`, `42.5 m`, `0+042.5` (metric, kilometres + metres), `1+38.00` (US, hundreds of feet + feet).
 * @returns metres from the start of the run.
 */
export function parseStation(text: string, system: UnitSystem): Parsed {
  const plus = STATION.exec(tidy(text));
  if (!plus) {
    const along = parseLength(text, system === 'us' ? 'ft' : 'm');
    return along.ok ? along : refuse(`“${text.trim()}” is not a station. Type it like 42.5 or ${system === 'us' ? '1+38.00' : '0+042.5'}.`);
  }
  const [major, minor] = [Number(plus[1]), Number(plus[2])];
  const value = system === 'us' ? (major * 100 + minor) * FOOT : major * 1000 + minor;
  return { ok: true, value, understood: `${text.trim()} = ${trimmed(value, 3)} m` };
}

/** Shows a station: `42.5 m` in metric, `1+38.00` in US. */
export function formatStation(metres: number, system: UnitSystem): string {
  if (system === 'metric') return `${metres.toFixed(1)} m`;
  const hundredths = Math.round((metres / FOOT) * 100);
  const feet = Math.floor(hundredths / 100);
  const minor = (hundredths - Math.floor(feet / 100) * 10000) / 100;
  return `${Math.floor(feet / 100)}+${minor.toFixed(2).padStart(5, '0')}`;
}

/** A station to type over: to the millimetre where it is shown rounded, so that it means the same when it is read back. */
export const exactStation = (metres: number, system: UnitSystem): string =>
  system === 'metric' && Math.abs(metres * 10 - Math.round(metres * 10)) > 1e-6 ? `${trimmed(metres, 3)} m` : formatStation(metres, system);

/** Shows a stretch: `2.0 m to 14.5 m`; one that begins and ends at the same station, as it is shown, is `at 22.0 m`. */
export function formatStretch({ from, to }: { from: number; to: number }, system: UnitSystem): string {
  const [start, end] = [formatStation(from, system), formatStation(to, system)];
  return start === end ? `at ${start}` : `${start} to ${end}`;
}
