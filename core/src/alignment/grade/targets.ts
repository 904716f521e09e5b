import type { PlacedLine, Run } from '../../job';
import type { Rules } from '../../rules';
import { leastCover } from '../cover';

/** What the lines must hold, all of it given: metres and ratios. Levels are those of the leading line. */
export interface GradeTargets {
  minFall: number;
  maxFall: number | undefined;
  /** Least cover over a line, frost apart. */
  cover: (line: PlacedLine) => number;
  receiving: number | undefined;
  incoming: number | undefined;
  maxDepth: number | undefined;
  clearance: number;
}

const NO_FROST = { frost: 0 };
/** The targets of a run, with what it does not ask for taken from its lines and the rule set: the steepest that any needs, and the cover of each. */
export function targetsOf(run: Run, placed: readonly PlacedLine[], rules: Rules): GradeTargets {
  const { minFall, maxFall, cover, receiving, incoming, maxDepth, clearance } = run.targets;
  return {
    minFall: minFall ?? Math.max(...placed.map(({ product }) => product.minFall)),
    maxFall,
    cover: (line) => cover ?? leastCover(run, line, NO_FROST).cover,
    receiving,
    incoming,
    maxDepth,
    clearance: clearance ?? rules.lineClearance.value ?? 0,
  };
}
