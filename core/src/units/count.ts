import { refuse, tidy, type Parsed } from './parsed';

/** Reads a whole number of things: `3`, `14 days`. @param what the things, as people say them. */
export function parseCount(text: string, what: string): Parsed {
  const match = /^(\d{1,6})\s*[a-z ]*$/.exec(tidy(text));
  if (!match) return refuse(`Type a whole number of ${what}.`);
  return { ok: true, value: Number(match[1]), understood: `${Number(match[1])} ${what}` };
}

/** Words as a sentence begins with them. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

export const formatDays = (days: number): string => (days === 1 ? '1 day' : `${days} days`);

/**
 * Reads a plain number with or without its unit: `230`, `230 V`, `5 %`. @param factor how many of the unit go into one of what is kept,
 * such as 100 for percent of a share.
 */
export function parseDecimal(text: string, unit: string, factor = 1): Parsed {
  const typed = tidy(text);
  const bare = unit && typed.toLowerCase().endsWith(unit.toLowerCase()) ? typed.slice(0, -unit.length).trim() : typed;
  if (!/^-?(?:\d+(?:\.\d*)?|\.\d+)$/.test(bare))
    return refuse(
      `“${text.trim()}” is not a number${unit ? ` of ${unit}` : ''}. Type it like ${unit === '%' ? '5 %' : `12.5${unit ? ` ${unit}` : ''}`}.`,
    );
  const value = Number(bare) / factor;
  return { ok: true, value, understood: `${bare}${unit ? ` ${unit}` : ''}` };
}
