import type { ExistingLine, Exposure } from '../job';

/** The newest record of a line being found; undefined while it has not been. */
export const foundRecord = (line: Pick<ExistingLine, 'exposures'>): Extract<Exposure, { result: 'found' }> | undefined =>
  line.exposures.findLast((record) => record.result === 'found');

/** A search in vain that no later find has settled. */
export function lostRecord(line: Pick<ExistingLine, 'exposures'>): Extract<Exposure, { result: 'notFound' }> | undefined {
  const last = line.exposures.at(-1);
  return last?.result === 'notFound' ? last : undefined;
}

/** Where a line meets the run: its crossing, or the middle of the stretch it runs along; metres. */
export const stationOfLine = ({ where }: Pick<ExistingLine, 'where'>): number =>
  where.kind === 'crossing' ? where.station : (where.from + where.to) / 2;

/** A line as it is known now: what was expected of it, with what an exposure showed in its place. */
export function knownLine(line: ExistingLine): ExistingLine {
  const found = foundRecord(line);
  if (!found) return line;
  const { cover, size, kind, station } = found;
  const where = line.where.kind === 'crossing' ? { ...line.where, station } : line.where;
  return { ...line, where, kind, size, coverMin: cover, coverMax: cover, evidence: 'exposed' };
}
