import { findService } from '../../catalogue';
import { laidLines, type Job, type LaidLine, type Run } from '../../job';
import type { LegFlow, ProfileColumns } from '../../line';
import type { Check, Of } from './along';
import { dropped, filled, installWays, pulled, rated, type InstallWay } from './cableChecks';
import { flexible, floating, flowing, rigid, trafficked } from './pipeChecks';

/** A line of the run with its checks, those that fail first. */
export interface CheckedLine {
  line: LaidLine;
  checks: Check[];
  /** How a cable could be got in; empty for pipes. */
  ways: InstallWay[];
}

/** What the checks ask of a plan. */
interface Planned {
  profile: ProfileColumns;
  flows: readonly LegFlow[];
}

/** Checks of every line of a run, along its whole way. */
export function lineChecks(job: Job, run: Run, { profile, flows }: Planned): CheckedLine[] {
  const lines = laidLines(job, run);
  return lines.map((line) => {
    const of: Of = { job, run, profile, lines, line };
    const checks = [
      ...(line.index === 0 ? flowing(of, flows) : []),
      floating(of),
      ...flexible(of),
      ...rigid(of),
      trafficked(of),
      ...rated(of),
      ...dropped(of),
      ...filled(of),
      ...pulled(of),
    ];
    return {
      line,
      checks: checks.flatMap((check) => check ?? []).sort((a, b) => RANK[a.state] - RANK[b.state]),
      ways: line.service.kind === 'cable' ? installWays(job, run, line, findService('duct-110')) : [],
    };
  });
}
const RANK = { fails: 0, note: 1, ok: 2 } as const;
