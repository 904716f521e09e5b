import { MIXED, mixed, NUMBER, refuse, tidy, trimmed, type Parsed, type UnitSystem } from './parsed';

const PERCENT = new RegExp(`^(${NUMBER})\\s*(?:%|percent|per cent)$`);
const ONE_IN = new RegExp(`^(${NUMBER})\\s*(?::|in)\\s*(${NUMBER})$`);
const MM_PER_M = new RegExp(`^(${NUMBER})\\s*mm\\s*(?:/|per)\\s*m$`);
const IN_PER_FT = new RegExp(`^(${MIXED})\\s*(?:"|in)\\s*(?:/|per)\\s*(?:ft|'|foot)$`);

/**
 * Reads a gradient: `2%`, `1:50`, `1 in 50`, `1/4"/ft`, `20 mm/m`.
 * @returns fall per unit length (rise/run ratio, 0.02 for 1:50). A bare number is refused: it could mean any of them.
 */
export function parseGradient(text: string): Parsed {
  const plain = tidy(text);
  const value = readGradient(plain);
  if (value === null || !Number.isFinite(value) || value > 1)
    return refuse(`“${text.trim()}” is not a gradient. Type it like 1:50, 2%, 20 mm/m or 1/4"/ft.`);
  return { ok: true, value, understood: `${text.trim()} = ${formatGradient(value, 'metric')}` };
}

function readGradient(plain: string): number | null {
  if (plain === 'level') return 0;
  const percent = PERCENT.exec(plain);
  if (percent) return Number(percent[1]) / 100;
  const oneIn = ONE_IN.exec(plain);
  if (oneIn) return Number(oneIn[1]) / Number(oneIn[2]);
  const perMetre = MM_PER_M.exec(plain);
  if (perMetre) return Number(perMetre[1]) / 1000;
  const perFoot = IN_PER_FT.exec(plain);
  return perFoot ? mixed(perFoot[1] ?? '') / 12 : null;
}

/** Shows a gradient as `1:50 (2.00 %)`, or `1/4"/ft`-style decimals in US units: `0.24 in/ft (2.00 %)`. */
export function formatGradient(ratio: number, system: UnitSystem): string {
  if (Math.abs(ratio) < 1e-6) return 'level';
  const percent = `${(ratio * 100).toFixed(2)} %`;
  if (system === 'us') return `${trimmed(ratio * 12, 2)} in/ft (${percent})`;
  return `${ratio < 0 ? '-' : ''}1:${trimmed(1 / Math.abs(ratio), Math.abs(ratio) > 0.1 ? 1 : 0)} (${percent})`;
}

const RATIO = new RegExp(`^(${MIXED})\\s*:\\s*(${NUMBER})$`);
const DEGREES = new RegExp(`^(${NUMBER})\\s*(?:°|deg|degs|degrees?)$`);

/**
 * Reads the batter of a trench side: `1:1`, `3/4:1`, `1½:1` (horizontal:vertical) or `45°` from horizontal.
 * @returns horizontal run per unit of height; 0 is vertical. Refuses 0° and anything leaning into the trench.
 */
export function parseBatter(text: string): Parsed {
  const plain = tidy(text);
  const degrees = DEGREES.exec(plain);
  if (degrees) {
    const angle = Number(degrees[1]);
    if (angle === 0) return refuse('A batter of 0° is flat ground. Give the angle from horizontal, for example 45°.');
    if (angle > 90) return refuse('A batter over 90° leans into the trench. Give the angle from horizontal, 90° or less.');
    return batter(text, angle === 90 ? 0 : 1 / Math.tan((angle * Math.PI) / 180));
  }
  const ratio = RATIO.exec(plain);
  const value = ratio ? mixed(ratio[1] ?? '') / Number(ratio[2]) : NaN;
  if (!Number.isFinite(value))
    return refuse(`“${text.trim()}” is not a batter. Type horizontal:vertical like 1:1 or 3/4:1, or degrees like 45°.`);
  return batter(text, value);
}

const batter = (text: string, value: number): Parsed => ({ ok: true, value, understood: `${text.trim()} = ${formatBatter(value)}` });

const QUARTERS = ['', '¼', '½', '¾'];

/** Shows a batter as H:V alone: `1½:1`, where its degrees stand near it already. */
export function formatBatterRatio(horizontalPerVertical: number): string {
  if (horizontalPerVertical === 0) return 'vertical';
  const quarters = horizontalPerVertical * 4;
  const whole = Math.floor(horizontalPerVertical);
  const ratio =
    Math.abs(quarters - Math.round(quarters)) < 1e-9
      ? `${whole > 0 || Math.round(quarters) % 4 === 0 ? whole : ''}${QUARTERS[Math.round(quarters) % 4] ?? ''}`
      : trimmed(horizontalPerVertical, 2);
  return `${ratio}:1`;
}

/** Shows a batter as H:V with its angle, because ½:1 and 1½:1 sound alike: `1½:1 (34° from flat)`. */
export const formatBatter = (horizontalPerVertical: number): string =>
  horizontalPerVertical === 0
    ? 'vertical (90°)'
    : `${formatBatterRatio(horizontalPerVertical)} (${Math.round((Math.atan2(1, horizontalPerVertical) * 180) / Math.PI)}° from flat)`;

/** Reads an angle in degrees: `60`, `60°`. @returns radians. */
export function parseAngle(text: string): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(?:°|deg|degrees?)?$`).exec(tidy(text));
  const degrees = match ? Number(match[1]) : NaN;
  if (!(degrees <= 360)) return refuse(`“${text.trim()}” is not an angle. Type degrees, like 60°.`);
  return { ok: true, value: (degrees * Math.PI) / 180, understood: `${trimmed(degrees, 1)}°` };
}

/** Reads a share: `25`, `25%` → 0.25. Refuses anything outside 0 to 300 %. */
export function parsePercent(text: string): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*%?$`).exec(tidy(text));
  const value = match ? Number(match[1]) / 100 : NaN;
  if (!(value <= 3)) return refuse(`“${text.trim()}” is not a percentage. Type it like 25 or 25%.`);
  return { ok: true, value, understood: `${trimmed(value * 100, 1)} %` };
}

export const formatPercent = (share: number): string => `${trimmed(share * 100, 1)} %`;
