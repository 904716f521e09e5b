import { waysOutWanted } from '@tamper/core/gates';
import type { Range } from '@tamper/core/geometry';
import { formatStation, parseStation, type UnitSystem } from '@tamper/core/units';
import type { SiteEdit } from './context';

/** Where ways out are wanted in a stretch by what stands there now, as it is typed. */
export const laddersOffered = (
  { plan, register, rules }: Pick<SiteEdit, 'plan' | 'register' | 'rules'>,
  range: Range,
  units: UnitSystem,
): string =>
  waysOutWanted(plan, register, rules, range)
    .map((station) => formatStation(station, units))
    .join('; ');

/** Stations typed one after another, parted by semicolons or “and”; a sentence where one cannot be read. */
export function readLadders(text: string, units: UnitSystem): { ladders: number[] } | { fault: string } {
  const parts = text
    .split(/[;\n]|\band\b/)
    .map((part) => part.trim())
    .filter(Boolean);
  const read = parts.map((part) => parseStation(part, units));
  const wrong = read.find((one) => !one.ok);
  if (wrong && !wrong.ok) return { fault: `Ways out: ${wrong.error}` };
  return { ladders: read.flatMap((one) => (one.ok ? [one.value] : [])) };
}
