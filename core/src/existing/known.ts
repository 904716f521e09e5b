import type { Range } from '../geometry';
import type { ExistingLine, Exposure } from '../job';
import type { Rules } from '../rules';

type Found = Extract<Exposure, { result: 'found' }>;

/** The newest record of a line being found that still holds; undefined while there is none. */
export const foundRecord = (line: Pick<ExistingLine, 'exposures'>): Found | undefined =>
  line.exposures?.findLast((record) => record.result === 'found');

/** A search in vain that nothing has settled since. */
export function lostRecord(line: Pick<ExistingLine, 'exposures'>): Extract<Exposure, { result: 'notFound' }> | undefined {
  const last = line.exposures?.at(-1);
  return last?.result === 'notFound' ? last : undefined;
}

/** Where a line meets the run: its crossing, or the middle of the stretch it runs along; metres. */
export const stationOfLine = ({ where }: Pick<ExistingLine, 'where'>): number =>
  where.kind === 'crossing' ? where.station : (where.from + where.to) / 2;

/** A line as it was found at its hole: what was expected of it, with what was seen in its place. */
export function knownLine(line: ExistingLine): ExistingLine {
  const found = foundRecord(line);
  return found ? seenAt(line, found) : line;
}

function seenAt(line: ExistingLine, { cover, size, kind, station }: Found): ExistingLine {
  const where = line.where.kind === 'crossing' ? { ...line.where, station } : line.where;
  return { ...line, where, kind, size, coverMin: cover, coverMax: cover, evidence: 'exposed' };
}

/**
 * A part of an existing line of which one thing is known all along it. `across`: how far either side of the centre line a crossing's part goes, measured
 * along the line; `ends`: where a parallel part ends because the line does, so that it may be off there as well.
 */
export interface KnownPart {
  /** The line as it is known there. */
  line: ExistingLine;
  across?: Range;
  ends: { from: boolean; to: boolean };
}

/**
 * The parts of a line: laid bare for as far as it was seen, and the rule's margin further each way; as expected everywhere else. One hole does not
 * expose a line for its whole length.
 */
export function knownParts(line: ExistingLine, rules: Rules): KnownPart[] {
  const margin = rules.exposureMargin.value ?? 0;
  const both = { from: true, to: true };
  if (line.where.kind === 'crossing') {
    const found = foundRecord(line);
    if (!found) return [{ line, ends: both }];
    const half = found.seen / 2 + margin;
    // Where it was met says where it crosses; past the hole it may bend away again.
    const hidden = { ...line, where: { ...line.where, station: found.station } };
    return [
      { line: seenAt(line, found), across: { from: -half, to: half }, ends: both },
      { line: hidden, across: { from: -Infinity, to: -half }, ends: both },
      { line: hidden, across: { from: half, to: Infinity }, ends: both },
    ];
  }
  const { where } = line;
  const seen = (line.exposures ?? [])
    .filter((record): record is Found => record.result === 'found')
    .map((record) => ({
      record,
      from: Math.max(where.from, record.station - record.seen / 2 - margin),
      to: Math.min(where.to, record.station + record.seen / 2 + margin),
    }))
    .filter(({ from, to }) => from < to);
  const cuts = [...new Set([where.from, where.to, ...seen.flatMap(({ from, to }) => [from, to])])].sort((a, b) => a - b);
  return cuts.slice(1).map((to, i): KnownPart => {
    const from = cuts[i] as number;
    // The newest record of a place counts.
    const newest = seen.findLast((one) => one.from <= from && one.to >= to);
    const part = newest ? seenAt(line, newest.record) : line;
    return { line: { ...part, where: { ...where, from, to } }, ends: { from: from === where.from, to: to === where.to } };
  });
}
