import { keyOf, type Job, type Run } from '../job';
import { extent, flowDirection, groundAt } from '../alignment';
import { tryPlan } from '../plan/plan';
import { readerOf, say } from '../words';

/**
 * Decisions that change when a line to be joined lies at its greatest instead of its least expected cover: the findings that one
 * plan has and the other has not, in words. The run is led to the line at the end nearest to it.
 */
export function sensitiveDecisions(job: Job, run: Run, lineId: string): string[] {
  const line = run.existing.find(({ id }) => id === lineId);
  if (!line) return [];
  const at = (cover: number) => findingsAt(job, ledTo(run, line.where.kind === 'crossing' ? line.where.station : line.where.from, cover));
  const [shallow, deep] = [at(line.coverMin), at(line.coverMax)];
  const only = (a: Map<string, string>, b: Map<string, string>, where: string) =>
    [...a].filter(([id]) => !b.has(id)).map(([, what]) => `${where}: ${what}`);
  return [...only(deep, shallow, 'At its deepest'), ...only(shallow, deep, 'At its shallowest')];
}

/** The run with its nearest end brought to a cover over the line there. */
function ledTo(run: Run, station: number, cover: number): Run {
  const { start, end, length } = extent(run);
  if (run.reaches.some(({ levels }) => levels.kind !== 'gravity') || run.inverts.length === 0)
    return { ...run, reaches: run.reaches.map((reach) => ({ ...reach, levels: { kind: 'cover', cover } })) };
  const atEnd = station - start > length / 2 || (station === start + length / 2 && flowDirection(run) === 1);
  const index = atEnd ? run.inverts.length - 1 : 0;
  const invert = groundAt(run.stations, atEnd ? end : start) - cover;
  return { ...run, inverts: run.inverts.map((level, i) => (i === index ? { ...level, invert } : level)) };
}

/** Findings by what they decide and how gravely. */
function findingsAt(job: Job, run: Run): Map<string, string> {
  const tried = tryPlan(job, run);
  if ('errors' in tried) return new Map(tried.errors.map(({ field, message }) => [field, message]));
  const reader = readerOf(job);
  return new Map(tried.plan.findings.map((finding) => [`${keyOf(finding)} ${finding.severity}`, say(finding, reader).what]));
}
