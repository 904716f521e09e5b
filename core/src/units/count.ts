import { refuse, tidy, type Parsed } from './parsed';

/** Reads a whole number of things: `3`, `14 days`. @param what the things, as people say them. */
export function parseCount(text: string, what: string): Parsed {
  const match = /^(\d{1,6})\s*[a-z ]*$/.exec(tidy(text));
  if (!match) return refuse(`Type a whole number of ${what}.`);
  return { ok: true, value: Number(match[1]), understood: `${Number(match[1])} ${what}` };
}

export const formatDays = (days: number): string => (days === 1 ? '1 day' : `${days} days`);
