/** The two display systems. Everything inside the core is SI; these only decide how values are typed and shown. */
export type UnitSystem = 'metric' | 'us';

/**
 * What a typed text was understood to mean.
 * `value` is SI (metres, ratio, radians as the parser says); `understood` repeats it in words for the screen.
 * `error` is one sentence that says how to type it instead.
 */
export type Parsed = { ok: true; value: number; understood: string } | { ok: false; error: string };

export const refuse = (error: string): Parsed => ({ ok: false, error });

/** A number as typed on a phone: `12`, `12.5`, `.5`, `12.` */
export const NUMBER = '(?:\\d+(?:\\.\\d*)?|\\.\\d+)';
/** A number, a fraction or a whole number and a fraction: `1`, `1/4`, `1 1/2`. */
export const MIXED = `(?:${NUMBER}|\\d+\\s*/\\s*\\d+|\\d+\\s+\\d+\\s*/\\s*\\d+)`;

const GLYPHS: Record<string, string> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' };

/** Lower-cases, trims and turns typographic quotes, primes, minus signs and fraction glyphs into plain ASCII. */
export function tidy(text: string): string {
  return text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (glyph) => ` ${GLYPHS[glyph] ?? ''}`)
    .replace(/[’‘′]/g, "'")
    .replace(/[”“″]|''/g, '"')
    .replace(/[−–]/g, '-')
    .replace(/\u00a0/g, ' ')
    .trim()
    .toLowerCase();
}

/** Value of a text that matches {@link MIXED}; NaN when a fraction divides by zero. */
export function mixed(text: string): number {
  const parts = text.trim().split(/\s+(?=\d+\s*\/)/);
  return parts.reduce((sum, part) => {
    const [top, bottom] = part.split('/').map(Number);
    return sum + (bottom === undefined ? (top ?? NaN) : bottom === 0 ? NaN : (top ?? NaN) / bottom);
  }, 0);
}

/** Fixed decimals, never a negative zero. */
export function fixed(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? text.replace('-', '') : text;
}

/** Fixed decimals without trailing zeros. */
export const trimmed = (value: number, decimals: number): string => {
  const text = fixed(value, decimals);
  return decimals > 0 ? text.replace(/\.?0+$/, '') : text;
};
