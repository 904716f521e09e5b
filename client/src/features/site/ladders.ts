import type { Range } from '@tamper/core/geometry';
import type { SiteEdit } from './context';
import { formatStation, parseStation, type UnitSystem } from '@tamper/core/units';

/** Where ladders are to stand in a stretch, as it is typed. */
export const laddersPlanned = ({ plan }: Pick<SiteEdit, 'plan'>, { from, to }: Range, units: UnitSystem): string =>
  [
    ...new Set(plan.ladders.filter(({ station }) => station >= from && station <= to).map(({ station }) => formatStation(station, units))),
  ].join('; ');

/** Stations typed one after another, parted by semicolons or “and”; a sentence where one cannot be read. */
export function readLadders(text: string, units: UnitSystem): { ladders: number[] } | { fault: string } {
  const parts = text
    .split(/[;\n]|\band\b/)
    .map((part) => part.trim())
    .filter(Boolean);
  const read = parts.map((part) => parseStation(part, units));
  const wrong = read.find((one) => !one.ok);
  if (wrong && !wrong.ok) return { fault: `Ladders: ${wrong.error}` };
  return { ladders: read.flatMap((one) => (one.ok ? [one.value] : [])) };
}
