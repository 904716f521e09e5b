import { findProduct } from '../../catalogue';
import { placedLines, type Cable, type Job, type PlacedLine, type Run } from '../../job';
import { figuresIn } from '../../units';
import type { ProfileColumns } from '../../alignment';
import type { LegFlow } from '../../alignment/checks';
import type { Check, Of } from './along';
import { conducting, dropped, filled, installMethods, pulled, rated, type InstallMethod } from './cableChecks';
import { flexible, floating, flowing, rigid, trafficked } from './pipeChecks';

/** A line of the run with its checks, those that fail first. */
export interface CheckedLine {
  line: PlacedLine;
  checks: Check[];
  /** How a cable could be got in; empty for pipes. */
  ways: InstallMethod[];
  /** What of it carries a load: the cable, or those in its duct. */
  conducting: Cable[];
}

/** What the checks ask of a plan. */
interface Planned {
  profile: ProfileColumns;
  flows: readonly LegFlow[];
}

/** Checks of every line of a run, along its whole way. */
export function lineChecks(job: Job, run: Run, { profile, flows }: Planned): CheckedLine[] {
  const lines = placedLines(job, run);
  return lines.map((line) => {
    const of: Of = { job, run, profile, lines, line };
    const checks = [
      ...(line.leads ? flowing(of, flows) : []),
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
      checks: checks
        .flatMap((check) => (check ? [{ ...check, source: figuresIn(check.source, job.units) }] : []))
        .sort((a, b) => RANK[a.state] - RANK[b.state]),
      conducting: conducting(of),
      ways: installMethods(of, findProduct('duct-110')),
    };
  });
}
const RANK = { fails: 0, open: 1, note: 2, ok: 3 } as const;
